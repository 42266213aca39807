<script setup lang="ts">
import Button from 'primevue/button'
import { computed, reactive } from 'vue'
import type { Reading } from '@jardinero/contract/soil'
import { checkReading } from '@jardinero/core/soil'
import { clockIn, dayIn, instantAt } from '@jardinero/core/quantity'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { connection, newId } from '../kit/api.ts'
import { useSeason, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import ProbePanel from './ProbePanel.vue'

/** One probe reading: place, depth, day and hour, temperature. */
const props = defineProps<{ reading?: Reading | undefined }>()
const emit = defineEmits<{ done: [] }>()
const season = useSeason()
const { places, timeZone, today, day } = useYard()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const id = newId()
const takenAt = props.reading?.takenAt
const typed = reactive({
  placeId:
    props.reading?.placeId ?? places.value.find((p) => p.kind === 'edge')?.id ?? places.value[0]?.id ?? '',
  day: takenAt ? dayIn(takenAt, timeZone.value) : day.value < today.value ? day.value : today.value,
  clock: takenAt ? clockIn(takenAt, timeZone.value) : clockIn(new Date(), timeZone.value),
  depthCm: props.reading?.depthCm ?? (5.08 as number | undefined),
  temperatureC: props.reading?.temperatureC as number | undefined,
  note: props.reading?.note ?? '',
})
const placeOptions = computed(() => places.value.map((p) => ({ value: p.id, label: p.name })))

/** The probe's own clock is now. */
function takeSettled(temperatureC: number): void {
  typed.temperatureC = Math.round(temperatureC * 100) / 100
  if (typed.day === today.value) typed.clock = clockIn(new Date(), timeZone.value)
}
async function submit(): Promise<void> {
  const { clock, day: taken, ...said } = typed
  const row = {
    ...said,
    depthCm: said.depthCm ?? NaN,
    temperatureC: said.temperatureC ?? NaN,
    takenAt: instantAt(taken, clock, timeZone.value),
  }
  if (
    form.refuse(
      ...(said.temperatureC === undefined
        ? [{ code: 'missing', field: 'temperatureC', params: {} }]
        : checkReading(row)),
    )
  )
    return
  const place = places.value.find((p) => p.id === row.placeId)?.name ?? ''
  const saved = await form.save(() =>
    props.reading ? season.changeReading(props.reading, row) : season.addReading(row, place, id),
  )
  if (saved) emit('done')
}
const remove = async () => (await form.save(() => season.removeReading(props.reading!))) && emit('done')
</script>

<template>
  <form novalidate @submit.prevent="submit">
    <ChoiceField
      v-model="typed.placeId"
      :label="say('soil.place')"
      :options="placeOptions"
      :fault="form.faultAt('placeId')"
    />
    <ProbePanel v-if="!reading" @settled="takeSettled" />
    <div class="pair">
      <NumberField
        v-model="typed.temperatureC"
        unit="degC"
        :label="say('soil.temperature')"
        :fault="form.faultAt('temperatureC')"
      />
      <NumberField
        v-model="typed.depthCm"
        unit="cm"
        :label="say('soil.depth')"
        :fault="form.faultAt('depthCm')"
      />
      <TextField v-model="typed.day" type="date" :label="say('soil.day')" :fault="form.faultAt('takenAt')" />
      <TextField v-model="typed.clock" type="time" :label="say('soil.hour')" />
    </div>
    <p class="quiet small">{{ say('soil.readingHint') }}</p>
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <p v-if="form.theirs.value" class="stop" role="alert">{{ form.problem.value?.detail }}</p>
    <p class="buttons">
      <Button
        type="submit"
        :label="
          form.saving.value ? say(connection.away ? 'frame.waiting' : 'frame.saving') : saveWords.save()
        "
        :disabled="form.saving.value"
        size="small"
      />
      <button type="button" class="link" @click="emit('done')">{{ say('frame.cancel') }}</button>
      <button v-if="reading" type="button" class="link stop" @click="remove">
        {{ say('frame.remove') }}
      </button>
    </p>
  </form>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 1rem;
}
.buttons {
  display: flex;
  gap: 1rem;
  margin-top: 0.6rem;
}
</style>
