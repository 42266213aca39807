<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useJobs, useYard } from '../state/index.ts'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import ActList from './ActList.vue'
import FindForm from './FindForm.vue'
import FindPhotos from './FindPhotos.vue'
import LifeClock from './LifeClock.vue'
import PlantLore from './PlantLore.vue'
import VerdictRules from './VerdictRules.vue'
import PlateLarge from './PlateLarge.vue'
import { useFinds } from './useFinds.ts'
import { usePlants } from './usePlants.ts'

/** One find: what to do about it and why, its plant's year here, why it grows there. */
const route = useRoute()
const router = useRouter()
const jobs = useJobs()
const { say, day: sayDay } = useWords()
const { finds, marks, amountOf, placeName, nameOf, verdictOf } = useFinds()
const { plantOf } = usePlants()
const { situation } = useYard()
const editing = ref(false)

const find = computed(() => finds.value.find((f) => f.id === route.query['find']))
const plant = computed(() => plantOf(find.value?.plant))
const verdict = computed(() => find.value && verdictOf(find.value))
const best = computed(() => verdict.value?.acts[0])
const mark = computed(() => verdict.value?.mark)
const marked = computed(() =>
  marks.value.find((m) => m.plant === plant.value?.code && m.zoneId === find.value?.zoneId && !m.done),
)
const answer = computed(() => {
  if (!find.value) return say('scout.answer.nothing')
  if (!plant.value) {
    const [first, second] = find.value.candidates
    const named = (c?: { code: string }) => (c ? say(`plant.${c.code}`) : '')
    return say('scout.find.answerOpen', { first: named(first), second: named(second) })
  }
  if (verdict.value?.ownTurf) return say('scout.find.answer.ownTurf', { plant: nameOf(find.value) })
  return say('scout.find.answer', {
    plant: nameOf(find.value),
    act: say(`act.${best.value!.act}`).toLowerCase(),
    because: say(`because.${best.value!.because}`, best.value!.params),
  })
})
/** The half of the year in which it germinates, as this hemisphere calls it. */
const season = computed(() => {
  const month = Number(mark.value?.germinatesFrom.slice(5, 7))
  const asNorth = situation.value.hemisphere === 'southern' ? ((month + 5) % 12) + 1 : month
  return asNorth <= 6 ? 'spring' : 'autumn'
})
/** A job whose product is chosen later: thought of, with its day. */
const setMark = () =>
  jobs.add({
    zoneId: find.value!.zoneId,
    origin: 'mark',
    task: 'apply',
    plants: [plant.value!.code],
    products: [],
    ground: { kind: 'all', sqFt: null },
    when: { kind: 'day', day: mark.value!.from, latest: mark.value!.germinatesFrom },
    note: '',
    proposed: true,
    why: '',
  })
function done(): void {
  editing.value = false
  if (!find.value) void router.push({ name: 'scout' })
}
</script>

<template>
  <StationPage>
    <template #answer>{{ answer }}</template>
    <template #actions>
      <Button
        v-if="mark && !marked"
        :label="say('scout.find.mark', { season, from: mark.from })"
        @click="setMark"
      />
      <span v-if="marked" role="status">{{ say('scout.find.marked', { from: marked.from }) }}</span>
      <button v-if="find" class="link" @click="editing = !editing">{{ say('scout.find.edit') }}</button>
      <button class="link" @click="router.push({ name: 'scout' })">{{ say('scout.drill.back') }}</button>
    </template>
    <template v-if="find">
      <div class="top">
        <PlateLarge
          :plant="find.plant ?? find.candidates[0]?.code ?? ''"
          :beside="find.plant ? undefined : find.candidates[1]?.code"
        />
        <div>
          <h2>{{ nameOf(find) }}</h2>
          <p v-if="plant" class="quiet">
            <i>{{ plant.botanical }}</i> · {{ say(`cycle.${plant.cycle}`) }}
          </p>
          <p v-for="h in plant?.hazards ?? []" :key="h" class="hazard">{{ say(`hazard.${h}`) }}</p>
          <p v-if="find.note">{{ find.note }}</p>
        </div>
      </div>
      <template v-if="verdict && plant && !verdict.ownTurf">
        <h3>{{ say('scout.find.acts') }}</h3>
        <ActList :verdict="verdict" />
        <h3>
          {{ say('scout.find.year') }} <span class="quiet small">{{ say('scout.find.yearSays') }}</span>
        </h3>
        <LifeClock :clock="verdict.clock" />
        <p v-if="verdict.mayLiveOn" class="small">{{ say('scout.find.mayLiveOn') }}</p>
        <PlantLore :plant="plant" />
      </template>
    </template>
    <template v-if="find" #rests>
      <FindForm v-if="editing" :key="find.version" :find="find" @done="done" />
      <template v-else>
        <RestRow :name="placeName(find)">
          <template #value>{{ sayDay(find.foundOn) }}</template>
          {{ say(`stage.${find.stage}`) }}
        </RestRow>
        <RestRow :name="say('scout.find.amount')">
          <template #value
            ><FigureText v-if="amountOf(find).figure" :figure="amountOf(find).figure!" :title="nameOf(find)"
          /></template>
          {{ amountOf(find).says }}
        </RestRow>
        <FindPhotos :find="find" />
        <VerdictRules v-if="verdict && !verdict.ownTurf" :thresholds="verdict.thresholds" />
      </template>
    </template>
  </StationPage>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: minmax(0, 21rem) 1fr;
  gap: 1.6rem;
  align-items: center;
  margin-bottom: 1rem;
}
.hazard {
  border-left: 3px solid var(--ember);
  padding-left: 0.6rem;
  margin-top: 0.4rem;
}
h3 {
  margin-top: 0.6rem;
}
h3 .small {
  font-family: var(--sans);
}
@media (max-width: 60rem) {
  .top {
    grid-template-columns: 1fr;
  }
}
</style>
