<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Calibration, CalibrationMethod, Sprayer } from '@jardinero/contract/bench'
import { calibrationMethods } from '@jardinero/contract/constants'
import {
  computeAnyCalibration,
  checkNozzle,
  spreaderKinds,
  usualCarrierOf,
  type CalibrationRecord,
} from '@jardinero/core/bench'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import { useRowForm, useYard } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import CalibrationRuns from './CalibrationRuns.vue'
import StopWatch from './StopWatch.vue'
import { blankRun, type TypedRun } from './typedRun.ts'

/** With water in your own shoes: runs over known ground, the whole lawn, what a nozzle catches; a spreader by weighing back. */
const props = defineProps<{
  calibration?: Calibration | undefined
  sprayer: Sprayer
  wholeSqFt?: number | undefined
}>()
const emit = defineEmits<{ done: [row?: Calibration] }>()
const { say } = useWords()
const options = useOptions()
const { today } = useYard()
const isSpreader = spreaderKinds.has(props.sprayer.kind)
/** How a can is wetted nobody measures: it is made where a spot mix is taken by the can. */
const methods = calibrationMethods.filter((m) => m !== 'wetted' && (m === 'weighBack') === isSpreader)

const typed = reactive({
  day: props.calibration?.day ?? today.value,
  method: (props.calibration?.method ?? methods[0]!) as CalibrationMethod,
  runs: (props.calibration?.runs ?? [blankRun(), blankRun(), blankRun()]) as TypedRun[],
  nozzleGpm: props.calibration?.inputs?.nozzleGpm,
  mph: props.calibration?.inputs?.mph,
  spacingIn:
    props.calibration?.inputs?.spacingIn ?? (props.sprayer.swathFt ? props.sprayer.swathFt * 12 : undefined),
  flOzCaught: props.calibration?.inputs?.flOzCaught,
  usualGalPer1000: props.calibration?.inputs?.usualGalPer1000 ?? usualCarrierOf(props.sprayer.kind),
  psi: props.calibration?.inputs?.psi,
  setting: props.calibration?.inputs?.setting ?? '',
})
function takeMethod(method: CalibrationMethod | undefined): void {
  if (!method) return
  typed.method = method
  typed.runs = method === 'wholeLawn' ? [blankRun(props.wholeSqFt)] : [blankRun(), blankRun(), blankRun()]
}
/** Runs with anything typed; an empty row is no run. */
const filled = computed(() => typed.runs.filter((r) => r.volumeGal !== undefined || r.seconds !== undefined))
const isRuns = computed(() => typed.method === 'knownArea' || typed.method === 'wholeLawn')
const inputs = computed(() => {
  const { nozzleGpm, mph, spacingIn, flOzCaught, psi, setting } = typed
  const said = { nozzleGpm, mph, spacingIn, flOzCaught, psi }
  const numbers = Object.fromEntries(Object.entries(said).filter(([, v]) => v !== undefined))
  if (typed.method === 'weighBack')
    return {
      ...(setting && { setting }),
      weighed: filled.value.map((r) => ({ areaSqFt: r.areaSqFt ?? NaN, lb: r.volumeGal ?? NaN })),
    }
  if (typed.method === 'usual')
    return typed.usualGalPer1000 === undefined ? {} : { usualGalPer1000: typed.usualGalPer1000 }
  return typed.method === 'catch' || typed.method === 'ounces' ? numbers : null
})
const fields = () => ({
  sprayerId: props.sprayer.id,
  day: typed.day,
  method: typed.method,
  inputs: inputs.value,
  runs: isRuns.value
    ? filled.value.map((r) => ({
        areaSqFt: r.areaSqFt ?? NaN,
        volumeGal: r.volumeGal ?? NaN,
        ...(r.seconds !== undefined && { seconds: r.seconds }),
      }))
    : [],
  note: '',
})
const outcome = computed(() => computeAnyCalibration(fields() as CalibrationRecord))
const found = computed(() => {
  if (!outcome.value.ok) return undefined
  const { value } = outcome.value
  return value.kind === 'spreader'
    ? { figure: value.spreadRate, variation: undefined, pace: undefined }
    : { figure: value.carrierVolume, variation: value.variation, pace: value.pace }
})
/** The nozzle against its nominal, where both are known. */
const wear = computed(() => {
  const { gpm, psi } = props.sprayer.nozzle ?? {}
  return gpm && psi && typed.nozzleGpm
    ? checkNozzle({ gpm: typed.nozzleGpm, psi: typed.psi ?? psi }, { gpm, psi })
    : undefined
})
const row = useRowForm({
  part: 'calibrations',
  row: props.calibration,
  fields,
  check: () => (outcome.value.ok ? [] : outcome.value.refusals),
  done: (saved) => emit('done', saved),
})
const { form } = row
const runFault = (i: number, field: 'areaSqFt' | 'volumeGal' | 'seconds') =>
  form.faultAt(`runs.${i}.${field}`, ...(field === 'volumeGal' ? [`runs.${i}.lb`] : []))
