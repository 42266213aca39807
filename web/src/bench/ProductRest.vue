<script setup lang="ts">
import { computed } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import type { RatePerAreaUnit, Unit } from '@jardinero/core/quantity'
import { kindOf, measureOfFormulation } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import type { Bench } from './useBench.ts'
import { useTools } from './useTools.ts'

/** One product of the tank: its rate or what goes into the water, and what it is measured with. */
const props = defineProps<{
  bench: Bench
  label: Label
  index: number
  faultAt: (...fields: string[]) => string | undefined
}>()
const { say, range } = useWords()
const { tools, toolName } = useTools()
const b = props.bench
const limits = computed(() => props.label.rules.additive?.rate ?? b.goods.useOf(props.label)?.rate)
const unit = computed(() => (limits.value?.unit ?? 'lb/1000ft2') as Unit)
const dose = computed({
  get: () => b.goods.doseOf(props.label)?.value,
  set: (value) => (b.choices.value.doses[props.label.id] = { value: value ?? NaN, unit: unit.value }),
})
/** A fertiliser is asked for by its nitrogen. */
const nitrogenShare = computed(() =>
  kindOf(props.label.rules) === 'fertiliser' ? (props.label.rules.analysis?.n ?? 0) / 100 : 0,
)
const nitrogen = computed({
  get: () => {
    const product = b.goods.doseOf(props.label)
    return product && Math.round(product.value * nitrogenShare.value * 1e6) / 1e6
  },
  set: (value) =>
    (b.choices.value.doses[props.label.id] = {
      value: (value ?? NaN) / nitrogenShare.value,
      unit: 'lb/1000ft2',
    }),
})
const measure = computed(() =>
  kindOf(props.label.rules) === 'herbicide'
    ? measureOfFormulation(props.label.rules.formulation)
    : /^(oz|lb|g|kg)\//.test(unit.value)
      ? 'mass'
      : 'volume',
)
const toolOptions = computed(() =>
  tools.value.filter((t) => t.measure === measure.value).map((t) => ({ value: t.id, label: toolName(t.id) })),
)
const chosenTool = computed(
  () =>
    (b.outcome.value?.ok ? b.outcome.value.value.loads[0]!.doses[props.index]?.measured.tool : undefined) ??
    b.choices.value.tools[props.label.id],
)
const at = (...fields: string[]) => props.faultAt(...fields.map((f) => `products.${props.index}.${f}`))
</script>

<template>
  <NumberField
    v-if="nitrogenShare"
    v-model="nitrogen"
    unit="lb/1000ft2"
    :label="say('bench.nitrogen')"
    :fault="faultAt('nitrogenLbPer1000')"
    :hint="
      say('bench.nitrogenHint', {
        n: label.rules.analysis!.n,
        rate: { value: b.goods.doseOf(label)?.value ?? 0, unit: 'lb/1000ft2' },
      })
    "
  />
  <NumberField
    v-else-if="limits"
    v-model="dose"
    :unit="unit as RatePerAreaUnit"
    :label="say(label.rules.additive ? 'bench.inWater' : 'bench.rate')"
    :fault="at('rate', 'concentration')"
    :hint="say('bench.rateHint', { range: range(limits.min, limits.max, unit) })"
  />
  <ChoiceField
    :model-value="chosenTool"
    :label="say('bench.tool')"
    :options="toolOptions"
    :fault="at('tool')"
    @update:model-value="$event && (b.choices.value.tools[label.id] = $event)"
  />
</template>
