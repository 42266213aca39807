<script setup lang="ts">
import { computed, ref } from 'vue'
import type { StationTaken } from '@jardinero/contract/weather'
import { guessColumns, guessUnits, isTypicalYear, type StationMapping } from '@jardinero/core/soil'
import FaultList from '../kit/FaultList.vue'
import RestRow from '../kit/RestRow.vue'
import { send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useYard } from '../state/index.ts'
import StationColumns from './StationColumns.vue'
import { useSoil } from './soilStore.ts'

/** The yard's own station: a CSV with its columns named, or a typical year; what it gave so far. */
const store = useSoil()
const { yard, today } = useYard()
const { say, day: sayDay } = useWords()
const form = useForm()
const file = ref<{ name: string; text: string; heading: string[]; sample: string[] }>()
const mapping = ref<StationMapping>()
const taken = ref<StationTaken>()
const typicalTaken = ref(false)
const own = computed(() => store.weather?.own)

async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const given = input.files?.[0]
  input.value = ''
  if (!given) return
  form.clear()
  taken.value = undefined
  typicalTaken.value = false
  const text = await given.text()
  if (isTypicalYear(text)) return takeTypical(text)
  const { default: Papa } = await import('papaparse')
  const [heading = [], ...rows] = Papa.parse<string[]>(text.slice(0, 60_000)).data
  const [sample = []] = rows
  const columns = guessColumns(heading)
  mapping.value = {
    columns,
    ...guessUnits(heading, rows, columns),
    dayOrder: /^\d{4}/.test(sample[columns.day ?? 0] ?? '') ? 'ymd' : 'mdy',
    every: columns.minimum === undefined ? 'hour' : 'day',
  }
  file.value = { name: given.name, text, heading, sample }
}
const reload = () => store.loadWeather(yard.value!.id, today.value, true)
async function takeTypical(epw: string): Promise<void> {
  typicalTaken.value = await form.save(async () => {
    await send('POST', '/api/soil/typical-year', { yardId: yard.value!.id, epw })
    await reload()
  })
}
async function take(): Promise<void> {
  await form.save(async () => {
    const order = { yardId: yard.value!.id, csv: file.value!.text, mapping: mapping.value }
    taken.value = await send<StationTaken>('POST', '/api/soil/station', order)
    file.value = undefined
    await reload()
  })
}
const forget = () =>
  form.save(async () => {
    await send('DELETE', `/api/soil/station?yardId=${yard.value!.id}`)
    await reload()
  })
</script>

<template>
  <section>
    <h3>{{ say('soil.station') }}</h3>
    <RestRow v-if="own" :name="say('soil.station.has')">
      <template #value>{{ own.days }}</template>
      {{
        say('soil.station.hasSays', {
          from: own.from ? sayDay(own.from, 'long') : '',
          to: own.to ? sayDay(own.to, 'long') : '',
          filled: own.filled,
          days: own.days,
          typical: String(own.typical),
        })
      }}
      <button class="link" @click="forget">{{ say('soil.station.forget') }}</button>
    </RestRow>
    <p v-else class="quiet small">{{ say('soil.station.says') }}</p>
    <label class="link small">
      {{ say('soil.station.take') }}
      <input type="file" class="visually-hidden" accept=".csv,.epw,.txt,text/csv" @change="choose" />
    </label>
    <form v-if="file && mapping" novalidate @submit.prevent="take">
      <p class="small">{{ file.name }}: {{ file.sample.slice(0, 6).join(' · ') }}</p>
      <StationColumns v-model="mapping" :heading="file.heading" />
      <button class="link">{{ say(form.saving.value ? 'frame.saving' : 'soil.station.takeIn') }}</button>
      <button type="button" class="link" @click="file = undefined">{{ say('frame.cancel') }}</button>
    </form>
    <p v-if="taken" role="status" class="small">
      {{
        say('soil.station.taken', {
          days: taken.days,
          filled: taken.filled,
          from: sayDay(taken.from, 'long'),
          to: sayDay(taken.to, 'long'),
        })
      }}
      <template v-for="g in taken.gaps" :key="g.from">
        {{ say('soil.station.gap', { from: sayDay(g.from, 'long'), to: sayDay(g.to, 'long') }) }}
      </template>
    </p>
    <p v-if="typicalTaken" role="status" class="small">{{ say('soil.station.typicalTaken') }}</p>
    <FaultList class="small" :faults="form.faults.value.slice(0, 8).map((f) => f.detail)" />
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
  </section>
</template>

<style scoped>
h3 {
  margin-top: 1.2rem;
}
form .link {
  margin-right: 1rem;
}
ul {
  padding-left: 1.1rem;
}
</style>
