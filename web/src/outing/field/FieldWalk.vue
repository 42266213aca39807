<script setup lang="ts">
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed } from 'vue'
import { useWords } from '../../kit/session.ts'
import type { FieldOuting } from './fieldStore.ts'

/** Walking: the time, the beat to walk to, what of the ground and of the loads is left by the pace. */
const props = defineProps<{ outing: FieldOuting; walkedS: number; loadsLeft: number }>()
const { say, quantity, number } = useWords()
const calm = usePreferredReducedMotion()

const clock = computed(() => {
  const s = Math.floor(props.walkedS)
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
})
/** Each beat is 100 ft² at the calibrated pace. */
const beatS = computed(() => props.outing.pace / 10)
const beats = computed(() => Math.floor(props.walkedS / beatS.value))
const lit = computed(
  () => props.outing.stage === 'walking' && (props.walkedS % beatS.value) / beatS.value < 0.3,
)
const areaSqFt = computed(() => props.outing.tank.result.treated.value)
const done = computed(() => Math.min(areaSqFt.value, (props.walkedS / props.outing.pace) * 1000))
const share = computed(() => (areaSqFt.value ? done.value / areaSqFt.value : 0))
</script>

<template>
  <section class="walk">
    <output class="clock" aria-live="off">{{ clock }}</output>
    <p class="beat">
      <span class="dot" :class="{ lit, calm: calm === 'reduce' }" aria-hidden="true" />
      {{
        say('outing.beat', {
          beats,
          seconds: number(beatS, { maximumFractionDigits: 1 }),
          every: quantity(100, 'ft2'),
        })
      }}
    </p>
    <svg
      viewBox="0 0 100 6"
      preserveAspectRatio="none"
      role="img"
      :aria-label="say('outing.share', { share: quantity(share, 'ratio') })"
    >
      <rect width="100" height="6" class="all" />
      <rect :width="100 * share" height="6" class="done" />
    </svg>
    <dl>
      <div>
        <dt>{{ say('outing.areaLeft') }}</dt>
        <dd>{{ quantity(Math.max(0, areaSqFt - done), 'ft2') }}</dd>
      </div>
      <div>
        <dt>{{ say('outing.loadsLeft') }}</dt>
        <dd>{{ say('outing.loadsLeftSay', { left: loadsLeft, of: outing.tank.result.loads.length }) }}</dd>
      </div>
    </dl>
    <p class="quiet small">{{ say('outing.byPace', { pace: quantity(outing.pace, 's/1000ft2') }) }}</p>
  </section>
</template>

<style scoped>
.clock {
  font: 700 clamp(3.4rem, 18vw, 5.5rem) / 1 var(--sans);
  font-variant-numeric: tabular-nums;
}
.beat {
  display: flex;
  align-items: center;
  gap: 0.7rem;
  font-size: 1.1rem;
}
.dot {
  flex: none;
  width: 1.8rem;
  height: 1.8rem;
  border-radius: 50%;
  border: 3px solid var(--clay);
}
.dot.lit:not(.calm) {
  background: var(--clay);
}
svg {
  width: 100%;
  height: 14px;
}
.all {
  fill: color-mix(in srgb, var(--rule) 60%, var(--paper));
}
.done {
  fill: var(--moss);
}
dl {
  display: flex;
  gap: 2.4rem;
  margin: 0.6rem 0;
}
dt {
  color: var(--quiet);
  font-size: 0.9rem;
}
dd {
  margin: 0;
  font-size: 1.5rem;
  font-weight: 700;
}
</style>