const cautions = computed(() => [
  ...(found.value?.figure.cautions ?? []),
  ...(found.value?.variation?.cautions ?? []),
  ...(wear.value?.cautions ?? []),
])
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <p class="small">{{ say(`bench.methodSays.${typed.method}`) }}</p>
    <ChoiceField
      v-if="methods.length > 1"
      :model-value="typed.method"
      :label="say('bench.method')"
      :options="options(methods, 'bench.method')"
      @update:model-value="takeMethod"
    />
    <TextField v-model="typed.day" type="date" :label="say('bench.day')" :fault="form.faultAt('day')" />
    <template v-if="isRuns || typed.method === 'weighBack'">
      <TextField v-if="typed.method === 'weighBack'" v-model="typed.setting" :label="say('bench.setting')" />
      <CalibrationRuns
        v-model="typed.runs"
        :by-weight="isSpreader"
        :fixed="typed.method === 'wholeLawn'"
        :fault-at="runFault"
      />
    </template>
    <template v-else-if="typed.method === 'catch'">
      <NumberField
        v-model="typed.nozzleGpm"
        :label="say('bench.nozzleGpm')"
        :fault="form.faultAt('nozzleGpm', 'inputs')"
      />
      <NumberField v-model="typed.mph" :label="say('bench.mph')" :fault="form.faultAt('mph')" />
      <NumberField
        v-model="typed.spacingIn"
        unit="in"
        :label="say('bench.spacing')"
        :fault="form.faultAt('spacingIn')"
      />
      <NumberField v-model="typed.psi" :label="say('bench.psi')" />
    </template>
    <NumberField
      v-else-if="typed.method === 'usual'"
      v-model="typed.usualGalPer1000"
      unit="gal/1000ft2"
      :label="say('bench.usualCarrier')"
      :fault="form.faultAt('inputs.usualGalPer1000')"
    />
    <NumberField
      v-else
      v-model="typed.flOzCaught"
      unit="floz"
      :label="say('bench.flOzCaught')"
      :fault="form.faultAt('flOzCaught', 'inputs.flOzCaught')"
    />
    <StopWatch v-if="!isSpreader && typed.method !== 'usual'" :pace="found?.pace?.value" />
    <p v-if="form.faultAt('runs')" class="stop" role="alert">{{ form.faultAt('runs') }}</p>
    <div v-if="found" role="status">
      <p><FigureText :figure="found.figure" /></p>
      <p v-if="found.variation">{{ say('bench.variation') }} <FigureText :figure="found.variation" /></p>
      <p v-for="c in cautions" :key="c.code" class="caution small">
        {{ say(`caution.${c.code}`, c.params) }}
      </p>
    </div>
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.caution {
  color: var(--ember-text);
}
</style>
