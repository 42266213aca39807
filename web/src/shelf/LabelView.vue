<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Label } from '@jardinero/contract/shelf'
import type { Package } from '@jardinero/core/shelf'
import StationPage from '../kit/StationPage.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import LabelFiles from './LabelFiles.vue'
import LabelVersions from './LabelVersions.vue'
import StockForm from './StockForm.vue'
import StockRows from './StockRows.vue'
import LabelEditor from './editor/LabelEditor.vue'
import { ApiProblem } from '../kit/api.ts'
import { amountUnits } from './editor/labelDraft.ts'
import ReadLabel, { type LabelRead } from './reader/ReadLabel.vue'

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
/** What was read from its paper. */
const read = shallowRef<LabelRead>()
const isReading = ref(false)
/** The label that was read is kept with what was copied from it. @returns whether all of it is */
async function keepFiles(id: Label['id']): Promise<boolean> {
  try {
    for (const file of read.value?.files ?? []) await account.addLabelFile(id, file)
    return true
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    return false
  }
}
async function saved(row?: Label): Promise<void> {
  if (!row || label.value) return void back()
  const kept = await keepFiles(row.id)
  const { contents } = read.value ?? {}
  await router.push({
    name: 'shelf',
    query: {
      at: 'label',
      label: row.id,
      have: 'ask',
      ...(contents && { holds: `${contents.value} ${contents.unit}` }),
      ...(!kept && { file: 'lost' }),
    },
  })
}
/** What the label said is in the package. */
const holds = computed((): Package['amount'] | undefined => {
  const [value, unit] = String(route.query['holds'] ?? '').split(' ')
  const known = [...amountUnits.mass, ...amountUnits.volume].find((u) => u === unit)
  return known && Number(value) > 0 ? { value: Number(value), unit: known } : undefined
})
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
      <p v-if="route.query['file'] === 'lost'" class="mind small" role="alert">
        {{ say('reading.fileNotKept') }}
      </p>
      <StockForm :label="label" :contents="holds" @done="back" />
    </template>
    <template v-else>
      <ReadLabel v-if="!label" v-model:going="isReading" @read="(label) => (read = label)" />
      <LabelEditor
        v-show="!isReading"
        :key="label?.id ?? 'new'"
        :label="label"
        :read="read"
        :turf="turf"
        :lawn-sq-ft="lawnSqFt"
        @done="saved"
      />
    </template>
    <template v-if="label && !asksForIt" #rests>
      <h3>{{ say('shelf.stock.title') }}</h3>
      <StockRows :label="label" />
      <LabelFiles :label="label" />
      <LabelVersions :label="label" />
    </template>
  </StationPage>
</template>
