<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { findByName, plantGroups, type PlantGroup } from '@jardinero/core/scout'
import ChoiceField from '../kit/ChoiceField.vue'
import StationPage from '../kit/StationPage.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useTurfNames } from '../yard/index.ts'
import PlantPlate from './plate/PlantPlate.vue'
import { usePlants } from './usePlants.ts'

/** A plant by any country's name, or by looking through the plates of a group. */
const router = useRouter()
const { say } = useWords()
const { plants, plantOf } = usePlants()
const { otherNames } = useTurfNames()
/** The address may ask for one plant, as the search over everything does. */
const asked = plantOf(String(useRoute().query['plant'] ?? ''))
const typed = ref(asked ? say(`plant.${asked.code}`) : '')
const group = ref<PlantGroup | 'all'>('all')
const matches = computed(() => findByName(plants.value, typed.value))
const groups = computed(() => [
  { value: 'all' as const, label: say('scout.name.all') },
  ...plantGroups.map((value) => ({ value, label: say(`group.${value}`) })),
])
const shown = computed(() => {
  const codes =
    typed.value.trim().length > 1 ? matches.value.map((m) => m.code) : plants.value.map((p) => p.code)
  return codes
    .map((code) => plantOf(code)!)
    .filter((p) => group.value === 'all' || p.group === group.value)
    .map((plant) => ({ plant, match: matches.value.find((m) => m.code === plant.code) }))
})
/** Plates are many; so many are shown, and more on asking. */
const atOnce = 12
const most = ref(atOnce)
watch([typed, group], () => (most.value = atOnce))
const answer = computed(() =>
  typed.value.trim().length > 1
    ? say('scout.name.found', { count: matches.value.length, typed: typed.value.trim() })
    : say('scout.name.answer'),
)
</script>

<template>
  <StationPage>
    <template #answer>{{ answer }}</template>
    <template #actions>
      <button class="link" @click="router.push({ name: 'scout' })">{{ say('scout.drill.back') }}</button>
    </template>
    <div class="fields">
      <TextField v-model="typed" :label="say('scout.name.label')" />
      <ChoiceField v-model="group" :label="say('scout.name.group')" :options="groups" />
    </div>
    <ul class="plates">
      <li v-for="{ plant, match } in shown.slice(0, most)" :key="plant.code">
        <RouterLink :to="{ name: 'scout', query: { at: 'keep', plant: plant.code } }">
          <PlantPlate :plant="plant.code" />
          <strong>{{ say(`plant.${plant.code}`) }}</strong>
        </RouterLink>
        <p class="quiet small">
          <i>{{ plant.botanical }}</i>
        </p>
        <p v-if="match?.countries.length" class="small">
          {{ say('scout.name.calledIn', { name: match.name, countries: match.countries.join(', ') }) }}
        </p>
        <p v-else class="quiet small">{{ otherNames(plant) }}</p>
      </li>
    </ul>
    <button v-if="shown.length > most" class="link more" @click="most += atOnce">
      {{ say('scout.name.more', { left: shown.length - most }) }}
    </button>
  </StationPage>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: minmax(0, 20rem) minmax(0, 14rem);
  gap: 0 1.4rem;
}
.plates {
  list-style: none;
  margin: 0.8rem 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
  gap: 1.2rem 1.6rem;
}
.more {
  margin-top: 1.4rem;
}
a {
  text-decoration: none;
}
a:hover strong {
  text-decoration: underline;
}
@media (max-width: 60rem) {
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>
