<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Reading } from '@jardinero/contract/soil'
import { timingSchoolIds, type TimingSchoolId } from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useAccount } from '../kit/account.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'
import { givenFigure } from '../kit/working.ts'
import ReadingForm from './ReadingForm.vue'
import ReadingsChart from './ReadingsChart.vue'
import SoilAhead from './SoilAhead.vue'
import { shownThresholds } from './thresholds.ts'
import { useSoilForecast } from './useSoilForecast.ts'
import { useSoilAnswer } from './useSoilAnswer.ts'

const account = useAccount()
const route = useRoute()
const router = useRouter()
const { yard, places, readings, timing, timeZone } = useYard()
const { say, time, day: sayDay } = useWords()
const answer = useSoilAnswer()
const soil = useSoilForecast()

const editing = ref<{ reading?: Reading }>()
watch(
  () => route.query['read'],
  async (read) => {
    if (!read) return
    editing.value = {}
    await router.replace({ query: { ...route.query, read: undefined } })
  },
  { immediate: true },
)
const schools = computed(() => timingSchoolIds.map((value) => ({ value, label: say(`school.${value}`) })))
const takeSchool = (timingSchool: TimingSchoolId | undefined) =>
  timingSchool && account.change('yards', yard.value!, { timingSchool })
const thresholds = computed(() =>
  timing.value
    ? shownThresholds(timing.value).map(({ name, c }) => ({
        name,
        figure: givenFigure(c, 'degC', 'practice'),
      }))
    : [],
)
const latest = computed(() => readings.value.toSorted((a, b) => (a.takenAt < b.takenAt ? 1 : -1)).slice(0, 8))
const placeName = (id: string) => places.value.find((p) => p.id === id)?.name ?? ''
const isTime = computed(() => timing.value?.verdict === 'go' || timing.value?.verdict === 'lateAtEdge')
</script>

<template>
  <StationPage v-if="timing">
    <template #answer><SaidText :code="answer.code" :params="answer.params" /></template>
    <template #actions>
      <Button v-if="isTime" :label="say('soil.mixNow')" @click="router.push({ name: 'bench' })" />
      <Button v-else :label="say('soil.addReading')" @click="editing = {}" />
      <button v-if="isTime" class="link" @click="editing = {}">{{ say('soil.addReading') }}</button>
      <span v-if="timing.window" class="quiet">{{ say('soil.estimate') }}</span>
    </template>
    <ReadingsChart :timing="timing" />
    <SoilAhead :soil="soil" />
    <table>
      <thead>
        <tr>
          <th>{{ say('soil.place') }}</th>
          <th>{{ say('soil.fiveDayMean') }}</th>
          <th>{{ say('soil.trend') }}</th>
          <th>{{ say('soil.lastRead') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in timing.places" :key="p.place.id">
          <td>
            {{ p.place.name }} <span class="quiet small">{{ say(`placeKind.${p.place.kind}`) }}</span>
          </td>
          <td>
            <FigureText v-if="p.fiveDayMean" :figure="p.fiveDayMean" :title="p.place.name" /><span
              v-else
              class="quiet"
              >{{ say('soil.notRead') }}</span
            >
          </td>
          <td><FigureText v-if="p.trend" :figure="p.trend" :title="p.place.name" /></td>
          <td>{{ p.last ? sayDay(p.last.day) : '' }}</td>
        </tr>
      </tbody>
    </table>
    <ul class="cautions small">
      <li v-for="(c, i) in timing.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
    </ul>
    <template #rests>
      <template v-if="editing">
        <h3>{{ say(editing.reading ? 'soil.changeReading' : 'soil.addReading') }}</h3>
        <ReadingForm
          :key="editing.reading?.id ?? 'new'"
          :reading="editing.reading"
          @done="editing = undefined"
        />
      </template>
      <template v-else>
        <ChoiceField
          :model-value="timing.school"
          :label="say('soil.school')"
          :options="schools"
          :hint="say(`school.${timing.school}.says`)"
          @update:model-value="takeSchool"
        />
        <RestRow v-for="t in thresholds" :key="t.name" :name="say(`soil.parameter.${t.name}`)">
          <template #value><FigureText :figure="t.figure" /></template>
          {{ say('soil.parameterSays') }}
        </RestRow>
        <RestRow :name="say('soil.readings')">
          <template #value>{{ readings.length }}</template>
          {{ say('soil.readingsSay') }}
        </RestRow>
        <ul class="latest small">
          <li v-for="r in latest" :key="r.id">
            <button class="link" @click="editing = { reading: r }">{{ placeName(r.placeId) }}</button>
            <span>{{ time(r.takenAt, timeZone) }}</span>
            <FigureText
              :figure="givenFigure(r.temperatureC, 'degC', 'probe')"
              :title="placeName(r.placeId)"
            />
          </li>
        </ul>
      </template>
    </template>
  </StationPage>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
  margin-top: 1rem;
}
th {
  text-align: left;
  font-weight: 500;
  color: var(--quiet);
  font-size: 0.86rem;
}
td,
th {
  padding: 0.35rem 0.6rem 0.35rem 0;
  border-bottom: 1px solid var(--rule);
}
.cautions {
  padding-left: 1.1rem;
  color: var(--ember-text);
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
