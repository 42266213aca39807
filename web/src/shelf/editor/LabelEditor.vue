<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import type { LabelRules, Purpose } from '@jardinero/core/shelf'
import ChoiceField from '../../kit/ChoiceField.vue'
import FormActions from '../../state/FormActions.vue'
import TextField from '../../kit/TextField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import ActivesBasis from '../ActivesBasis.vue'
import { useShelf } from '../shelfStore.ts'
import ActivesPart from './ActivesPart.vue'
import AdditivePart from './AdditivePart.vue'
import LabelFindings from './LabelFindings.vue'
import MorePart from './MorePart.vue'
import AfterPart from './AfterPart.vue'
import UseShort from './UseShort.vue'
import { formOf, productForms } from './productForms.ts'
import { useLabelForm } from './useLabelForm.ts'

/** Copies one label, as fully as its owner wants; contradictions are said as it is typed. */
const props = defineProps<{
  label?: Label | undefined
  /** What was read from its paper, on a new one: laid over what is typed. */
  read?: { rules: Partial<LabelRules>; purpose?: Purpose | undefined } | undefined
  turf: string[]
  lawnSqFt?: number | undefined
}>()
const emit = defineEmits<{ done: [row?: Label] }>()
const { say } = useWords()
const options = useOptions()
const shelf = useShelf()
void shelf.load()
const {
  draft,
  measure,
  findings,
  row,
  takeFormulation,
  takeName,
  takeProductForm,
  takeSample,
  takeReading,
  at,
} = useLabelForm({
  label: props.label,
  turf: props.turf,
  lawnSqFt: props.lawnSqFt,
  done: (saved) => emit('done', saved),
})
watch(
  () => props.read,
  (read) => read && takeReading(read.rules, read.purpose),
)
const samples = computed(() =>
  shelf.almanac.sampleLabels.map((l) => ({ value: l.code, label: l.rules.name })),
)
/** The list of samples goes away with the choice. */
const sampleOpen = ref(false)
const toggled = (event: Event) => (sampleOpen.value = (event.target as HTMLDetailsElement).open)
function startFrom(code: string | undefined): void {
  takeSample(code)
  sampleOpen.value = false
}
const isHerbicide = computed(() => draft.value.kind === 'herbicide')
</script>

<template>
  <form novalidate class="label-editor" @submit.prevent="row.submit">
    <p class="small quiet">{{ say('label.says') }}</p>
    <details v-if="!label && !read" class="sample" :open="sampleOpen" @toggle="toggled">
      <summary>{{ say('label.fromSample') }}</summary>
      <ChoiceField
        :model-value="undefined"
        :label="say('label.fromSampleHint')"
        :options="samples"
        filter
        @update:model-value="startFrom"
      />
    </details>
    <TextField
      :model-value="draft.name"
      :label="say('label.productName')"
      :fault="at('name')"
      @update:model-value="takeName"
    />
    <ChoiceField
      :model-value="formOf(draft)"
      :label="say('label.kind')"
      :options="options(productForms, 'productForm')"
      @update:model-value="takeProductForm"
    />
    <ActivesPart
      v-if="isHerbicide"
      v-model="draft.actives"
      v-model:density="draft.density"
      v-model:density-unit="draft.densityUnit"
      :measure="measure"
      :formulation="draft.formulation"
      :at="at"
    />
    <AdditivePart v-else v-model="draft" :at="at" />
    <UseShort
      v-if="isHerbicide"
      v-model="draft.uses[0]!"
      v-model:spots="draft.spots"
      :measure="measure"
      path="uses.0"
      :at="at"
    />
    <AfterPart v-if="isHerbicide" v-model="draft" :at="at" />
    <LabelFindings :findings="findings" />
    <MorePart
      v-model="draft"
      :measure="measure"
      :opened="Boolean(label ?? read)"
      :at="at"
      @formulation="takeFormulation"
    />
    <ActivesBasis v-if="isHerbicide" :labels="[draft]" />
    <FormActions :row="row" />
  </form>
</template>

<style>
.label-editor .pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(8rem, 1fr));
  gap: 0 0.8rem;
  align-items: start;
}
.label-editor .pair > .link {
  align-self: end;
  justify-self: start;
  padding-bottom: 1rem;
}
.label-editor .check {
  display: block;
  margin: 0.5rem 0;
}
.label-editor textarea {
  width: 100%;
}
.label-editor .use {
  border: 0;
  border-left: 2px solid var(--rule);
  padding: 0 0 0.4rem 0.9rem;
  margin: 1rem 0 0.6rem;
}
.label-editor .use legend {
  font: 600 0.95rem var(--sans);
  padding: 0;
}
.label-editor h3 {
  margin-top: 1.2rem;
}
.label-editor details {
  border-top: 1px solid var(--rule);
  padding: 0.5rem 0;
}
.label-editor summary {
  cursor: pointer;
  font-weight: 600;
}
.label-editor .sample {
  border: 0;
}
</style>
