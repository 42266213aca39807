<script setup lang="ts">
import { computed } from 'vue'
import { judgeRating } from '@jardinero/core/ledger'
import { useAccount } from '../kit/account.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'

/** This year beside the last: passes, first day, groups, what the ratings say. */
const account = useAccount()
const { records, year } = useYard()
const { say, day, quantity, number } = useWords()

function summary(y: number) {
  const own = records.value.filter((r) => r.day.startsWith(String(y)))
  const ids = new Set(own.map((r) => r.id))
  const controls = account.state.ratings
    .filter((r) => ids.has(r.recordId))
    .flatMap((r) => {
      const judged = judgeRating(r)
      return judged.ok ? [judged.value.control.value.value] : []
    })
  const days = [...new Set(own.map((r) => r.day))].sort()
  return {
    passes: days.length,
    first: days[0],
    area: own.reduce((sum, r) => sum + r.areaSqFt, 0),
    groups: [...new Set(own.flatMap((r) => r.rules.actives.flatMap((a) => a.group ?? [])))].sort(),
    control: controls.length ? controls.reduce((a, b) => a + b, 0) / controls.length : undefined,
  }
}
const both = computed(() => [summary(year.value), summary(year.value - 1)] as const)
const rows = computed(() => {
  const cell = (s: ReturnType<typeof summary>) => ({
    passes: number(s.passes),
    first: s.first ? day(s.first) : '–',
    area: quantity(s.area, 'ft2'),
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
  <table v-if="both.some((s) => s.passes)" class="rows">
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
