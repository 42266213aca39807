<script setup lang="ts">
import { yearOf } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { computeYearSummary, type YearSummary } from '@jardinero/core/ledger'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** This year beside the last: passes, first day, groups, what the ratings say. */
const account = useAccount()
const { records, day } = useYard()
const year = computed(() => yearOf(day.value))
const { say, day: sayDay, quantity, number } = useWords()

const both = computed(() =>
  [year.value, year.value - 1].map((y) => computeYearSummary(records.value, account.state.ratings, y)),
)
const rows = computed(() => {
  const cell = (s: YearSummary) => ({
    passes: number(s.days),
    first: s.first ? sayDay(s.first) : '–',
    area: quantity(s.areaSqFt, 'ft2'),
    groups: s.groups.join(', ') || '–',
    control: s.control === undefined ? '–' : quantity(s.control, 'ratio'),
  })
  const [now, last] = both.value.map(cell) as [ReturnType<typeof cell>, ReturnType<typeof cell>]
  return (Object.keys(now) as (keyof typeof now)[]).map((name) => ({
    name,
    now: now[name],
    last: last[name],
  }))
})
</script>

<template>
  <table v-if="both.some((s) => s.days)" class="rows">
    <thead>
      <tr>
        <th></th>
        <th>{{ String(year) }}</th>
        <th>{{ String(year - 1) }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.name">
        <th scope="row">{{ say(`ledger.compare.${r.name}`) }}</th>
        <td>{{ r.now }}</td>
        <td class="quiet">{{ r.last }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th[scope='row'] {
  font-weight: 400;
  text-align: left;
}
</style>
