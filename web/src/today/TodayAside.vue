<script setup lang="ts">
import { computed } from 'vue'
import { addDays } from '@jardinero/core/quantity'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { usePlants } from '../scout/index.ts'
import { useKeptSeason, usePlans } from '../season/index.ts'
import { useSoilNow } from '../soil/index.ts'
import { useYard } from '../state/index.ts'

/** Beside what waits: the soil now, what comes up, what is in force. */
const { places, day, today, zones } = useYard()
const { answer } = useSoilNow()
const { say, number } = useWords()
const { load, loaded } = usePlants()
void load()
const isNow = computed(() => day.value === today.value)
const soil = computed(() =>
  isNow.value
    ? places.value.flatMap((place) => {
        const outlook = answer.value?.places.find((p) => p.id === place.id)
        return outlook ? [{ place, mean: outlook.meanToday }] : []
      })
    : [],
)
/** What comes up later than that is no news yet. */
const soonDays = 90
/** Of each weed that is watched, where it comes up first. */
const coming = computed(() => {
  if (!isNow.value || !loaded.value) return []
  const curves = answer.value?.germination ?? []
  const first = new Map<string, (typeof curves)[number]>()
  for (const c of curves) {
    const known = first.get(c.plant + c.trend)
    if (!known || c.upToday > known.upToday || (c.tenth ?? '9') < (known.tenth ?? '9'))
      first.set(c.plant + c.trend, c)
  }
  const soon = addDays(day.value, soonDays)
  const isComing = (c: (typeof curves)[number]) =>
    c.upToday > 0.02 ? c.upToday < 0.95 : c.tenth !== undefined && c.tenth > day.value && c.tenth <= soon
  return [...first.values()].filter(isComing).toSorted((a, b) => b.upToday - a.upToday)
})
const placeName = (id: string) => places.value.find((p) => p.id === id)?.name ?? ''
/** Until when what is down holds, by the season without another pass. */
const { usualHalf } = usePlans()
const { ofHalf } = useKeptSeason()
const holds = computed(() => {
  const bare = ofHalf(usualHalf.value)?.rows?.find((r) => !r.programme.passes.length)
  return zones.value.flatMap((zone) => {
    const own = places.value.filter((p) => p.zoneId === zone.id).map((p) => p.id)
    const until = bare?.judgement.places
      .filter((p) => own.includes(p.placeId))
      .flatMap((p) => p.holdsUntil?.p50 ?? [])
      .sort()[0]
    return until && until > day.value ? [{ zone, until }] : []
  })
})
</script>

<template>
  <aside class="beside">
    <section v-if="soil.length">
      <h2>{{ say('today.soilNow') }}</h2>
      <ul class="pairs">
        <li v-for="s in soil" :key="s.place.id">
          {{ s.place.name }} <span><FigureText :figure="s.mean" :title="s.place.name" /></span>
        </li>
      </ul>
    </section>
    <section v-if="coming.length">
      <h2>{{ say('today.comingUp') }}</h2>
      <ul>
        <li v-for="c in coming" :key="c.plant + c.trend">
          {{
            say('today.comesUp', {
              plant: say(`plant.${c.plant}`),
              place: placeName(c.placeId),
              up: String(c.upToday > 0.02),
              share: number(c.upToday * 100, { maximumFractionDigits: 0 }),
              day: c.tenth ?? '',
            })
          }}
        </li>
      </ul>
    </section>
    <section v-if="holds.length">
      <h2>{{ say('today.inForce') }}</h2>
      <ul>
        <li v-for="h in holds" :key="h.zone.id">
          {{ say('today.holds', { zone: h.zone.name, until: h.until }) }}
        </li>
      </ul>
    </section>
  </aside>
</template>

<style scoped>
.beside {
  font-size: 0.95rem;
}
h2 {
  font-size: 1.05rem;
  margin: 0 0 0.4rem;
}
section {
  margin-bottom: 1.6rem;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 0.25rem 0;
  border-top: 1px solid var(--rule);
}
.pairs li {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
}
</style>
