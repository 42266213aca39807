<script setup lang="ts">
import type { AfterOuting, SprayWindow, WindowAnswer } from '@jardinero/core/outing'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { shutParams } from './shutParams.ts'

/** The best three windows in words: the air in them, what shuts them, and what follows. */
const props = defineProps<{ answer: WindowAnswer; afterOf: (ends: number) => AfterOuting | undefined }>()
const emit = defineEmits<{ hold: [from: string, to: string] }>()
const { timeZone } = useYard()
const { say, range, time, span, day, quantity } = useWords()

const hourMs = 3_600_000
const spread = (w: SprayWindow, read: 'wind' | 'temperatureC', unit: string) => {
  const values = props.answer.hours.slice(w.best.from, w.best.to).map((h) => h[read])
  return range(Math.min(...values), Math.max(...values), unit)
}
const ends = (w: SprayWindow) =>
  new Date(Date.parse(props.answer.hours[w.best.to - 1]!.at) + hourMs).toISOString()
const shutSays = (s: SprayWindow['opens']) => s && say(`shut.${s.code}`, shutParams(s, time, timeZone.value))
const wet = ({ watering }: AfterOuting) =>
  watering &&
  say('outing.watering', {
    least: { value: watering.leastIn, unit: 'in' },
    from: time(watering.from, timeZone.value),
    by: time(watering.by, timeZone.value),
    rain: quantity(watering.rainIn, 'in'),
    how: watering.rainDoes ? 'rain' : watering.rainIn > 0 ? 'both' : 'sprinkler',
    does: watering.rainDoes ? time(watering.rainDoes, timeZone.value) : '',
    left: quantity(watering.leftIn, 'in'),
  })
</script>

<template>
  <ol class="best">
    <li v-for="w in answer.best" :key="w.from">
      <p>
        <strong>{{ span(answer.hours[w.best.from]!.at, ends(w), timeZone) }}</strong>
        {{
          say('outing.windowAir', { wind: spread(w, 'wind', 'm/s'), air: spread(w, 'temperatureC', 'degC') })
        }}
        <button class="link" @click="emit('hold', answer.hours[w.best.from]!.at, ends(w))">
          {{ say('outing.hold') }}
        </button>
      </p>
      <p class="quiet small">
        <template v-if="w.opens">{{ say('outing.before', { why: shutSays(w.opens)! }) }}</template>
        <template v-if="w.closes">{{ say('outing.afterwards', { why: shutSays(w.closes)! }) }}</template>
      </p>
      <p
        v-for="plan in [afterOf(w.best.to - 1)].filter((p) => p !== undefined)"
        :key="plan.mowFrom"
        class="small"
      >
        {{ wet(plan) }}
        <template v-if="plan.mowFrom !== plan.mownBefore">{{
          say('outing.mowing', { before: day(plan.mownBefore), from: day(plan.mowFrom) })
        }}</template>
      </p>
    </li>
  </ol>
</template>

<style scoped>
.best {
  margin: 1rem 0;
  padding-left: 1.4rem;
}
.best li {
  padding: 0.5rem 0 0.5rem 0.3rem;
  border-top: 1px solid var(--rule);
}
.best li::marker {
  color: var(--clay);
  font-weight: 700;
}
.best p {
  margin: 0.1rem 0;
}
</style>
