<script setup lang="ts">
import { adjuvantClasses } from '@jardinero/core/shelf'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import { additiveUnits, type LabelDraft } from './labelDraft.ts'

/** What goes into the tank beside a herbicide, by the water; or a bag's analysis. */
defineProps<{ at: (...fields: string[]) => string | undefined }>()
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
</script>

<template>
  <div v-if="draft.kind === 'fertiliser'" class="pair">
    <NumberField v-model="draft.n" :label="say('label.n')" :fault="at('analysis')" />
    <NumberField v-model="draft.p2o5" :label="say('label.p2o5')" />
    <NumberField v-model="draft.k2o" :label="say('label.k2o')" />
  </div>
  <div v-else class="pair">
    <ChoiceField
      v-model="draft.additiveClass"
      :label="say('label.additiveClass')"
      :options="options([...adjuvantClasses, 'dye'], 'adjuvant')"
      :fault="at('additive')"
    />
    <NumberField
      v-model="draft.additiveMin"
      :label="say('label.additiveMin')"
      :fault="at('additive.rate.min')"
    />
    <NumberField
      v-model="draft.additiveMax"
      :label="say('label.additiveMax')"
      :fault="at('additive.rate.max')"
    />
    <ChoiceField
      v-model="draft.additiveUnit"
      :label="say('label.unit')"
      :options="options(additiveUnits, 'unit')"
    />
  </div>
</template>
