<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import FigureText from '../kit/FigureText.vue'
import LongList from '../kit/LongList.vue'
import StationPage from '../kit/StationPage.vue'
import { useLongList } from '../kit/useLongList.ts'
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
const rows = computed(() =>
  finds.value.map((find) => ({
    find,
    name: nameOf(find),
    amount: amountOf(find),
    best: verdictOf(find)?.acts[0],
  })),
)
const list = useLongList(rows, ({ find, name }) => `${name} ${placeName(find)}`)
const { some } = list
/** The find on which something is to be done, by the rank of its best act. */
const pressing = computed(
  () =>
    rows.value
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
    <LongList :list="list" :label="say('scout.search')">
      <ul class="finds">
        <li v-for="{ find, name, amount, best } in some" :key="find.id">
          <button type="button" class="row" @click="open('find', { find: find.id })">
            <PlantPlate :plant="find.plant ?? find.candidates[0]?.code ?? ''" small />
            <span
              ><strong>{{ name }}</strong
              ><br /><span class="quiet small">{{
                say('scout.foundAt', { place: placeName(find), day: sayDay(find.foundOn, 'long') })
              }}</span></span
            >
          </button>
          <span class="amount"
            ><FigureText v-if="amount.figure" :figure="amount.figure" :title="name" />
            <span class="quiet small">{{ amount.says }}</span></span
          >
          <span class="act">{{ best ? say(`act.${best.act}`) : '' }}</span>
        </li>
      </ul>
    </LongList>
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
