<script setup lang="ts">
import { computed } from 'vue'
import type { YardWeather } from '@jardinero/contract/weather'
import { applyWater } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** The last days the simulation rests on, each with where it comes from. */
const props = defineProps<{ weather: YardWeather }>()
const account = useAccount()
const { yard, day } = useYard()
const { say, quantity, day: sayDay } = useWords()
const shown = 14
const rows = computed(() => {
  const mine = account.state.waters.filter((w) => w.yardId === yard.value?.id)
  const recent = props.weather.observed.filter((d) => d.day <= day.value).slice(-shown)
  const watered = applyWater(recent, mine)
  return recent.map((d, i) => ({ ...d, ...watered[i]!, gauge: watered[i]!.rainMm !== d.rainMm })).toReversed()
})
</script>

<template>
  <table class="rows">
    <thead>
      <tr>
        <th>{{ say('soil.day') }}</th>
        <th>{{ say('stationColumn.minimum') }}</th>
        <th>{{ say('stationColumn.maximum') }}</th>
        <th>{{ say('stationColumn.rain') }}</th>
        <th>{{ say('water.irrigation') }}</th>
        <th>{{ say('soil.origin') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="d in rows" :key="d.day">
        <td>{{ sayDay(d.day) }}</td>
        <td>{{ quantity(d.minimumC, 'degC') }}</td>
        <td>{{ quantity(d.maximumC, 'degC') }}</td>
        <td>{{ quantity(d.rainMm, 'mm') }}</td>
        <td>{{ d.irrigationMm ? quantity(d.irrigationMm, 'mm') : '' }}</td>
        <td class="quiet small">
          {{ say(`origin.${d.origin}`) }}<template v-if="d.gauge">, {{ say('origin.gauge') }}</template>
        </td>
      </tr>
    </tbody>
  </table>
</template>
