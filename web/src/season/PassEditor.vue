<script setup lang="ts">
import type { LabelId } from '@jardinero/core/quantity'
import { computed, ref } from 'vue'
import {
  rangeOfLabel,
  writtenRate,
  type JudgedProgramme,
  type PassTime,
  type ProgrammePass,
} from '@jardinero/core/season'
import { timingSchools, type PassRule, type TimingSchoolId } from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { givenFigure } from '../kit/working.ts'
import PartnerHint from './PartnerHint.vue'
import PassLength from './PassLength.vue'
import PassWatering from './PassWatering.vue'
import { usePlanContext } from './usePlanContext.ts'

/** One pass of the programme at hand: label, rate, partner, edges, day; and how it is watered in. */
const props = defineProps<{ pass: ProgrammePass; number: number; judged: JudgedProgramme }>()
const emit = defineEmits<{ change: [patch: Partial<ProgrammePass>]; remove: [] }>()
const { context, barrierLabels } = usePlanContext()
const { say, day: sayDay, quantity, refusal } = useWords()
const open = ref(false)

const meant = computed(() => props.judged.passes.find((p) => p.id === props.pass.id))
const day = computed(() => (props.pass.when.kind === 'day' ? props.pass.when.day : meant.value?.day))
const labels = computed(() => barrierLabels.value.map((l) => ({ value: l.id, label: l.rules.name })))
const label = computed(() => context.value.labels.find((l) => l.id === props.pass.labelId))
const partners = computed(() => [
  { value: '', label: say('season.noPartner') },
  ...labels.value.filter((l) => l.value !== props.pass.labelId),
])
const faults = computed(() => {
  const at = props.judged.programme.passes.findIndex((p) => p.id === props.pass.id)
  return props.judged.faults.filter((f) => f.field?.startsWith(`passes.${at}.`))
})
const faultAt = (field: string) => {
  const fault = faults.value.find((f) => f.field?.endsWith(`.${field}`))
  return fault && refusal(fault)
}
/** A label's least rate, as a partner or a new choice begins. */
function rateOf(labelId: LabelId, share: number): ProgrammePass['rate'] | undefined {
  const found = context.value.labels.find((l) => l.id === labelId)
  const range = found && rangeOfLabel(found, context.value.zones)
  const value = range && writtenRate(range.min + (range.max - range.min) * share, range)
  return range && { value: value!, unit: range.unit }
}
function takeLabel(labelId: LabelId | undefined): void {
  const rate = labelId && rateOf(labelId, 0.5)
  if (labelId && rate) emit('change', { labelId, rate })
}
function takePartner(labelId: LabelId | undefined): void {
  const rate = labelId ? rateOf(labelId, 0) : undefined
  emit('change', { partner: labelId && rate ? { labelId, rate } : undefined })
}
const setRate = (value: number | undefined) =>
  value !== undefined &&
  Number.isFinite(value) &&
  value !== props.pass.rate.value &&
  emit('change', { rate: { ...props.pass.rate, value } })
const setDay = (to: string) =>
  /^\d{4}-\d{2}-\d{2}$/.test(to) && emit('change', { when: { kind: 'day', day: to } })

const edges = computed(() =>
  (['once', 'twice'] as const).map((value) => ({ value, label: say(`season.edges.${value}`) })),
)
const range = computed(() => {
  const found = label.value && rangeOfLabel(label.value, context.value.zones)
  return found
    ? say('season.labelRange', {
        least: { value: found.min, unit: found.unit },
        most: { value: found.max, unit: found.unit },
      })
    : ''
})
/** The rule it was made by, where its day was fixed since: its id names school and pass. */
const rule = computed<PassTime | undefined>(() => {
  const [school, pass] = props.pass.id.split('.') as [TimingSchoolId, PassRule['id']]
  const known = timingSchools[school]?.passes.some((p) => p.id === pass)
  return known && props.pass.when.kind === 'day' ? { kind: 'rule', school, pass } : undefined
})
const ruleSays = computed(() =>
  props.pass.when.kind === 'rule'
    ? say('season.passRule', {
        school: props.pass.when.school,
        day: meant.value?.day ?? '',
        from: meant.value?.p10 ?? '',
        to: meant.value?.p90 ?? '',
        known: String(Boolean(meant.value?.day)),
        oneDay: String(meant.value?.p10 === meant.value?.p90),
      })
    : '',
)
</script>

<template>
  <RestRow :name="say('season.passN', { n: number })">
    <template #value>{{ day ? sayDay(day, 'weekday') : '—' }}</template>
    <p>
      {{ label?.rules.name ?? '—' }}
      <span v-if="label?.rules.sample" class="sample">{{ say('bench.sample') }}</span>
      <FigureText
        :figure="givenFigure(pass.rate.value, pass.rate.unit, pass.when.kind === 'rule' ? 'label' : 'person')"
        :title="label?.rules.name ?? ''"
      />
      <template v-if="pass.partner">
        + {{ context.labels.find((l) => l.id === pass.partner!.labelId)?.rules.name }}
        {{ quantity(pass.partner.rate.value, pass.partner.rate.unit) }}
      </template>
      <template v-if="pass.edges === 'twice'"> · {{ say('season.edges.twice') }}</template>
    </p>
    <p v-if="ruleSays">{{ ruleSays }}</p>
    <p v-for="(f, i) in faults" :key="i" class="stop" role="alert">
      {{ refusal(f) }}
    </p>
    <PassLength v-if="meant?.length" :length="meant.length" />
    <PassWatering v-if="day" :pass="pass" :day="day" :rain-alone="meant?.rainAlone" />
    <form v-if="open" novalidate @submit.prevent="open = false">
      <ChoiceField
        :model-value="pass.labelId"
        :label="say('season.label')"
        :options="labels"
        :fault="faultAt('labelId')"
        @update:model-value="takeLabel"
      />
      <NumberField
        :model-value="pass.rate.value"
        :unit="pass.rate.unit"
        :label="say('season.rate')"
        :hint="range"
        :fault="faultAt('rate')"
        @update:model-value="setRate"
      />
      <TextField
        :model-value="day ?? ''"
        type="date"
        :label="say('season.passDay')"
        :fault="faultAt('when')"
        @update:model-value="setDay"
      />
      <ChoiceField
        :model-value="pass.edges"
        :label="say('season.edges')"
        :options="edges"
        @update:model-value="$event && emit('change', { edges: $event })"
      />
      <ChoiceField
        :model-value="pass.partner?.labelId ?? ''"
        :label="say('season.partner')"
        :options="partners"
        @update:model-value="takePartner"
      />
      <PartnerHint v-if="partners.length === 1" :pass="pass" />
      <button class="link">{{ say('season.done') }}</button>
      <button v-if="rule" type="button" class="link" @click="emit('change', { when: rule })">
        {{ say('season.byRule') }}
      </button>
      <button type="button" class="link stop" @click="emit('remove')">{{ say('season.removePass') }}</button>
    </form>
    <button v-else class="link" @click="open = true">{{ say('frame.change') }}</button>
  </RestRow>
</template>

<style scoped>
form .link {
  margin-right: 1rem;
}
</style>
