<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import type { Refusal } from '@jardinero/core/quantity'
import {
  checkLabel,
  formulations,
  measureOfFormulation,
  protectiveGear,
  signalWords,
  type LabelRules,
} from '@jardinero/core/shelf'
import { turfStates } from '@jardinero/core/yard'
import CheckList from '../kit/CheckList.vue'
import ChoiceField from '../kit/ChoiceField.vue'
import FormActions from '../kit/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useAccount } from '../kit/account.ts'
import { useWords } from '../kit/session.ts'
import { useRowForm } from '../kit/useRowForm.ts'
import { draftOf, packageUnits, rateUnits, rulesOf, strengthUnits } from './labelDraft.ts'

/** Copies one pre-emergent label; contradictions are said as it is typed. */
const props = defineProps<{ label?: Label | undefined; turf: string }>()
const emit = defineEmits<{ done: [row?: Label] }>()
const account = useAccount()
const { say } = useWords()
/** The label the draft started from: it keeps what this form does not show. */
const base = ref<LabelRules | undefined>(props.label?.rules)
const draft = reactive(draftOf(base.value, [props.turf]))
const options = <T extends string>(values: readonly T[], prefix: string) =>
  values.map((value) => ({ value, label: say(`${prefix}.${value}`) }))

const measure = computed(() => measureOfFormulation(draft.formulation))
watch(measure, (now) => {
  draft.rateUnit = draft.annualUnit = rateUnits[now][0]!
  draft.strengthUnit = strengthUnits[now][0]!
  draft.packageUnit = packageUnits[now][0]!
})
/** Every unit is offered, so that what stands on the label can be typed and a wrong one is answered in words. */
const allRateUnits = computed(() =>
  options([...rateUnits[measure.value], ...rateUnits[measure.value === 'mass' ? 'volume' : 'mass']], 'unit'),
)
const isComplete = computed(() =>
  [draft.rateMin, draft.rateMax, draft.strength].every((v) => v !== undefined),
)
const rules = computed(() => rulesOf(draft, base.value))
const missing = (field: string, absent: boolean): Refusal[] =>
  absent ? [{ code: 'missing', field: `rules.${field}`, params: {} }] : []
