<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import { useWords } from '../kit/session.ts'
import { withControls } from '../kit/controls.ts'
import { useLacking, type Need } from '../yard/index.ts'

/** In a station's place, as long as it cannot answer: the one question it needs, with what follows from it. */
const props = defineProps<{ lacking: readonly Need[] }>()
const route = useRoute()
const { say } = useWords()
const { sayLater } = useLacking()
const views = {
  where: defineAsyncComponent(withControls(() => import('../yard/FirstWhere.vue'))),
  grass: defineAsyncComponent(withControls(() => import('../yard/FirstGrass.vue'))),
  size: defineAsyncComponent(withControls(() => import('../yard/FirstSize.vue'))),
}
const need = computed(() => props.lacking[0]!)
</script>

<template>
  <article class="needs">
    <p class="quiet small">
      {{ say('needs.before', { station: say(`frame.${String(route.name)}`), count: lacking.length }) }}
    </p>
    <h1>{{ say(`needs.${need}`) }}</h1>
    <p class="because">{{ say(`needs.${need}.because`) }}</p>
    <component :is="views[need]" :key="need" />
    <p class="not-now">
      <button v-if="need === 'size'" type="button" class="link" @click="sayLater">
        {{ say('needs.later') }}
      </button>
      <RouterLink v-else class="link" :to="{ name: 'today' }">{{ say('needs.notNow') }}</RouterLink>
    </p>
  </article>
</template>

<style scoped>
.needs {
  padding: 1.5rem 2.2rem 6rem;
  max-width: 44rem;
}
h1 {
  font-size: clamp(1.4rem, 1rem + 1.6vw, 1.9rem);
  margin: 0.3rem 0 0.5rem;
  text-wrap: balance;
}
.because {
  margin-bottom: 1rem;
}
.not-now {
  margin-top: 1.6rem;
}
@media (max-width: 60rem) {
  .needs {
    padding: 1rem 1rem 6rem;
  }
}
</style>
