<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import RestRow from '../kit/RestRow.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import PlantPlate from './plate/PlantPlate.vue'
import { useDrill } from './useDrill.ts'

/** The trainer for the eye: a plate or one's own photo, its name among lookalikes; what is got wrong comes back soon. */
const router = useRouter()
const { say } = useWords()
const { card, photo, chosen, separating, due, learned, lapses, choose, next } = useDrill()
const answer = computed(() => {
  if (!card.value) return say('scout.drill.done')
  if (!chosen.value) return say('scout.drill.answer')
  const plant = say(`plant.${card.value.plant}`)
  if (chosen.value === card.value.plant) return say('scout.drill.right', { plant })
  const params = { plant, chosen: say(`plant.${chosen.value}`) }
  return separating.value
    ? say('scout.drill.wrong', { ...params, trait: say(`trait.${separating.value}`).toLowerCase() })
    : say('scout.drill.wrongPlain', params)
})
const wrong = computed(() => card.value && chosen.value && chosen.value !== card.value.plant)
</script>

<template>
  <StationPage>
    <template #answer
      ><span aria-live="polite">{{ answer }}</span></template
    >
    <template #actions>
      <Button v-if="chosen" :label="say('scout.drill.next')" @click="next" />
      <button class="link" @click="router.push({ name: 'scout' })">{{ say('scout.drill.back') }}</button>
    </template>
    <template v-if="card">
      <div class="plates">
        <img v-if="photo" :src="`/api/scout/photos/${photo}`" :alt="say('scout.drill.plate')" />
        <PlantPlate
          v-else
          :plant="card.plant"
          :ring="wrong ? separating : undefined"
          :label="say('scout.drill.plate')"
        />
        <figure v-if="wrong && chosen">
          <PlantPlate :plant="chosen" :ring="separating" />
          <figcaption>{{ say(`plant.${chosen}`) }}</figcaption>
        </figure>
      </div>
      <div class="choices">
        <button
          v-for="(code, i) in card.choices"
          :key="code"
          type="button"
          :disabled="Boolean(chosen)"
          :class="{ right: chosen && code === card.plant, wrong: chosen === code && code !== card.plant }"
          @click="choose(code)"
        >
          <span class="letter" aria-hidden="true">{{ 'abcd'[i] }}</span>{{ say(`plant.${code}`) }}
        </button>
      </div>
    </template>
    <template #rests>
      <RestRow :name="say('scout.drill.due')">
        <template #value>{{ due }}</template>
        {{ say('scout.drill.how') }}
      </RestRow>
      <RestRow :name="say('scout.drill.learned')">
        <template #value>{{ learned }}</template>
        {{ say('scout.drill.learnedSays', { lapses, learned }) }}
      </RestRow>
    </template>
  </StationPage>
</template>

<style scoped>
.plates {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 1.5rem;
  max-width: 52rem;
}
figure {
  margin: 0;
}
img {
  max-width: 100%;
  height: auto;
}
.choices {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.6rem;
  max-width: 40rem;
  margin-top: 1.2rem;
}
.choices button {
  background: var(--card);
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
  padding: 0.8rem;
  text-align: left;
  cursor: pointer;
  min-height: 3rem;
}
.choices .right {
  border: 2px solid var(--moss);
}
.choices .right::after {
  content: ' ✓';
}
.choices .wrong {
  border: 2px solid var(--stop);
  text-decoration: line-through;
}
.letter {
  color: var(--quiet);
  font-size: 0.78rem;
  margin-right: 0.5rem;
}
@media (max-width: 60rem) {
  .plates {
    grid-template-columns: 1fr;
  }
}
</style>
