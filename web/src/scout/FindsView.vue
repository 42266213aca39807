<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import FigureText from '../kit/FigureText.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import YardPlan from '../yard/YardPlan.vue'
import FindPins from './FindPins.vue'
import FindsFiles from './FindsFiles.vue'
import SeasonMarks from './SeasonMarks.vue'
import PlantPlate from './plate/PlantPlate.vue'
import { useFinds } from './useFinds.ts'
import { useKeying } from './useKeying.ts'

/** Where scouting begins: the finds so far on the plan, and the ways to the next. */
const router = useRouter()
const { say, day: sayDay } = useWords()
const { finds, amountOf, placeName, nameOf, verdictOf } = useFinds()
const { begun, restart } = useKeying()

const open = (at: string, more: object = {}) => router.push({ name: 'scout', query: { at, ...more } })
function start(ask: 'weed' | 'turf'): void {
  restart(ask)
  void open('key')
}
/** The find on which something is to be done, by the rank of its best act. */
const pressing = computed(
  () =>
    finds.value
      .map((find) => ({ find, best: verdictOf(find)?.acts[0] }))
      .filter(({ best }) => best && best.act !== 'wait')
      .toSorted((a, b) => b.best!.rank - a.best!.rank)[0],
)
const answer = computed(() => {
  if (!finds.value.length) return say('scout.answer.nothing')
  const { find, best } = pressing.value ?? {}
  return say('scout.answer.finds', {
    count: finds.value.length,
    act: best?.act ?? 'none',
    plant: find ? nameOf(find) : '',
    place: find?.placeId ? 'some' : 'none',
    placeName: find ? placeName(find) : '',
    todo: best ? `${say(`act.${best.act}`).toLowerCase()}.` : '',
  })
})
</script>

<template>
  <StationPage>
    <template #answer>{{ answer }}</template>
    <template #actions>
      <Button :label="say('scout.start')" @click="start('weed')" />
      <button v-if="begun" class="link" @click="open('key')">{{ say('scout.goOn') }}</button>
      <button class="link" @click="open('name')">{{ say('scout.byName') }}</button>
      <button class="link" @click="start('turf')">{{ say('scout.startTurf') }}</button>
      <button class="link" @click="open('drill')">{{ say('scout.drill') }}</button>
    </template>
    <YardPlan still :most="300">
      <template #over="{ ftPerPx }"
        ><FindPins :ft-per-px="ftPerPx" @open="open('find', { find: $event })"
      /></template>
    </YardPlan>
    <p class="quiet small">{{ say('scout.plan') }}</p>
    <ul class="finds">
      <li v-for="f in finds" :key="f.id">
        <button type="button" class="row" @click="open('find', { find: f.id })">
          <PlantPlate :plant="f.plant ?? f.candidates[0]?.code ?? ''" small />
          <span
            ><strong>{{ nameOf(f) }}</strong
            ><br /><span class="quiet small">{{
              say('scout.foundAt', { place: placeName(f), day: sayDay(f.foundOn, 'long') })
            }}</span></span
          >
        </button>
        <span class="amount"
          ><FigureText v-if="amountOf(f).figure" :figure="amountOf(f).figure!" :title="nameOf(f)" />
          <span class="quiet small">{{ amountOf(f).says }}</span></span
        >
        <span class="act">{{ verdictOf(f)?.acts[0] ? say(`act.${verdictOf(f)!.acts[0]!.act}`) : '' }}</span>
      </li>
    </ul>
    <template #rests>
      <SeasonMarks />
      <FindsFiles />
    </template>
  </StationPage>
</template>

<style scoped>
.finds {
  list-style: none;
  margin: 0.8rem 0 0;
  padding: 0;
}
.finds li {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) 8rem;
  gap: 1rem;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 0.4rem 0;
}
.row {
  all: unset;
  cursor: pointer;
  display: grid;
  grid-template-columns: 4.2rem 1fr;
  gap: 0.8rem;
  align-items: center;
}
.row:focus-visible {
  outline: 2px solid var(--clay);
}
.row:hover strong {
  text-decoration: underline;
}
.amount {
  display: grid;
}
.amount :deep(.figure) {
  justify-self: start;
  font-weight: 600;
}
.act {
  font-weight: 600;
}
@media (max-width: 60rem) {
  .finds li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .amount {
    display: none;
  }
}
</style>
