<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Reading } from '@jardinero/contract/soil'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import { useNextApplication, useYard } from '../state/index.ts'
import GroundView from './GroundView.vue'
import ReadingForm from './ReadingForm.vue'
import SoilRests from './SoilRests.vue'
import { useSoilAnswer } from './useSoilAnswer.ts'
import { useSoilNow } from './useSoilNow.ts'
import AnewLine from './AnewLine.vue'
import { useSoilPrefix } from './useSoilPrefix.ts'

/** Soil: when. The answer on top; the ground, the schools, the germination or the weather under it, as the address says. */
const route = useRoute()
const router = useRouter()
const { timing, yard, day } = useYard()
const { say } = useWords()
const { sentence, isSimulated } = useSoilAnswer()
const { chosen, nextOf } = useSoilNow()
const prefix = useSoilPrefix()
const next = useNextApplication()

const views = {
  schools: defineAsyncComponent(() => import('./SchoolsView.vue')),
  germination: defineAsyncComponent(() => import('./GerminationView.vue')),
  weather: defineAsyncComponent(() => import('./WeatherView.vue')),
}
const names = ['ground', ...Object.keys(views)]
const at = computed(() => (names.includes(String(route.query['at'])) ? String(route.query['at']) : 'ground'))
const open = (name: string) =>
  router.replace({ query: { ...route.query, at: name === 'ground' ? undefined : name } })

const editing = ref<{ reading?: Reading }>()
watch(
  () => route.query['read'],
  async (read) => {
    if (!read) return
    editing.value = {}
    await router.replace({ query: { ...route.query, read: undefined } })
  },
  { immediate: true },
)
const verdict = computed(() =>
  isSimulated.value && chosen.value ? nextOf(chosen.value).verdict : timing.value?.verdict,
)
/** It is time when the one next application says so; where none is told, when the soil does. */
const isTime = computed(() => {
  const told = next.told?.yardId === yard.value?.id ? next.told : undefined
  if (told) return told.kind !== 'none' && Boolean(told.day) && told.day! <= day.value
  return verdict.value === 'go' || verdict.value === 'lateAtEdge'
})
</script>

<template>
  <StationPage v-if="timing">
    <template #answer
      ><template v-if="prefix">{{ prefix }}</template
      ><SaidText :code="sentence.code" :params="sentence.params"
    /></template>
    <template #actions>
      <Button v-if="isTime" :label="say('soil.mixNow')" @click="router.push({ name: 'bench' })" />
      <Button v-else :label="say('soil.addReading')" @click="editing = {}" />
      <button v-if="isTime" class="link" @click="editing = {}">{{ say('soil.addReading') }}</button>
      <span class="quiet">{{
        isSimulated ? say('soil.simulatedSays') : timing.window ? say('soil.estimate') : ''
      }}</span>
    </template>
    <AnewLine />
    <nav class="views" :aria-label="say('soil.views')">
      <button
        v-for="name in names"
        :key="name"
        type="button"
        :aria-current="at === name ? 'page' : undefined"
        @click="open(name)"
      >
        {{ say(`soil.view.${name}`) }}
      </button>
    </nav>
    <GroundView v-if="at === 'ground'" :timing="timing" />
    <component :is="views[at as keyof typeof views]" v-else />
    <ul v-if="at === 'ground'" class="cautions small">
      <li v-for="(c, i) in timing.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
      <li>{{ say('soil.caution') }}</li>
    </ul>
    <template #rests>
      <template v-if="editing">
        <h3>{{ say(editing.reading ? 'soil.changeReading' : 'soil.addReading') }}</h3>
        <ReadingForm
          :key="editing.reading?.id ?? 'new'"
          :reading="editing.reading"
          @done="editing = undefined"
        />
      </template>
      <SoilRests v-else :timing="timing" :at="at" @read="editing = $event" />
    </template>
  </StationPage>
</template>

<style scoped>
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.4rem;
  margin-bottom: 0.9rem;
  border-bottom: 1px solid var(--rule);
}
.views button {
  all: unset;
  cursor: pointer;
  padding: 0.3rem 0;
  color: var(--quiet);
  min-height: 24px;
}
.views button[aria-current] {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -2px var(--clay);
}
.views button:focus-visible {
  outline: 2px solid var(--clay);
}
.cautions {
  padding-left: 1.1rem;
  color: var(--ember-text);
}
</style>
