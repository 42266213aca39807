<script setup lang="ts">
import { computed } from 'vue'
import { turfStates } from '@jardinero/core/yard'
import CheckList from '../../kit/CheckList.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import LengthsPart from './LengthsPart.vue'
import PlantList from './PlantList.vue'
import { ownFirst, rateUnits, type UseDraft } from './labelDraft.ts'

/** What else a line of the directions may say: how often, with how much water, on turf in which state. */
const props = defineProps<{ measure: 'mass' | 'volume' }>()
const use = defineModel<UseDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
const units = computed(() => options(ownFirst(rateUnits, props.measure), 'unit'))
</script>

<template>
  <div class="pair">
    <NumberField v-model="use.interval" unit="d" :label="say('label.interval')" />
    <NumberField v-model="use.passes" :label="say('label.passes')" />
    <NumberField v-model="use.carrier" unit="gal/1000ft2" :label="say('label.minimumCarrier')" />
    <ChoiceField v-model="use.annualUnit" :label="say('label.annualUnit')" :options="units" />
    <ChoiceField
      v-model="use.annualOf"
      :label="say('label.annualOf')"
      :options="options(['product', 'active'], 'label.annualOf')"
    />
  </div>
  <CheckList v-model="use.states" :label="say('label.states')" :options="options(turfStates, 'turfState')" />
  <template v-if="use.purpose === 'preEmergent'">
    <label class="check"
      ><input v-model="use.atSeeding" type="checkbox" /> {{ say('label.atSeeding') }}</label
    >
    <LengthsPart v-model="use.lengths" />
  </template>
  <PlantList v-else v-model="use.onlySuppresses" :label="say('label.onlySuppresses')" />
</template>
