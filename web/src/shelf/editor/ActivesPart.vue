<script setup lang="ts">
import { computed } from 'vue'
import { convert } from '@jardinero/core/quantity'
import { createActiveFinder, densityOf, type Formulation } from '@jardinero/core/shelf'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import TextField from '../../kit/TextField.vue'
import { useSession, useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import { useShelf } from '../shelfStore.ts'
import { emptyActive, strengthUnits, type ActiveDraft } from './labelDraft.ts'

/** What is in the product: each active with its strength. A known name brings its group and basis along. */
const props = defineProps<{
  measure: 'mass' | 'volume'
  formulation: Formulation
  at: (...fields: string[]) => string | undefined
}>()
const actives = defineModel<ActiveDraft[]>({ required: true })
const density = defineModel<number | undefined>('density')
const densityUnit = defineModel<'lb/gal' | 'g/L'>('densityUnit')
const { say, range } = useWords()
const session = useSession()
const isMetric = computed(() => session.preferences.units === 'metric')
const options = useOptions()
const shelf = useShelf()
const activeOf = computed(() => createActiveFinder(shelf.almanac.actives))
function named(active: ActiveDraft, name: string): void {
  active.name = name
  const known = activeOf.value(name)
  if (known) Object.assign(active, { group: known.group, basis: known.basis })
}
/** Told by weight and poured: what a volume weighs is asked, or estimated and said so. */
const weighs = computed(() => props.measure === 'volume' && actives.value.some((a) => a.unit === 'percent'))
const estimated = computed(() => {
  const usual = densityOf({ formulation: props.formulation })
  if (!usual || density.value !== undefined) return ''
  const unit = densityUnit.value ?? 'lb/gal'
  const [least, most] = [usual.least, usual.most].map((value) => convert(value, 'g/L', unit)) as [
    number,
    number,
  ]
  return say('label.densityEstimated', { weight: range(least, most, unit, true) })
})
/** A name that is not known is asked about; of some actives it is said which of the label's figures is meant. */
function hintOf(name: string): string {
  const known = activeOf.value(name)
  if (known?.ratedAs) return say(`label.ratedAs.${known.ratedAs}`, { active: known.name })
  return name.trim().length > 3 && !known && shelf.almanac.actives.length
    ? say('label.activeUnknown', { name: name.trim() })
    : ''
}
</script>

<template>
  <div v-for="(a, i) in actives" :key="i" class="pair">
    <TextField
      :model-value="a.name"
      :label="say('label.active')"
      :fault="at(`actives.${i}.name`)"
      list="known-actives"
      @update:model-value="named(a, $event)"
    />
    <NumberField
      v-if="a.unit !== 'none'"
      v-model="a.strength"
      :label="say('label.strength')"
      :fault="at(`actives.${i}.strength`, `actives.${i}.strength.value`)"
    />
    <ChoiceField
      v-model="a.unit"
      :label="say('label.unit')"
      :options="options(strengthUnits[measure], 'strengthUnit')"
    />
    <ChoiceField
      v-model="a.basis"
      :label="say('label.basis')"
      :options="options(['ai', 'ae'], 'label.basis')"
    />
    <TextField
      v-if="!activeOf(a.name)"
      v-model="a.group"
      :label="say('label.group')"
      :fault="at(`actives.${i}.group`)"
    />
    <p v-if="hintOf(a.name)" class="quiet small" role="status">{{ hintOf(a.name) }}</p>
    <button v-if="actives.length > 1" type="button" class="link small" @click="actives.splice(i, 1)">
      {{ say('label.dropActive', { name: a.name || String(i + 1) }) }}
    </button>
  </div>
  <div v-if="weighs" class="pair">
    <NumberField v-model="density" :label="say('label.density')" :hint="estimated" :fault="at('density')" />
    <ChoiceField
      v-model="densityUnit"
      :label="say('label.unit')"
      :options="options(['lb/gal', 'g/L'], 'unit')"
    />
  </div>
  <datalist id="known-actives">
    <option v-for="a in shelf.almanac.actives" :key="a.name" :value="a.name" />
  </datalist>
  <button
    v-if="actives.length < 6"
    type="button"
    class="link small"
    @click="actives.push(emptyActive(measure, isMetric))"
  >
    {{ say('label.addActive') }}
  </button>
</template>
