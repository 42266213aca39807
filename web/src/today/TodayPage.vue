<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { afterPage } from '../kit/afterPage.ts'
import { useWords } from '../kit/session.ts'
import type { TodayItem } from '@jardinero/core/today'
import { tankOfJob, useJobs, useYard } from '../state/index.ts'
import { useSoilPrefix } from '../soil/index.ts'
import AnewLine from '../soil/AnewLine.vue'
import { useShelf } from '../shelf/index.ts'
import { useToday } from './useToday.ts'

/** They come after what waits stands. */
const weeks = afterPage(() => import('./TodayWeeks.vue'))
const TodayWeeks = defineAsyncComponent(weeks)
/** On a phone it stands under the weeks: not before them. */
const TodayAside = defineAsyncComponent(async () => {
  await weeks()
  return import('./TodayAside.vue')
})
/** Up to five things to do next, each a sentence with its because, by what is lost by waiting. */
const { items } = useToday()
const { jobs } = useJobs()
/** One press to where it is done: a job that is put down to the bench with its tank, any other to its row. */
function linkOf({ room, jobId }: TodayItem) {
  const job = jobs.value.find((j) => j.id === jobId)
  if (!job) return { name: room }
  return room === 'bench'
    ? { name: room, query: tankOfJob(job) }
    : { name: room, query: { at: 'jobs', job: job.id } }
}
const prefix = useSoilPrefix()
// When a pass is judged depends on its actives.
void useShelf().load()
const { yard, day, today } = useYard()
const { say, day: sayDay } = useWords()
const heading = computed(() => {
  const params = {
    yard: yard.value?.name ?? '',
    count: items.value.length,
    day: sayDay(day.value, 'weekday'),
  }
  return say(day.value === today.value ? 'today.heading' : 'today.headingOther', params)
})
</script>

<template>
  <article class="today">
    <div class="waits">
      <p class="quiet">{{ sayDay(day, 'long') }}</p>
      <h1>{{ heading }}</h1>
      <p v-if="prefix" class="quiet">{{ prefix }}</p>
      <AnewLine />
      <ol>
        <li v-for="(item, i) in items" :key="i">
          <RouterLink :to="linkOf(item)">
            <span class="what">{{ say(`today.${item.code}`, item.params) }}</span>
            <span class="quiet">{{ say(`today.${item.code}.because`, item.params) }}</span>
          </RouterLink>
        </li>
      </ol>
      <p class="quiet small caution">{{ say('caution.labelIsLaw') }} {{ say('caution.localRules') }}</p>
      <TodayWeeks />
    </div>
    <TodayAside />
  </article>
</template>

<style scoped>
.today {
  padding: 1.8rem 2.2rem 6rem;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2.4rem;
}
.waits {
  max-width: 52rem;
}
@media (min-width: 64rem) {
  .today {
    grid-template-columns: minmax(0, 1fr) minmax(18rem, 24rem);
  }
}
h1 {
  font-size: clamp(1.4rem, 1rem + 1.6vw, 1.9rem);
  margin-bottom: 1.4rem;
  text-wrap: balance;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  counter-reset: item;
}
li {
  border-top: 1px solid var(--rule);
  counter-increment: item;
}
li a {
  display: grid;
  gap: 0.15rem;
  text-decoration: none;
  padding: 0.9rem 0 0.9rem 2.2rem;
  position: relative;
}
li a::before {
  content: counter(item);
  position: absolute;
  left: 0.2rem;
  top: 0.85rem;
  color: var(--clay);
  font-family: var(--serif);
  font-size: 1.25rem;
}
.what {
  font-family: var(--serif);
  font-size: 1.18rem;
}
li a:hover .what {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.caution {
  margin-top: 2rem;
}
</style>
