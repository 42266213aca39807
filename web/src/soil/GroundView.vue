<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Timing } from '@jardinero/core/soil'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import GroundPicture from './GroundPicture.vue'
import PlaceTable from './PlaceTable.vue'
import PlaceTabs from './PlaceTabs.vue'
import ReadingsChart from './ReadingsChart.vue'
import SoilLines from './SoilLines.vue'
import SoilProgress from './SoilProgress.vue'
import { seriesColumns, seriesRows } from './ahead.ts'
import { useSoilNow } from './useSoilNow.ts'

/** The picture of the Soil station: the ground cut open, and each place through its weeks. Without weather, the readings alone. */
defineProps<{ timing: Timing }>()
const { yard, places, day, today } = useYard()
const { say } = useWords()
const { store, answer, outlookOf, setAside, placeName } = useSoilNow()

const cut = ref<string>()
const shown = computed(
  () => outlookOf(cut.value) ?? outlookOf(answer.value?.middleId) ?? answer.value?.places[0],
)
const out = computed(() => setAside.value.map((s) => s.reading.id))
const forecastDays = computed(() => (day.value < today.value ? 0 : (store.weather?.forecast.length ?? 0)))
const rests = computed(() =>
  say('soil.ahead.rests', {
    observed: answer.value?.today ?? day.value,
    forecast: forecastDays.value,
    members: answer.value?.members ?? 0,
  }),
)
async function saveSeries(): Promise<void> {
  if (!answer.value) return
  const { default: Papa } = await import('papaparse')
  const rows = places.value.flatMap((place) => {
    const outlook = outlookOf(place.id)
    return outlook ? [{ place: place.name, outlook }] : []
  })
  const text = Papa.unparse(
    { fields: seriesColumns, data: seriesRows(rows, answer.value.today) },
    { escapeFormulae: true, newline: '\r\n' },
  )
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/csv' }))
  link.download = 'soil-series.csv'
  link.click()
  URL.revokeObjectURL(link.href)
}
const retry = () => yard.value && store.loadWeather(yard.value.id, today.value, true)
</script>

<template>
  <figure>
    <p v-if="store.problem" role="status" class="away">
      {{ store.problem }} <button class="link" @click="retry">{{ say('soil.ahead.retry') }}</button>
    </p>
    <template v-if="answer && shown">
      <figcaption>
        <strong>{{ say('soil.groundOf', { place: placeName(shown.id) }) }}</strong>
        <span class="quiet small">{{ say('soil.groundSays') }}</span>
        <PlaceTabs
          :model-value="shown.id"
          :places="places"
          :label="say('soil.cutAt')"
          @update:model-value="cut = $event"
        />
      </figcaption>
      <GroundPicture
        :outlook="shown"
        :today="answer.today"
        :threshold-c="shown.crossings[0]?.thresholdC"
        :set-aside="out"
      />
      <figcaption>
        <strong>{{ say('soil.lines') }}</strong> <span class="sample">{{ say('soil.ahead.simulated') }}</span>
        <SoilProgress v-if="store.progress" />
        <span v-else class="quiet small">{{ rests }}</span>
      </figcaption>
      <SoilLines :answer="answer" :set-aside="out" :forecast-days="forecastDays" />
      <PlaceTable :answer="answer" />
      <p class="links">
        <button class="link" @click="saveSeries">{{ say('soil.seriesCsv') }}</button>
        <a class="link" :href="`/api/soil/readings.csv?yardId=${yard?.id}`" download>{{
          say('soil.readingsCsv')
        }}</a>
      </p>
    </template>
    <template v-else>
      <SoilProgress />
      <ReadingsChart :timing="timing" />
    </template>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.2rem 0.7rem;
  margin: 0 0 0.2rem;
}
.away {
  border-left: 3px solid var(--ember);
  padding-left: 0.7rem;
  margin: 0 0 0.8rem;
}
.links {
  display: flex;
  gap: 1.2rem;
  margin-top: 0.8rem;
}
</style>
