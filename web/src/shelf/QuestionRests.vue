<script setup lang="ts">
import { computed, ref } from 'vue'
import { stagesOf, type PlantStage } from '@jardinero/core/scout'
import { opensOn } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import { useYard } from '../state/index.ts'
import { usePlantOptions, usePlants } from '../scout/index.ts'
import SituationRest from './SituationRest.vue'
import TurfCheckRest from './TurfCheckRest.vue'
import type { ShelfChoice } from './useChoice.ts'
import { isTurf, lawnsOf } from '@jardinero/core/yard'
import { wholeYard } from './useQuestion.ts'

/** What the choice rests on: the lawn, its weeds, the week's weather, who sprays and what is beside it. */
const props = defineProps<{ shelf: ShelfChoice }>()
const { zones } = useYard()
const { say, quantity, day: sayDay } = useWords()
const { plants, plantOf } = usePlants()
const options = useOptions()
const asOptions = usePlantOptions()
const s = props.shelf
const lawns = computed(() => [
  ...zones.value.map((z) => ({
    value: z.id,
    label: say(isTurf(z.turf) ? 'shelf.lawn' : 'shelf.ground', {
      zone: z.name,
      turf: z.turf,
      state: z.state,
    }),
  })),
  ...(lawnsOf(zones.value).length > 1 ? [{ value: wholeYard, label: say('shelf.wholeYard') }] : []),
])
const needs = (plant: string) => Boolean(s.choice.value?.needs.includes(plant))
const gentler = (plant: string) => s.choice.value?.gentler.find((g) => g.plant === plant)?.act
/** From when on, where nothing reaches it today. */
function sprayFrom(plant: string): string {
  const choice = s.choice.value
  const day = choice && !choice.tank?.by.has(plant) && opensOn(choice, plant)
  return day ? say('shelf.needsSprayFrom', { day }) : say('shelf.needsSpray')
}
const adding = ref<string>()
const stage = ref<PlantStage>('mature')
const addable = computed(() =>
  asOptions(plants.value.filter((p) => !s.asked.value.some((a) => a.plant === p.code))),
)
function add(): void {
  if (adding.value) void s.ask(adding.value, stage.value)
  adding.value = undefined
}
const highs = computed(() => s.outlook.value.map((d) => d.highC))
const seeding = computed(() => s.request.value?.grounds.find((g) => g.seedingDay))
</script>

<template>
  <ChoiceField
    :model-value="s.lawn.value"
    :label="say('yard.zone')"
    :options="lawns"
    @update:model-value="s.set({ lawn: $event })"
  />
  <RestRow v-for="w in s.weeds.value" :key="w.plant + w.groundId" :name="say(`plant.${w.plant}`)">
    <template #value>{{ say(`stage.${w.stage}`) }}</template>
    <span v-if="gentler(w.plant)">{{
      say('shelf.gentlerBecause', {
        act: say(`act.${gentler(w.plant)!.act}`),
        because: say(`because.${gentler(w.plant)!.because}`, gentler(w.plant)!.params),
      })
    }}</span>
    <span v-else>{{ sprayFrom(w.plant) }}</span>
    <span class="links">
      <button
        v-if="gentler(w.plant) || s.anyway.value.includes(w.plant)"
        class="link"
        @click="s.toggleAnyway(w.plant)"
      >
        {{ say(needs(w.plant) ? 'shelf.asAdvised' : 'shelf.sprayAnyway') }}
      </button>
      <button v-if="s.asked.value.some((a) => a.plant === w.plant)" class="link" @click="s.unask(w.plant)">
        {{ say('frame.remove') }}
      </button>
    </span>
  </RestRow>
  <div class="add">
    <ChoiceField v-model="adding" :label="say('shelf.addWeed')" :options="addable" filter />
    <template v-if="adding">
      <ChoiceField
        v-model="stage"
        :label="say('shelf.stage')"
        :options="options(stagesOf(plantOf(adding)?.group), 'stage')"
      />
      <button class="link" @click="add">{{ say('shelf.addIt') }}</button>
    </template>
  </div>
  <RestRow :name="say('shelf.week')">
    <template v-if="highs.length" #value>{{
      say('shelf.highs', {
        low: quantity(Math.min(...highs), 'degC'),
        high: quantity(Math.max(...highs), 'degC'),
      })
    }}</template>
    {{ say(highs.length ? 'shelf.weekSays' : 'shelf.weekUnknown', { days: highs.length }) }}
  </RestRow>
  <RestRow v-if="seeding?.seedingDay" :name="say('shelf.seeding')">
    <template #value>{{ sayDay(seeding.seedingDay, 'long') }}</template>
    {{ say('shelf.seedingSays', { zone: seeding.name }) }}
  </RestRow>
  <TurfCheckRest v-for="z in s.treated.value" :key="z.id" :zone="z" />
  <h3>{{ say('shelf.situation') }}</h3>
  <SituationRest :situation="s.situation.value" />
</template>

<style scoped>
h3 {
  margin: 1.1rem 0 0.3rem;
}
.links {
  display: flex;
  gap: 0.9rem;
}
.add {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 0.5rem;
}
</style>
