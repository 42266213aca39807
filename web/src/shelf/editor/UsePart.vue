<script setup lang="ts">
import { computed } from 'vue'
import { purposes } from '@jardinero/core/shelf'
import { turfStates } from '@jardinero/core/yard'
import CheckList from '../../kit/CheckList.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useAccount } from '../../state/index.ts'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import PlantList from './PlantList.vue'
import { rateUnits, type UseDraft } from './labelDraft.ts'

/** One line of the directions: which turf, what for, how much, how often. */
const props = defineProps<{
  measure: 'mass' | 'volume'
  path: string
  at: (...fields: string[]) => string | undefined
}>()
const use = defineModel<UseDraft>({ required: true })
const account = useAccount()
const { say } = useWords()
const options = useOptions()
const turf = computed(() => options([...account.almanac.turf.map((t) => t.code), 'bareGround'], 'turf'))
/** Every unit is offered, so that what stands on the label can be typed and a wrong one is answered in words. */
const units = computed(() =>
  options([...rateUnits[props.measure], ...rateUnits[props.measure === 'mass' ? 'volume' : 'mass']], 'unit'),
)
const fault = (...fields: string[]) => props.at(...fields.map((f) => `${props.path}.${f}`))
</script>

<template>
  <ChoiceField v-model="use.purpose" :label="say('label.purpose')" :options="options(purposes, 'purpose')" />
  <CheckList v-model="use.turf" :label="say('yard.turf')" :options="turf" :fault="fault('turf')" />
  <div class="pair">
    <NumberField v-model="use.min" :label="say('label.rateMin')" :fault="fault('rate.min')" />
    <NumberField v-model="use.max" :label="say('label.rateMax')" :fault="fault('rate.max')" />
    <ChoiceField v-model="use.unit" :label="say('label.rateUnit')" :options="units" :fault="fault('rate')" />
  </div>
  <div class="pair">
    <NumberField
      v-model="use.annual"
      :label="say('label.annual')"
      :fault="fault('annualMaximum', 'annualMaximum.value')"
    />
    <ChoiceField v-model="use.annualUnit" :label="say('label.annualUnit')" :options="units" />
    <ChoiceField
      v-model="use.annualOf"
      :label="say('label.annualOf')"
      :options="options(['product', 'active'], 'label.annualOf')"
    />
  </div>
  <div class="pair">
    <NumberField v-model="use.interval" unit="d" :label="say('label.interval')" />
    <NumberField v-model="use.passes" :label="say('label.passes')" />
    <NumberField v-model="use.carrier" unit="gal/1000ft2" :label="say('label.minimumCarrier')" />
  </div>
  <CheckList v-model="use.states" :label="say('label.states')" :options="options(turfStates, 'turfState')" />
  <label v-if="use.purpose === 'preEmergent'" class="check"
    ><input v-model="use.atSeeding" type="checkbox" /> {{ say('label.atSeeding') }}</label
  >
  <PlantList v-else v-model="use.onlySuppresses" :label="say('label.onlySuppresses')" />
</template>
