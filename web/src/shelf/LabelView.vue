<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Label } from '@jardinero/contract/shelf'
import StationPage from '../kit/StationPage.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import LabelFiles from './LabelFiles.vue'
import LabelVersions from './LabelVersions.vue'
import StockForm from './StockForm.vue'
import StockRows from './StockRows.vue'
import LabelEditor from './editor/LabelEditor.vue'

/** One label: copied, corrected, with its packages, its own file and how it stood before. */
const route = useRoute()
const router = useRouter()
const account = useAccount()
const { zones, areas } = useYard()
const { say } = useWords()
const label = computed(() => account.state.labels.find((l) => l.id === route.query['label']))
const turf = computed(() => [...new Set(zones.value.map((z) => z.turf))])
const lawnSqFt = computed(() => {
  const sum = zones.value.reduce((all, z) => all + (areas.value.get(z.id)?.area.value ?? 0), 0)
  return sum || undefined
})
const back = () => router.push({ name: 'shelf', query: { at: 'labels' } })
/** A label that was just copied is asked about: the choice takes what is at hand first. */
const asksForIt = computed(() => Boolean(label.value) && route.query['have'] === 'ask')
const saved = (row?: Label) =>
  row && !label.value
    ? router.push({ name: 'shelf', query: { at: 'label', label: row.id, have: 'ask' } })
    : back()
</script>

<template>
  <StationPage>
    <template #answer>{{
      label
        ? say(asksForIt ? 'shelf.label.haveIt' : 'shelf.label.answer', { label: label.rules.name })
        : say('shelf.label.new')
    }}</template>
    <template #actions>
      <button class="link" @click="back">{{ say('shelf.labels') }}</button>
      <a v-if="label" class="link" href="/api/shelf/labels.json" download>{{ say('shelf.label.json') }}</a>
    </template>
    <template v-if="label && asksForIt">
      <p>{{ say('shelf.label.haveItSays') }}</p>
      <StockForm :label="label" @done="back" />
    </template>
    <LabelEditor
      v-else
      :key="label?.id ?? 'new'"
      :label="label"
      :turf="turf"
      :lawn-sq-ft="lawnSqFt"
      @done="saved"
    />
    <template v-if="label && !asksForIt" #rests>
      <h3>{{ say('shelf.stock.title') }}</h3>
      <StockRows :label="label" />
      <LabelFiles :label="label" />
      <LabelVersions :label="label" />
    </template>
  </StationPage>
</template>
