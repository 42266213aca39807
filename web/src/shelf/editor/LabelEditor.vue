<script setup lang="ts">
import { computed } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import { formulations, labelKinds } from '@jardinero/core/shelf'
import ChoiceField from '../../kit/ChoiceField.vue'
import FormActions from '../../state/FormActions.vue'
import TextField from '../../kit/TextField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import ActivesBasis from '../ActivesBasis.vue'
import { useShelf } from '../shelfStore.ts'
import ActivesPart from './ActivesPart.vue'
import AdditivePart from './AdditivePart.vue'
import AmountsPart from './AmountsPart.vue'
import LabelFindings from './LabelFindings.vue'
import LimitsPart from './LimitsPart.vue'
import LineField from './LineField.vue'
import SafetyPart from './SafetyPart.vue'
import TankPart from './TankPart.vue'
import UsePart from './UsePart.vue'
import WeedsPart from './WeedsPart.vue'
import { emptyUse } from './labelDraft.ts'
import { useLabelForm } from './useLabelForm.ts'

/** Copies one label, as fully as its owner wants; contradictions are said as it is typed. */
const props = defineProps<{ label?: Label | undefined; turf: string[]; lawnSqFt?: number | undefined }>()
const emit = defineEmits<{ done: [row?: Label] }>()
const { say } = useWords()
const options = useOptions()
const shelf = useShelf()
void shelf.load()
const { draft, measure, findings, row, takeFormulation, takeSample, at } = useLabelForm({
  label: props.label,
  turf: props.turf,
  lawnSqFt: props.lawnSqFt,
  done: (saved) => emit('done', saved),
})
const samples = computed(() =>
  shelf.almanac.sampleLabels.map((l) => ({ value: l.code, label: l.rules.name })),
)
const isHerbicide = computed(() => draft.value.kind === 'herbicide')
/** A new line like the last one, for another turf: most labels differ by the rate alone. */
function addUse(): void {
  const last = draft.value.uses.at(-1)
  draft.value.uses.push(
    last ? { ...last, turf: [], states: [...last.states], onlySuppresses: [] } : emptyUse(measure.value),
  )
}
</script>

<template>
  <form novalidate class="label-editor" @submit.prevent="row.submit">
    <p class="small quiet">{{ say('label.says') }}</p>
    <ChoiceField
      v-if="!label"
      :model-value="undefined"
      :label="say('label.fromSample')"
      :options="samples"
      :hint="say('label.fromSampleHint')"
      filter
      @update:model-value="takeSample"
    />
    <div class="pair">
      <TextField v-model="draft.name" :label="say('label.productName')" :fault="at('name')" />
      <ChoiceField
        v-model="draft.kind"
        :label="say('label.kind')"
        :options="options(labelKinds, 'labelKind')"
      />
      <ChoiceField
        :model-value="draft.formulation"
        :label="say('label.formulation')"
        :options="options(formulations, 'formulation')"
        @update:model-value="takeFormulation"
      />
      <TextField
        v-model="draft.registration"
        :label="say('label.registration')"
        :fault="at('registration')"
      />
    </div>
    <ActivesPart v-if="isHerbicide" v-model="draft.actives" :measure="measure" :at="at" />
    <AdditivePart v-else v-model="draft" :at="at" />
    <LabelFindings :findings="findings" />
    <ActivesBasis v-if="isHerbicide" :labels="[draft]" />
    <template v-if="isHerbicide">
      <fieldset v-for="(_, i) in draft.uses" :key="i" class="use">
        <legend>{{ say('label.line', { n: i + 1 }) }}</legend>
        <UsePart v-model="draft.uses[i]!" :measure="measure" :path="`uses.${i}`" :at="at" />
        <button
          v-if="draft.uses.length > 1"
          type="button"
          class="link small"
          @click="draft.uses.splice(i, 1)"
        >
          {{ say('label.dropLine', { n: i + 1 }) }}
        </button>
      </fieldset>
      <button type="button" class="link" @click="addUse">{{ say('label.addLine') }}</button>
      <h3>{{ say('label.limits') }}</h3>
      <LimitsPart v-model="draft" :at="at" />
      <details :open="draft.weedsCopied && !label">
        <summary>{{ say('label.weeds') }}</summary>
        <WeedsPart v-model="draft" :at="at" />
      </details>
      <details>
        <summary>{{ say('label.tank') }}</summary>
        <TankPart v-model="draft" />
      </details>
    </template>
    <details>
      <summary>{{ say('label.amounts') }}</summary>
      <AmountsPart v-model="draft.packages" :measure="measure" part="packages" :at="at" />
      <template v-if="isHerbicide">
        <AmountsPart v-model="draft.coverage" :measure="measure" part="coverage" of-unit="ft2" :at="at" />
        <AmountsPart v-model="draft.spots" :measure="measure" part="spots" of-unit="gal" :at="at" />
      </template>
    </details>
    <details>
      <summary>{{ say('label.safety') }}</summary>
      <SafetyPart v-model="draft" />
      <LineField v-model="draft.notes" :label="say('label.notes')" />
    </details>
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
</style>
