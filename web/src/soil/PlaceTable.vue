<script setup lang="ts">
import { computed } from 'vue'
import { operand, figure } from '@jardinero/core/quantity'
import type { SoilAnswer } from '@jardinero/core/soil'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { crossingCode } from './ahead.ts'
import { useSoilNow } from './useSoilNow.ts'

/** Every place in figures: where it stands, how sure that is, what readings add, when it crosses. */
const props = defineProps<{ answer: SoilAnswer }>()
const { places } = useYard()
const { say, quantity } = useWords()
const { dayAt } = useSoilNow()
const columns = ['place', 'fiveDayMean', 'sure', 'readingsAdd', 'crosses'] as const
const rows = computed(() =>
  places.value.flatMap((place) => {
    const outlook = props.answer.places.find((p) => p.id === place.id)
    if (!outlook) return []
    const crossing = outlook.crossings[0]
    const added = figure('deltaC', [
      {
        code: 'readingsAdd',
        formula: '{readings}, ± {sd}',
        operands: { readings: operand(outlook.readings, 'count'), sd: operand(outlook.sdK, 'deltaC') },
        result: operand(outlook.offsetK, 'deltaC'),
        source: 'kalman',
      },
    ])
    return [
      {
        place,
        outlook,
        added,
        crosses: crossing
          ? say(`soil.ahead.${crossingCode(crossing)}`, {
              from: dayAt(crossing.days.p10) ?? '',
              to: dayAt(crossing.days.p90) ?? '',
              half: dayAt(crossing.days.p50) ?? '',
            })
          : '',
      },
    ]
  }),
)
</script>

<template>
  <table class="rows">
    <thead>
      <tr>
        <th v-for="c in columns" :key="c">{{ say(`soil.${c}`) }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.place.id">
        <td>
          {{ r.place.name }} <span class="quiet small">{{ say(`placeKind.${r.place.kind}`) }}</span>
        </td>
        <td><FigureText :figure="r.outlook.meanToday" :title="r.place.name" /></td>
        <td>± {{ quantity(r.outlook.sdK, 'deltaC') }}</td>
        <td><FigureText :figure="r.added" :title="r.place.name" /></td>
        <td>{{ r.crosses }}</td>
      </tr>
    </tbody>
  </table>
</template>
