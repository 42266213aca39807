<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { computeSheet, type SheetRow } from '@jardinero/core/shelf'
import StationPage from '../kit/StationPage.vue'
import { useAccount, useHeld } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import ActivesBasis from './ActivesBasis.vue'
import GridMark from './GridMark.vue'
import { useShelf } from './shelfStore.ts'

/** The shelf on one page: what an applicator keeps inside the lid. For this yard's turf, or for every turf. */
const route = useRoute()
const router = useRouter()
const account = useAccount()
const held = useHeld()
const shelf = useShelf()
const { yard, zones, today } = useYard()
const { say, range, day: sayDay } = useWords()
const everyTurf = computed(() => route.query['for'] === 'firm')
const turf = computed(() =>
  everyTurf.value ? account.almanac.turf.map((t) => t.code) : [...new Set(zones.value.map((z) => z.turf))],
)
const rows = computed(() =>
  computeSheet(
    account.state.labels.map((l) => l.rules),
    shelf.almanac.actives,
    { turf: turf.value },
  ),
)
const names = (plants: string[]) => plants.map((p) => say(`plant.${p}`)).join(', ')
const rate = (r: SheetRow['spot']) => range(r.min, r.max, r.unit, true)
const marks = { safe: 'safe', caution: 'caution', no: 'no' } as const
const query = computed(() => (everyTurf.value ? '' : `?yardId=${yard.value?.id}`))
const print = () => window.print()
const scope = (whom: 'firm' | undefined) => router.replace({ query: { ...route.query, for: whom } })
</script>

<template>
  <StationPage>
    <template #answer>{{
      say('shelf.sheet.title', {
        heading: everyTurf ? (held.opening?.account.name ?? '') : (yard?.name ?? ''),
      })
    }}</template>
    <template #actions>
      <button class="link" @click="print">{{ say('shelf.print') }}</button>
      <a class="link" :href="`/api/shelf/sheet.pdf${query}`" download>PDF</a>
      <a class="link" :href="`/api/shelf/sheet.csv${query}`" download>CSV</a>
      <button class="link" @click="scope(everyTurf ? undefined : 'firm')">
        {{ say(everyTurf ? 'shelf.sheetYard' : 'shelf.sheetFirm') }}
      </button>
      <button class="link" @click="router.push({ name: 'shelf' })">{{ say('shelf.backToChoice') }}</button>
    </template>
    <p class="small">{{ say('shelf.sheet.says', { day: sayDay(today, 'long') }) }}</p>
    <div class="scroll">
      <table class="rows small">
        <thead>
          <tr>
            <th>{{ say('shelf.sheet.label') }}</th>
            <th>{{ say('shelf.sheet.spot') }}</th>
            <th>{{ say('shelf.sheet.broadcast') }}</th>
            <th>{{ say('shelf.sheet.metric') }}</th>
            <th v-for="t in turf" :key="t" class="turf">{{ say(`turf.${t}`) }}</th>
            <th>{{ say('shelf.sheet.weeds') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in rows" :key="i">
            <td>
              <strong>{{ r.label }}</strong><br />{{
                r.actives.map((a) => say('shelf.sheet.active', { name: a.name, group: a.group })).join(', ')
              }}
            </td>
            <td>{{ rate(r.spot) }}</td>
            <td>{{ rate(r.broadcast) }}</td>
            <td>{{ rate(r.metric) }}</td>
            <td v-for="t in turf" :key="t" class="turf">
              <GridMark :kind="marks[r.turf[t]!]" /><span class="visually-hidden">{{
                say(`shelf.sheetTurf.${r.turf[t]}`)
              }}</span>
            </td>
            <td>
              {{ r.purpose === 'preEmergent' ? say('shelf.sheet.preEmergent') : names(r.controls) }}
              <span v-if="r.suppresses.length" class="quiet">{{
                say('shelf.sheet.suppresses', { plants: names(r.suppresses) })
              }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ActivesBasis :labels="account.state.labels.map((l) => l.rules)" />
    <p class="caution small">{{ say('shelf.caution') }}</p>
  </StationPage>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
td {
  vertical-align: top;
}
.turf {
  text-align: center;
}
.caution {
  color: var(--ember-text);
  margin-top: 1rem;
}
</style>
