<script setup lang="ts">
import { computed } from 'vue'
import { byHand, type MeasuredDose, type MeasuringTool } from '@jardinero/core/bench'
import { useWords } from '../kit/session.ts'
import { useTools } from './useTools.ts'

/** The measuring tool with the line to stop at: a scale's display, or a cup with its marks. */
const props = defineProps<{ dose: MeasuredDose; label: string }>()
const { toolOf, toolName, stockSays } = useTools()
const { say, quantity, number } = useWords()
/** Of two tools the first is drawn, to its own mark; the rest is said under it. Of a stock, what takes its share. */
const hand = computed(() => byHand(props.dose))
const first = computed(() => hand.value[0]!)
const tool = computed<MeasuringTool>(
  () =>
    toolOf(first.value.tool) ?? { measure: 'mass', step: 1, unit: first.value.amount.unit, kind: 'scale' },
)
const amount = computed(() => first.value.amount.value)
const shown = computed(() => quantity(amount.value, first.value.amount.unit, true))
const after = computed(() => hand.value[1])
const [bottom, tall] = [196, 160]

/** A cup large enough for the dose, its marks thinned so that they can be read. */
const cup = computed(() => {
  const { step } = tool.value
  const top = Math.max(step * 4, Math.ceil((amount.value * 1.25) / step) * step)
  const every = Math.max(1, Math.ceil(top / step / 10))
  const marks = Array.from({ length: Math.floor(top / step / every) }, (_, i) => (i + 1) * step * every)
  return { top, marks, y: (v: number) => bottom - (v / top) * tall }
})
const side = (y: number) => 14 * ((bottom - y) / tall)
</script>

<template>
  <figure class="measure">
    <figcaption class="quiet small">{{ toolName(first.tool) }}</figcaption>
    <svg
      v-if="tool.kind === 'scale'"
      viewBox="0 0 200 130"
      role="img"
      :aria-label="say('bench.stopAt', { amount: shown })"
    >
      <path d="M30 40h140l-8 12H38z" class="line" />
      <rect x="20" y="52" width="160" height="60" rx="6" class="line" />
      <rect x="44" y="64" width="112" height="36" rx="3" class="display" />
      <text x="100" y="90" class="digits">{{ shown }}</text>
      <path d="M76 40l3-20h42l3 20" class="line" />
      <text x="100" y="34" class="tared">{{ say('bench.tare') }}</text>
    </svg>
    <svg v-else viewBox="0 0 200 210" role="img" :aria-label="say('bench.stopAt', { amount: shown })">
      <path
        :d="`M${52 - side(cup.y(amount))} ${cup.y(amount)}L52 ${bottom}H148L${148 + side(cup.y(amount))} ${cup.y(amount)}Z`"
        class="fill"
      />
      <path
        :d="`M${52 - side(bottom - tall)} ${bottom - tall}L52 ${bottom}H148L${148 + side(bottom - tall)} ${bottom - tall}`"
        class="line"
      />
      <g v-for="m in cup.marks" :key="m">
        <line :x1="52 - side(cup.y(m))" :x2="70" :y1="cup.y(m)" :y2="cup.y(m)" class="tick" />
        <text :x="76" :y="cup.y(m) + 4" class="mark">{{ number(m) }}</text>
      </g>
      <line x1="30" x2="172" :y1="cup.y(amount)" :y2="cup.y(amount)" class="stop-line" />
      <text x="176" :y="cup.y(amount) + 4" class="stop-word">{{ say('bench.stop') }}</text>
    </svg>
    <p class="amount">{{ shown }}</p>
    <p v-if="dose.stock" class="small">{{ stockSays(dose.stock, label) }}</p>
    <p v-if="after" class="small">
      {{
        say('bench.thenWith', {
          amount: quantity(after.amount.value, after.amount.unit, true),
          tool: toolName(after.tool),
        })
      }}
    </p>
    <p class="small">
      {{
        say('bench.doseError', {
          planned: dose.error.working[0]!.operands['planned']!,
          error: { value: Math.abs(dose.error.value), unit: 'ratio' },
          side: dose.error.value < -1e-9 ? 'under' : dose.error.value > 1e-9 ? 'over' : 'exact',
        })
      }}
    </p>
  </figure>
</template>

<style scoped>
.measure {
  margin: 0;
  max-width: 15rem;
}
svg {
  width: 100%;
  max-height: 13rem;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.display {
  fill: var(--clay-soft);
  stroke: var(--ink);
}
.digits {
  font-size: 20px;
  font-weight: 650;
  text-anchor: middle;
  fill: var(--ink);
}
.tared,
.mark {
  font-size: 11px;
  fill: var(--quiet);
}
.tared {
  text-anchor: middle;
}
.tick {
  stroke: var(--ink);
}
.fill {
  fill: color-mix(in srgb, var(--clay) 22%, var(--card));
}
.stop-line {
  stroke: var(--clay);
  stroke-width: 2.5;
}
.stop-word {
  font-size: 12px;
  font-weight: 650;
  fill: var(--clay);
}
.amount {
  font-family: var(--serif);
  font-size: 2.1rem;
  color: var(--clay);
}
</style>
