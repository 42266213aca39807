<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  inMarkerUnit,
  timingSchoolIds,
  timingSchools,
  type Timing,
  type TimingParameter,
  type TimingSchoolId,
} from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { givenFigure } from '../kit/working.ts'

/** The school of timing and its numbers; each may be changed inside its range, for this yard. */
const props = defineProps<{ timing: Timing }>()
const account = useAccount()
const { say, quantity } = useWords()
const saveWords = useSaveWords()
const { yard } = useYard()
const form = useForm()
const changing = ref<string>()
const typed = ref<number>()

const schools = computed(() => timingSchoolIds.map((value) => ({ value, label: say(`school.${value}`) })))
const takeSchool = (timingSchool: TimingSchoolId | undefined) =>
  timingSchool && form.save(() => account.change('yards', yard.value!, { timingSchool }))
const own = computed(() => yard.value?.timingParameters?.[props.timing.school] ?? {})
const unitOf = (p: TimingParameter) => (p.unit === 'degF' ? ('degC' as const) : p.unit)
const rows = computed(() =>
  Object.entries(timingSchools[props.timing.school].parameters as Record<string, TimingParameter>).map(
    ([name, parameter]) => ({
      name,
      parameter,
      unit: unitOf(parameter),
      figure: givenFigure(
        props.timing.parameters[name]!,
        unitOf(parameter),
        name in own.value ? 'person' : 'practice',
      ),
    }),
  ),
)
function open(name: string): void {
  changing.value = name
  typed.value = props.timing.parameters[name]
}
const outside = (p: TimingParameter) =>
  typed.value === undefined ||
  !(typed.value >= inMarkerUnit(p.least, p) - 1e-6 && typed.value <= inMarkerUnit(p.most, p) + 1e-6)
const range = (p: TimingParameter) =>
  say('refusal.outsideRange', {
    least: quantity(inMarkerUnit(p.least, p), unitOf(p)),
    most: quantity(inMarkerUnit(p.most, p), unitOf(p)),
  })
async function save(name: string, parameter: TimingParameter): Promise<void> {
  if (outside(parameter)) return
  const { school } = props.timing
  const timingParameters = {
    ...yard.value?.timingParameters,
    [school]: { ...own.value, [name]: typed.value! },
  }
  if (await form.save(() => account.change('yards', yard.value!, { timingParameters })))
    changing.value = undefined
}
async function reset(): Promise<void> {
  const { [props.timing.school]: _, ...others } = yard.value?.timingParameters ?? {}
  await form.save(() => account.change('yards', yard.value!, { timingParameters: others }))
}
</script>

<template>
  <section>
    <ChoiceField
      :model-value="timing.school"
      :label="say('soil.school')"
      :options="schools"
      :hint="say(`school.${timing.school}.says`)"
      @update:model-value="takeSchool"
    />
    <RestRow v-for="r in rows" :key="r.name" :name="say(`soil.parameter.${r.name}`)">
      <template #value><FigureText :figure="r.figure" :title="say(`soil.parameter.${r.name}`)" /></template>
      <form v-if="changing === r.name" novalidate @submit.prevent="save(r.name, r.parameter)">
        <NumberField
          v-model="typed"
          :unit="r.unit"
          :label="say(`soil.parameter.${r.name}`)"
          :fault="outside(r.parameter) ? range(r.parameter) : undefined"
        />
        <button class="link">{{ saveWords.save() }}</button>
        <button type="button" class="link" @click="changing = undefined">{{ say('frame.cancel') }}</button>
      </form>
      <template v-else>
        {{ say(`soil.parameterSays.${r.parameter.unit}`) }}
        <button class="link" @click="open(r.name)">{{ say('frame.change') }}</button>
      </template>
    </RestRow>
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
    <button v-if="Object.keys(own).length" class="link small" @click="reset">
      {{ say('soil.asUsual') }}
    </button>
  </section>
</template>

<style scoped>
form .link {
  margin-right: 1rem;
}
</style>
