<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Find } from '@jardinero/contract/scout'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import FindForm from './FindForm.vue'
import PlantPlate from './plate/PlantPlate.vue'
import { useKeying } from './useKeying.ts'
import { usePlants } from './usePlants.ts'
import type { FindStart } from './useFindForm.ts'

/** A find is kept: of the plant that was keyed, of the candidates that are left, or of a plant chosen by name. */
const route = useRoute()
const router = useRouter()
const { say } = useWords()
const { plantOf } = usePlants()
const { found, where, restart, begun } = useKeying()
const { result, answers } = found

const named = plantOf(String(route.query['plant'] ?? ''))?.code
const left = result.value.candidates.filter((c, i) => i === 0 || c.share > 0.05).slice(0, 5)
const start: FindStart = {
  plant: named ?? (result.value.verdict === 'decided' ? result.value.candidates[0]!.code : null),
  candidates: named ? [] : left,
  answers: named ? {} : answers.value,
  zoneId: where.zone.value?.id ?? '',
  placeId: where.place.value?.id ?? null,
}
const nothing = computed(() => !named && !begun.value)
async function done(find?: Find): Promise<void> {
  if (find && !named) restart()
  await router.push({ name: 'scout', query: find ? { at: 'find', find: find.id } : {} })
}
</script>

<template>
  <StationPage>
    <template #answer>{{ say('scout.find.new') }}</template>
    <p v-if="nothing">{{ say('scout.answer.nothing') }}</p>
    <div v-else class="keep">
      <div>
        <div v-for="code in start.plant ? [start.plant] : left.map((c) => c.code).slice(0, 2)" :key="code">
          <PlantPlate :plant="code" />
          <p>
            <strong>{{ say(`plant.${code}`) }}</strong> <i class="quiet">{{ plantOf(code)?.botanical }}</i>
          </p>
        </div>
      </div>
      <FindForm :start="start" @done="done" />
    </div>
  </StationPage>
</template>

<style scoped>
.keep {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 24rem);
  gap: 2rem;
}
.keep :deep(.plate) {
  max-width: 24rem;
}
@media (max-width: 60rem) {
  .keep {
    grid-template-columns: 1fr;
  }
}
</style>
