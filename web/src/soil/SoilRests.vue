<script setup lang="ts">
import { computed } from 'vue'
import type { Reading } from '@jardinero/contract/soil'
import type { Timing } from '@jardinero/core/soil'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useSeason, useYard } from '../state/index.ts'
import { givenFigure } from '../kit/working.ts'
import GroundRest from './GroundRest.vue'
import SignsRest from './SignsRest.vue'
import StationRest from './StationRest.vue'
import TimingRules from './TimingRules.vue'
import WaterRest from './WaterRest.vue'
import WeedsRest from './WeedsRest.vue'
import { useSoilNow } from './useSoilNow.ts'

/** What the answer of the Soil station rests on: for each of its pictures, what that picture is made of. */
defineProps<{ timing: Timing; at: string }>()
const emit = defineEmits<{ read: [of: { reading?: Reading }] }>()
const { places, timeZone } = useYard()
const season = useSeason()
const { say, time, quantity, number } = useWords()
const { answer, setAside, placeName, store } = useSoilNow()

const latest = computed(() =>
  season.readings.toSorted((a, b) => (a.takenAt < b.takenAt ? 1 : -1)).slice(0, 6),
)
const nameOf = (id: string) => places.value.find((p) => p.id === id)?.name ?? ''
const next = computed(() => answer.value?.nextReading)
const weather = computed(() => store.weather)
</script>

<template>
  <TimingRules v-if="at === 'ground' || at === 'schools'" :timing="timing" />
  <template v-if="at === 'ground'">
    <RestRow v-for="s in setAside" :key="s.reading.id" :name="say('soil.leftOut')" class="left-out">
      <template #value
        ><FigureText :figure="givenFigure(s.reading.temperatureC, 'degC', 'probe')" :title="s.place.name"
      /></template>
      {{
        say('soil.leftOutSays', {
          place: s.place.name,
          when: time(s.reading.takenAt, timeZone),
          expected: { value: s.expectedC, unit: 'degC' },
          sigmas: number(s.sigmas, { maximumFractionDigits: 0 }),
        })
      }}
      <button class="link" @click="emit('read', { reading: s.reading })">{{ say('frame.change') }}</button>
    </RestRow>
    <RestRow v-if="next" :name="say('soil.nextReading')">
      <template #value>{{ placeName(next.placeId) }}</template>
      {{
        say(next.daysThen > next.daysNow * 0.95 ? 'soil.nextReadingLittle' : 'soil.nextReadingSays', {
          place: placeName(next.decidesId),
          now: { value: next.daysNow, unit: 'd' },
          then: { value: next.daysThen, unit: 'd' },
        })
      }}
      <button class="link" @click="emit('read', {})">{{ say('soil.addReading') }}</button>
    </RestRow>
    <GroundRest />
    <RestRow v-if="weather" :name="say('soil.weather')">
      <template #value
        ><span v-if="weather.simulated" class="sample">{{ say('soil.weather.invented') }}</span></template
      >
      {{
        say('soil.weatherSays', { station: say(`climate.${weather.station}`), own: weather.own?.days ?? 0 })
      }}
    </RestRow>
    <RestRow :name="say('soil.readings')">
      <template #value>{{ season.readings.length }}</template>
      {{ say('soil.readingsSay') }}
    </RestRow>
    <ul class="latest small">
      <li v-for="r in latest" :key="r.id">
        <button class="link" @click="emit('read', { reading: r })">{{ nameOf(r.placeId) }}</button>
        <span>{{ time(r.takenAt, timeZone) }}</span>
        <FigureText :figure="givenFigure(r.temperatureC, 'degC', 'probe')" :title="nameOf(r.placeId)" />
      </li>
    </ul>
  </template>
  <WeedsRest v-else-if="at === 'germination'" />
  <template v-else-if="at === 'weather'">
    <WaterRest />
    <StationRest />
  </template>
  <SignsRest v-if="at !== 'ground'" />
  <p v-if="at === 'ground' && answer" class="quiet small">
    {{ say('soil.sureSays', { sd: quantity(answer.places[0]?.sdK ?? 0, 'deltaC') }) }}
  </p>
</template>

<style scoped>
.left-out :deep(strong) {
  color: var(--stop);
}
.latest {
  list-style: none;
  padding: 0;
}
.latest li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 0.7rem;
  padding: 0.2rem 0;
}
.latest .link {
  text-align: left;
  border: 0;
  text-decoration: underline dotted;
}
</style>
