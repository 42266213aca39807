<script setup lang="ts">
import { computed } from 'vue'
import { useTools } from '../../bench/index.ts'
import { useWords } from '../../kit/session.ts'
import type { FieldOuting } from './fieldStore.ts'

/** One load, step by step, to be ticked with gloves on. What is ticked stays ticked. */
const props = defineProps<{ outing: FieldOuting }>()
const emit = defineEmits<{ tick: [step: number] }>()
const { say } = useWords()
const { amountSays, stockSays } = useTools()
const load = computed(() => props.outing.tank.result.loads[props.outing.load]!)
const steps = computed(() =>
  load.value.filling.map((step) => {
    const dose = step.code === 'product' ? load.value.doses[step.product]! : undefined
    return say(`bench.fill.${step.code}`, {
      level: { value: step.levelGal, unit: 'gal' },
      amount: dose ? amountSays(dose.measured) : '',
      product: step.code === 'product' ? props.outing.tank.request.products[step.product]!.rules.name : '',
      disperse: String(step.code === 'product' && step.disperse),
    })
  }),
)
const stocks = computed(() =>
  load.value.doses.flatMap(({ product, measured: { stock } }) =>
    stock ? [stockSays(stock, props.outing.tank.request.products[product]!.rules.name)] : [],
  ),
)
</script>

<template>
  <section>
    <h2>
      {{
        say('outing.loadOf', {
          load: outing.load + 1,
          of: outing.tank.result.loads.length,
          water: { value: load.water.value, unit: 'gal' },
        })
      }}
    </h2>
    <p v-for="stock in stocks" :key="stock">{{ stock }}</p>
    <ol class="steps">
      <li v-for="(step, i) in steps" :key="i">
        <label :class="{ done: outing.ticked.includes(i) }">
          <input type="checkbox" :checked="outing.ticked.includes(i)" @change="emit('tick', i)" />
          <span>{{ step }}</span>
        </label>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.steps {
  list-style: none;
  padding: 0;
  margin: 0.6rem 0;
}
label {
  display: grid;
  grid-template-columns: 2.4rem 1fr;
  align-items: center;
  gap: 0.6rem;
  padding: 0.7rem 0.2rem;
  border-top: 1px solid var(--rule);
  font-size: 1.15rem;
}
input {
  width: 1.9rem;
  height: 1.9rem;
  accent-color: var(--moss);
}
.done span {
  color: var(--quiet);
}
</style>
