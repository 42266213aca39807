<script setup lang="ts">
import { computed } from 'vue'
import type { ForecastHour } from '@jardinero/contract/weather'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import WeatherDays from './WeatherDays.vue'
import WeatherHours from './WeatherHours.vue'
import { useSoil } from './soilStore.ts'

/** The next ten days hour by hour: air, rain, wind and gusts, damp and cloud; and below, the days the simulation rests on. */
const store = useSoil()
const { yard, today } = useYard()
const { say } = useWords()
const hours = computed(() => store.weather?.hours ?? [])
const most = (pick: (h: ForecastHour) => number) => Math.max(...hours.value.map(pick))
const retry = () => yard.value && store.loadWeather(yard.value.id, today.value, true)
</script>

<template>
  <section>
    <p v-if="store.problem" role="status" class="away">
      {{ store.problem }} <button class="link" @click="retry">{{ say('soil.ahead.retry') }}</button>
    </p>
    <h3>
      {{ say('soil.tenDays') }}
      <span v-if="store.weather?.simulated" class="sample">{{ say('soil.weather.invented') }}</span>
    </h3>
    <WeatherHours v-if="hours.length" :hours="hours" />
    <p v-if="hours.length" class="quiet small">
      {{
        say('soil.tenDaysSay', {
          rain: { value: most((h) => h.rainMm), unit: 'mm' },
          gust: { value: most((h) => h.gust), unit: 'm/s' },
        })
      }}
    </p>
    <p v-else-if="!store.problem" class="quiet" role="status">{{ say('soil.noHours') }}</p>
    <WeatherDays v-if="store.weather" :weather="store.weather" />
  </section>
</template>

<style scoped>
.away {
  border-left: 3px solid var(--ember);
  padding-left: 0.7rem;
  margin-bottom: 0.8rem;
}
</style>
