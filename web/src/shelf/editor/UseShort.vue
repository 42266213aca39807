<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { purposes } from '@jardinero/core/shelf'
import { openGrounds } from '@jardinero/core/yard'
import type { RatePerAreaUnit } from '@jardinero/core/quantity'
import CheckList from '../../kit/CheckList.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useAccount } from '../../state/index.ts'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import AmountsPart from './AmountsPart.vue'
import { emptyAmount, ownFirst, rateUnits, type AmountDraft, type UseDraft } from './labelDraft.ts'

/** What a line of the directions cannot do without: what for, which turf, how much, how much in a year. */
const props = defineProps<{
  measure: 'mass' | 'volume'
  path: string
  at: (...fields: string[]) => string | undefined
}>()
const use = defineModel<UseDraft>({ required: true })
/** The mixes that are printed for spots: there is one where no rate is. */
const spots = defineModel<AmountDraft[]>('spots', { required: true })
const account = useAccount()
const { say } = useWords()
const options = useOptions()
const turf = computed(() => options([...account.almanac.turf.map((t) => t.code), ...openGrounds], 'turf'))
const units = computed(() => options(ownFirst(rateUnits, props.measure), 'unit'))
const fault = (...fields: string[]) => props.at(...fields.map((f) => `${props.path}.${f}`))
const turfOpen = ref(!use.value.turf.length)
const turfNames = computed(() => use.value.turf.map((t) => say(`turf.${t}`)).join(', '))
watch(
  () => use.value.fromSpots,
  (only) => only && !spots.value.length && (spots.value = [emptyAmount(props.measure)]),
)
/** The year is told in the rate’s unit, until another is chosen for it. */
function takeUnit(unit: RatePerAreaUnit | undefined): void {
  if (!unit) return
  if (use.value.annualUnit === use.value.unit) use.value.annualUnit = unit
  use.value.unit = unit
}
</script>

<template>
  <ChoiceField v-model="use.purpose" :label="say('label.purpose')" :options="options(purposes, 'purpose')" />
  <details
    :open="turfOpen || Boolean(fault('turf'))"
    class="turf"
    @toggle="turfOpen = ($event.target as HTMLDetailsElement).open"
  >
    <summary>{{ say('label.turfSays', { turf: turfNames, count: use.turf.length }) }}</summary>
    <CheckList v-model="use.turf" :label="say('yard.whatIsThere')" :options="turf" :fault="fault('turf')" />
  </details>
  <label v-if="use.purpose === 'postEmergent'" class="check"
    ><input v-model="use.fromSpots" type="checkbox" /> {{ say('label.fromSpots') }}</label
  >
  <AmountsPart v-if="use.fromSpots" v-model="spots" :measure="measure" part="spots" of-unit="gal" :at="at" />
  <div v-else class="pair">
    <NumberField v-model="use.min" :label="say('label.rateMin')" :fault="fault('rate.min')" />
    <NumberField v-model="use.max" :label="say('label.rateMax')" :fault="fault('rate.max')" />
    <ChoiceField
      :model-value="use.unit"
      :label="say('label.rateUnit')"
      :options="units"
      :fault="fault('rate')"
      @update:model-value="takeUnit"
    />
    <NumberField
      v-model="use.annual"
      :label="say('label.annual')"
      :fault="fault('annualMaximum', 'annualMaximum.value')"
    />
  </div>
</template>

<style scoped>
.check {
  display: block;
  margin: 0.4rem 0;
}
.turf {
  border: 0;
}
</style>
