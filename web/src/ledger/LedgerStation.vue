<script setup lang="ts">
import { yearOf } from '@jardinero/core/quantity'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { computeAfterPass } from '@jardinero/core/ledger'
import RestRow from '../kit/RestRow.vue'
import { useAccount, useYard } from '../state/index.ts'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import LongList from '../kit/LongList.vue'
import { useLongList } from '../kit/useLongList.ts'
import LimitBar from './LimitBar.vue'
import SeasonPdf from './SeasonPdf.vue'
import RecordSheet from './RecordSheet.vue'
import YearCompare from './YearCompare.vue'
import YearPasses from './YearPasses.vue'
import { useYearLimits } from './useYearLimits.ts'

const { yard, records, day, today } = useYard()
const year = computed(() => yearOf(day.value))
const limits = useYearLimits()
const account = useAccount()
const router = useRouter()
const { say, quantity, day: sayDay } = useWords()
const open = ref<string>()

const shown = computed(() => records.value.filter((r) => r.day.startsWith(String(year.value))).reverse())
const list = useLongList(shown, (r) =>
  [r.zoneName, r.rules.name, ...r.rules.actives.map((a) => a.name), sayDay(r.day, 'long')].join(' '),
)
const { some } = list
const years = computed(() =>
  [...new Set([today.value.slice(0, 4), ...account.state.history.map((h) => String(h.year))])]
    .sort()
    .reverse(),
)
/** Of every year, also of those whose records are not here. */
const passesIn = (y: string) =>
  account.state.history.filter((h) => String(h.year) === y).reduce((sum, h) => sum + h.passes, 0)
const due = computed(() =>
  shown.value.find(
    (r) =>
      !r.wateredInOn &&
      r.rules.wateringIn &&
      (computeAfterPass(r.day, r.rules, day.value).daysToWater ?? -1) >= 0,
  ),
)
const answer = computed(() => {
  const fullest = limits.value
    .filter((l) => l.share !== undefined)
    .sort((a, b) => b.share!.value - a.share!.value)[0]
  const last = shown.value[0]
  const params = {
    year: String(year.value),
    passes: shown.value.length,
    zone: fullest?.zone ?? '',
    share: fullest?.share,
  }
  if (!last) return { code: 'ledger.answer.none', params }
  if (due.value)
    return {
      code: 'ledger.answer.water',
      params: {
        ...params,
        label: due.value.rules.name,
        zone: due.value.zoneName,
        by: computeAfterPass(due.value.day, due.value.rules, day.value).waterBy!,
        depth: { value: due.value.rules.wateringIn!.leastIn, unit: 'in' },
      },
    }
  return { code: fullest ? 'ledger.answer.share' : 'ledger.answer.passes', params }
})
const standIn = (y: string) =>
  router.replace({ query: { day: y === today.value.slice(0, 4) ? undefined : `${y}-12-31` } })
</script>

<template>
  <StationPage>
    <template #answer><SaidText :code="answer.code" :params="answer.params" /></template>
    <template #actions>
      <Button v-if="due" :label="say('ledger.wateredIn')" @click="open = due.id" />
      <Button v-else :label="say('ledger.mixOne')" @click="router.push({ name: 'bench' })" />
      <a class="link" :href="`/api/ledger/records.csv?from=${year}-01-01&to=${year}-12-31`" download>{{
        say('ledger.csv', { year: String(year) })
      }}</a>
      <SeasonPdf v-if="yard" :yard-id="yard.id" :year="String(year)" />
    </template>
    <YearPasses />
    <h2 class="part">{{ say('ledger.compared') }}</h2>
    <YearCompare />
    <h2 v-if="limits.length" class="part">{{ say('ledger.limits') }}</h2>
    <LimitBar v-for="l in limits" :key="l.key" :limit="l" />
    <h2 class="part">{{ say('ledger.records', { year: String(year) }) }}</h2>
    <p v-if="!shown.length" class="quiet">{{ say('ledger.noRecords') }}</p>
    <LongList :list="list" :label="say('ledger.search')">
      <ul class="records">
        <li v-for="r in some" :key="r.id" :class="{ open: open === r.id }">
          <button class="row" :aria-expanded="open === r.id" @click="open = open === r.id ? undefined : r.id">
            <span>{{ sayDay(r.day, 'weekday') }}</span>
            <strong>{{ r.zoneName }}</strong>
            <span>{{ r.rules.name }}</span>
            <span class="figure-cell">{{ quantity(r.rate.value, r.rate.unit) }}</span>
            <span v-if="r.amendments.length" class="quiet small">{{
              say('ledger.amendedTimes', { count: r.amendments.length })
            }}</span>
          </button>
          <RecordSheet v-if="open === r.id" :record="r" />
        </li>
      </ul>
    </LongList>
    <template #rests>
      <RestRow v-for="y in years" :key="y" :name="y">
        <template #value>{{ say('ledger.passCount', { count: passesIn(y) }) }}</template>
        <button v-if="y !== String(year)" class="link" @click="standIn(y)">
          {{ say('ledger.showYear') }}
        </button>
      </RestRow>
      <RestRow :name="say('ledger.client')">
        <p v-if="yard?.client">{{ yard.client }}</p>
        <p class="quiet small">{{ say('ledger.clientHint') }}</p>
        <RouterLink class="link" :to="{ name: 'yard' }">{{ say('property.change') }}</RouterLink>
        <a
          v-if="yard?.client"
          class="link"
          :href="`/api/ledger/records.csv?client=${encodeURIComponent(yard.client)}`"
          download
          >{{ say('ledger.clientCsv', { client: yard.client }) }}</a
        >
      </RestRow>
      <RestRow :name="say('ledger.kept')">{{ say('ledger.keptSays') }}</RestRow>
      <RestRow :name="say('ledger.rules')">{{ say('caution.localRules') }}</RestRow>
    </template>
  </StationPage>
</template>

<style scoped>
.part {
  margin-top: 1.6rem;
}
.records {
  list-style: none;
  padding: 0;
  margin: 0.6rem 0;
}
.records li {
  border-top: 1px solid var(--rule);
}
.row {
  all: unset;
  cursor: pointer;
  display: grid;
  grid-template-columns: 7.5rem 7rem 1fr auto auto;
  gap: 0.8rem;
  width: 100%;
  padding: 0.55rem 0;
}
.row:focus-visible {
  outline: 2px solid var(--clay);
}
@media (max-width: 44rem) {
  .row {
    grid-template-columns: 1fr 1fr;
    gap: 0.1rem 0.8rem;
  }
}
@media print {
  .records li:not(.open) {
    display: none;
  }
}
</style>
