<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { LawnPoint, LawnWords } from '@jardinero/contract/lawns'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import { useMay } from '../kit/useMay.ts'
import { ask, keys, useAccount, useHeld, useYard } from '../state/index.ts'
import LawnBulk from './LawnBulk.vue'
import LawnFilters from './LawnFilters.vue'
import LawnTable from './LawnTable.vue'
import LawnViews from './LawnViews.vue'
import QuickLawnForm from './QuickLawnForm.vue'
import { useLawns } from './useLawns.ts'
import './lawns.css'

/** All lawns of a firm: as a list or on a map, and what is done with many of them. */
const LawnMap = defineAsyncComponent(() => import('./LawnMap.vue'))
const LawnsFile = defineAsyncComponent(() => import('../yard/LawnsFile.vue'))
const held = useHeld()
const route = useRoute()
const router = useRouter()
const account = useAccount()
const { yard } = useYard()
const { say } = useWords()
const may = useMay()
const lawns = useLawns()
const { choice, counts, total, rows, word, fault } = lawns
const chosen = shallowRef(new Map<string, string>())
const chooseNone = () => (chosen.value = new Map())
watch(word, chooseNone)
async function chooseAll(): Promise<void> {
  const asked = word.value
  const all = await ask<LawnPoint[]>(`/api/yard/lawns/points?${asked}`)
  if (asked === word.value) chosen.value = new Map(all.map((l) => [l.id, l.yardId]))
}
const known = useQuery(
  {
    queryKey: computed(() => keys.lawnWords(held.who)),
    queryFn: () => ask<LawnWords>('/api/yard/lawns/words'),
    placeholderData: { clients: [], tags: [] },
  },
  held.client,
)
const show = computed(() => (route.query['show'] === 'map' ? 'map' : 'list'))
const turnTo = (to: 'list' | 'map') =>
  router.replace({ query: { ...route.query, show: to === 'map' ? to : undefined } })
const opened = ref<'quick' | 'file'>()
const open = (what: 'quick' | 'file') => (opened.value = opened.value === what ? undefined : what)
const answer = computed(() => {
  if (total.value === undefined) return say('lawns.asking')
  const { late, now, unknown } = counts.value
  const all = Object.values(counts.value).reduce((s, n) => s + n, 0)
  if (!all) return say(Object.keys(choice.value.wishes).length ? 'lawns.none' : 'lawns.empty')
  return [
    say('lawns.answer', { lawns: all, late, now }),
    ...(unknown ? [say('lawns.working', { lawns: unknown })] : []),
  ].join(' ')
})
async function changed(): Promise<void> {
  chooseNone()
  account.askAgain()
  await Promise.all([lawns.again(), known.refetch()])
}
const openYard = (yardId: string) => router.push({ name: 'today', params: { yardId } })
</script>

<template>
  <StationPage>
    <template #answer>{{ answer }}</template>
    <template #actions>
      <template v-if="may('yard.write')">
        <Button
          :label="say('lawns.quick.title')"
          :aria-expanded="opened === 'quick'"
          @click="open('quick')"
        />
        <button type="button" class="link" :aria-expanded="opened === 'file'" @click="open('file')">
          {{ say('lawns.title') }}
        </button>
      </template>
      <a class="link" href="/api/yard/lawns.csv" download>{{ say('lawns.csv') }}</a>
      <button type="button" class="link" @click="turnTo(show === 'map' ? 'list' : 'map')">
        {{ say(show === 'map' ? 'lawns.asList' : 'lawns.asMap') }}
      </button>
    </template>
    <QuickLawnForm
      v-if="opened === 'quick' && yard"
      :near-yard-id="yard.id"
      :clients="known.data.value?.clients ?? []"
      @added="changed"
    />
    <LawnsFile v-else-if="opened === 'file' && yard" :near-yard-id="yard.id" @added="changed" />
    <LawnFilters
      :wishes="choice.wishes"
      :counts="counts"
      :known="known.data.value ?? { clients: [], tags: [] }"
      @wish="lawns.wish"
    />
    <LawnViews :choice="choice" @choose="lawns.choose" />
    <LawnBulk
      v-if="chosen.size && may('yard.write')"
      :chosen="chosen"
      :tags="known.data.value?.tags ?? []"
      :archived="choice.wishes.archived === true"
      @done="changed"
    />
    <p v-if="fault" class="stop" role="alert">{{ say('lawns.away') }}</p>
    <LawnMap v-if="show === 'map'" :word="word" @open="openYard" />
    <LawnTable
      v-else
      v-model:chosen="chosen"
      :rows="rows"
      :order="choice.order"
      :descending="choice.descending"
      @see="lawns.see"
      @all="chooseAll"
      @sort="(order, descending) => lawns.choose({ ...choice, order, descending })"
    />
  </StationPage>
</template>
