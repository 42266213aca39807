<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Calibration } from '@jardinero/contract/bench'
import { computeCalibration, type CalibrationRun } from '@jardinero/core/bench'
import FigureText from '../kit/FigureText.vue'
import FormActions from '../kit/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useRowForm } from '../kit/useRowForm.ts'
import { useYard } from '../kit/useYard.ts'

/** Known area, three runs with water in your own shoes: area, water, time. */
const props = defineProps<{ calibration?: Calibration | undefined; sprayerId: string }>()
const emit = defineEmits<{ done: [row?: Calibration] }>()
const { say } = useWords()
const { today } = useYard()

interface TypedRun {
  areaSqFt: number | undefined
  volumeGal: number | undefined
  seconds: number | undefined
}
const blank = (): TypedRun => ({ areaSqFt: 1000, volumeGal: undefined, seconds: undefined })
const typed = reactive({
  day: props.calibration?.day ?? today.value,
  runs: (props.calibration?.runs ?? [blank(), blank(), blank()]) as TypedRun[],
})
/** Runs with any water typed; an empty row is no run. */
const runs = computed<CalibrationRun[]>(() =>
  typed.runs
    .filter((r) => r.volumeGal !== undefined || r.seconds !== undefined)
    .map((r) => ({
      areaSqFt: r.areaSqFt ?? NaN,
      volumeGal: r.volumeGal ?? NaN,
      ...(r.seconds !== undefined && { seconds: r.seconds }),
    })),
)
const outcome = computed(() => computeCalibration(runs.value))
const row = useRowForm({
  part: 'calibrations',
  row: props.calibration,
  fields: () => ({ sprayerId: props.sprayerId, day: typed.day, runs: runs.value, note: '' }),
  check: () => (outcome.value.ok ? [] : outcome.value.refusals),
  done: (saved) => emit('done', saved),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <p class="small">{{ say('bench.calibrateSays') }}</p>
    <TextField v-model="typed.day" type="date" :label="say('bench.day')" :fault="form.faultAt('day')" />
    <fieldset v-for="(run, i) in typed.runs" :key="i">
      <legend>{{ say('operand.run', { n: i + 1 }) }}</legend>
      <NumberField
        v-model="run.areaSqFt"
        unit="ft2"
        :label="say('bench.runArea')"
        :fault="form.faultAt(`runs.${i}.areaSqFt`)"
      />
      <NumberField
        v-model="run.volumeGal"
        unit="gal"
        :label="say('bench.runWater')"
        :fault="form.faultAt(`runs.${i}.volumeGal`)"
      />
      <NumberField
        v-model="run.seconds"
        unit="s"
        :label="say('bench.runTime')"
        :fault="form.faultAt(`runs.${i}.seconds`)"
      />
    </fieldset>
    <button type="button" class="link" @click="typed.runs.push(blank())">{{ say('bench.moreRuns') }}</button>
    <p v-if="form.faultAt('runs')" class="stop" role="alert">{{ form.faultAt('runs') }}</p>
    <div v-if="outcome.ok" role="status">
      <p><FigureText :figure="outcome.value.carrierVolume" /></p>
      <p v-if="outcome.value.variation">
        {{ say('bench.variation') }} <FigureText :figure="outcome.value.variation" />
      </p>
      <p
        v-for="c in [...outcome.value.carrierVolume.cautions, ...(outcome.value.variation?.cautions ?? [])]"
        :key="c.code"
        class="caution small"
      >
        {{ say(`caution.${c.code}`, c.params) }}
      </p>
    </div>
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--rule);
  padding: 0.3rem 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0 0.7rem;
}
.caution {
  color: var(--ember-text);
}
</style>
