<script setup lang="ts">
import { computed } from 'vue'
import type { TankLoad } from '@jardinero/core/bench'
import { convert } from '@jardinero/core/quantity'
import { useSession, useWords } from '../kit/session.ts'
import { useTools } from './useTools.ts'

/** The tank in section, filled as far as the step that is due; the marks are the sprayer's own. */
const props = defineProps<{ load: TankLoad; capacityGal: number; step: number; names: string[] }>()
const { say, quantity } = useWords()
const session = useSession()
const [left, top, wide, tall] = [58, 34, 150, 330]

const unit = computed(() => (session.preferences.units === 'us' ? ('gal' as const) : ('L' as const)))
const full = computed(() => convert(props.capacityGal, 'gal', unit.value))
const yAt = (gal: number) => top + tall - (tall * 0.96 * gal) / props.capacityGal
const marks = computed(() => {
  const step = [0.5, 1, 2, 5, 10, 20, 50, 100, 200].find((s) => full.value / s <= 10) ?? 500
  return Array.from({ length: Math.floor(full.value / step + 1e-9) }, (_, i) => ({
    value: (i + 1) * step,
    y: yAt(convert((i + 1) * step, unit.value, 'gal')),
  }))
})
const levelGal = computed(
  () => props.load.filling[Math.min(props.step, props.load.filling.length - 1)]!.levelGal,
)
const productAt = computed(() => props.load.filling.findIndex((s) => s.code === 'product'))
const productLine = computed(() => yAt(props.load.filling[productAt.value]!.levelGal))
const { amountSays } = useTools()
const doseText = (product: number) => amountSays(props.load.doses[product]!.measured)
const steps = computed(() =>
  props.load.filling.map((s, i) => ({
    n: i + 1,
    text: say(`bench.fill.${s.code}`, {
      level: quantity(s.levelGal, 'gal'),
      amount: s.code === 'product' ? doseText(s.product) : '',
      product: s.code === 'product' ? (props.names[s.product] ?? '') : '',
      disperse: String(s.code === 'product' && s.disperse),
    }),
    state: i < props.step ? 'done' : i === props.step ? 'now' : 'later',
  })),
)
const waves = computed(() =>
  Array.from(
    { length: Math.floor((top + tall - yAt(levelGal.value)) / 9) },
    (_, i) => top + tall - 5 - i * 9,
  ),
)
</script>

<template>
  <div class="tank">
    <svg
      viewBox="0 0 230 390"
      role="img"
      :aria-label="say('bench.tank', { level: quantity(levelGal, 'gal') })"
    >
      <defs>
        <clipPath id="tank-clip"><rect :x="left" :y="top" :width="wide" :height="tall" rx="16" /></clipPath>
      </defs>
      <path :d="`M${left + 42} ${top}v-14q0-6 6-6h54q6 0 6 6v14`" class="wall" />
      <g clip-path="url(#tank-clip)">
        <rect :x="left" :y="top" :width="wide" :height="tall" class="inside" />
        <rect :x="left" :y="yAt(load.water.value)" :width="wide" :height="tall" class="planned" />
        <rect :x="left" :y="yAt(levelGal)" :width="wide" :height="tall" class="water" />
        <path v-for="y in waves" :key="y" :d="`M${left} ${y}q4-3 8 0${'t8 0'.repeat(18)}`" class="wave" />
        <rect
          v-if="step > productAt"
          :x="left"
          :y="productLine - 7"
          :width="wide"
          height="7"
          class="product"
        />
      </g>
      <rect :x="left" :y="top" :width="wide" :height="tall" rx="16" class="wall" />
      <g v-for="m in marks" :key="m.value" class="mark">
        <line :x1="left" :x2="left + 14" :y1="m.y" :y2="m.y" />
        <text :x="left - 8" :y="m.y + 4">{{ m.value }}</text>
      </g>
      <text :x="left - 8" :y="top + tall + 18" class="unit">{{ say(`unit.${unit}`) }}</text>
      <line :x1="left - 2" :x2="left + wide + 16" :y1="yAt(levelGal)" :y2="yAt(levelGal)" class="stop-line" />
    </svg>
    <ol class="order">
      <li v-for="s in steps" :key="s.n" :class="s.state">
        <span class="n">{{ s.n }}</span>{{ s.text
        }}<span v-if="s.state === 'done'" class="quiet"> · {{ say('bench.in') }}</span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.tank {
  display: grid;
  grid-template-columns: minmax(9rem, 14rem) minmax(0, 1fr);
  gap: 1rem;
  align-items: center;
}
svg {
  width: 100%;
}
.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.inside {
  fill: var(--card);
}
.planned {
  fill: color-mix(in srgb, var(--water) 28%, var(--card));
}
.water {
  fill: var(--water);
}
.wave {
  fill: none;
  stroke: color-mix(in srgb, var(--frost) 55%, var(--water));
  stroke-width: 0.8;
}
.product {
  fill: var(--wheat);
}
.mark line {
  stroke: var(--ink);
}
text {
  font-size: 12px;
  fill: var(--quiet);
  text-anchor: end;
}
.stop-line {
  stroke: var(--clay);
  stroke-width: 2;
}
.order {
  list-style: none;
  padding: 0;
  margin: 0;
  display: flex;
  flex-direction: column-reverse;
  gap: 0.9rem;
}
.order .n {
  display: inline-block;
  width: 1.5rem;
  font-weight: 650;
}
.order .now {
  font-family: var(--serif);
  font-size: 1.25rem;
  color: var(--clay);
}
.order .later {
  color: var(--quiet);
}
</style>