const blanks = (): Refusal[] => [
  ...missing('name', !draft.name.trim()),
  ...missing('actives.0.name', !draft.active.trim()),
  ...missing('actives.0.strength', draft.strength === undefined),
  ...missing('uses.0.rate.min', draft.rateMin === undefined),
  ...missing('uses.0.rate.max', draft.rateMax === undefined),
  ...missing('uses.0.turf', !draft.turf.length),
]
const row = useRowForm({
  part: 'labels',
  row: props.label,
  fields: () => ({ rules: rules.value }),
  check: () => [...blanks(), ...(isComplete.value ? checkLabel(rules.value) : [])],
  done: (saved) => emit('done', saved),
})
const { form } = row
watch(rules, (now) => isComplete.value && form.refuse(...checkLabel(now)))
function takeSample(code: string | undefined): void {
  base.value = account.almanac.sampleLabels.find((l) => l.code === code)?.rules
  Object.assign(draft, draftOf(base.value))
}
const at = (...fields: string[]) => form.faultAt(...fields.map((f) => `rules.${f}`))
const samples = computed(() =>
  account.almanac.sampleLabels.map((l) => ({ value: l.code, label: l.rules.name })),
)
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <p class="small quiet">{{ say('bench.labelSays') }}</p>
    <ChoiceField
      v-if="!label"
      :model-value="undefined"
      :label="say('bench.fromSample')"
      :options="samples"
      :hint="say('bench.fromSampleHint')"
      @update:model-value="takeSample"
    />
    <TextField v-model="draft.name" :label="say('bench.productName')" :fault="at('name')" />
    <TextField v-model="draft.registration" :label="say('bench.registration')" :fault="at('registration')" />
    <ChoiceField
      v-model="draft.formulation"
      :label="say('bench.formulation')"
      :options="options(formulations, 'formulation')"
    />
    <TextField v-model="draft.active" :label="say('bench.active')" :fault="at('actives.0.name')" />
    <div class="pair">
      <NumberField
        v-model="draft.strength"
        :label="say('bench.strength')"
        :fault="at('actives.0.strength', 'actives.0.strength.value')"
      />
      <ChoiceField
        v-model="draft.strengthUnit"
        :label="say('bench.unit')"
        :options="options(['percent', 'lb/gal', 'g/L'], 'unit')"
      />
      <TextField v-model="draft.group" :label="say('bench.group')" />
    </div>
    <CheckList
      v-model="draft.turf"
      :label="say('yard.turf')"
      :options="
        options(
          account.almanac.turf.map((t) => t.code),
          'turf',
        )
      "
      :fault="at('uses.0.turf')"
    />
    <div class="pair">
      <NumberField v-model="draft.rateMin" :label="say('bench.rateMin')" :fault="at('uses.0.rate.min')" />
      <NumberField v-model="draft.rateMax" :label="say('bench.rateMax')" :fault="at('uses.0.rate.max')" />
      <ChoiceField
        v-model="draft.rateUnit"
        :label="say('bench.unit')"
        :options="allRateUnits"
        :fault="at('uses.0.rate')"
      />
    </div>
    <div class="pair">
      <NumberField
        v-model="draft.annual"
        :label="say('bench.annual')"
        :fault="at('uses.0.annualMaximum', 'uses.0.annualMaximum.value')"
      />
      <ChoiceField v-model="draft.annualUnit" :label="say('bench.unit')" :options="allRateUnits" />
      <ChoiceField
        v-model="draft.annualOf"
        :label="say('bench.annualOf')"
        :options="options(['product', 'active'], 'bench.annualOf')"
      />
    </div>
    <div class="pair">
      <NumberField v-model="draft.interval" unit="d" :label="say('bench.interval')" />
      <NumberField v-model="draft.passes" :label="say('bench.passes')" />
      <NumberField v-model="draft.carrier" unit="gal/1000ft2" :label="say('bench.minimumCarrier')" />
    </div>
    <div class="pair">
      <NumberField v-model="draft.waterLeastIn" unit="in" :label="say('bench.waterIn')" />
      <NumberField v-model="draft.waterDays" unit="d" :label="say('bench.waterDays')" />
      <NumberField v-model="draft.keepOffHours" unit="h" :label="say('bench.keepOff')" />
      <NumberField v-model="draft.seedingDays" unit="d" :label="say('bench.seeding')" />
    </div>
    <div class="pair">
      <NumberField v-model="draft.packageAmount" :label="say('bench.packageAmount')" />
      <ChoiceField
        v-model="draft.packageUnit"
        :label="say('bench.unit')"
        :options="options(packageUnits[measure], 'unit')"
      />
      <NumberField v-model="draft.packagePrice" :label="say('bench.packagePrice')" />
      <NumberField v-model="draft.dryHours" unit="h" :label="say('bench.dryHours')" />
    </div>
    <label class="check"
      ><input v-model="draft.atSeeding" type="checkbox" /> {{ say('bench.atSeeding') }}</label
    >
    <CheckList
      v-model="draft.states"
      :label="say('bench.states')"
      :options="options(turfStates, 'turfState')"
    />
    <CheckList v-model="draft.gear" :label="say('bench.gear')" :options="options(protectiveGear, 'gear')" />
    <ChoiceField
      v-model="draft.signalWord"
      :label="say('bench.signalWord')"
      :options="options(signalWords, 'signalWord')"
    />
    <label class="check"
      ><input v-model="draft.restrictedUse" type="checkbox" /> {{ say('bench.restrictedUse') }}</label
    >
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(7rem, 1fr));
  gap: 0 0.8rem;
}
.check {
  display: block;
  margin: 0.6rem 0;
}
</style>
