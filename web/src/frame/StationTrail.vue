<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useToday } from '../today/index.ts'
import { useWords } from '../kit/session.ts'
import { stations } from './stations.ts'

/** The stations in the order of the work; a dot where something waits. On a phone, the bar at the foot. */
const route = useRoute()
const { say } = useWords()
const { waitsAt } = useToday()
/** On a phone the bar is longer than the screen: where one is stays in sight. */
const bar = ref<HTMLElement>()
watch(
  () => route.name,
  () =>
    void nextTick(() => {
      const here = bar.value?.querySelector<HTMLElement>('.here')
      if (here && bar.value!.scrollWidth > bar.value!.clientWidth)
        bar.value!.scrollTo({ left: here.offsetLeft - bar.value!.clientWidth / 2 })
    }),
  { immediate: true },
)
</script>

<template>
  <nav ref="bar" :aria-label="say('frame.stations')" class="trail">
    <RouterLink :to="{ name: 'today' }" :class="{ here: route.name === 'today' }"
      ><span class="n">0</span>{{ say('frame.today') }}</RouterLink
    >
    <RouterLink
      v-for="s in stations"
      :key="s.name"
      :to="{ name: s.name }"
      :class="{ here: route.name === s.name }"
    >
      <span class="n">{{ s.key }}</span>{{ say(`frame.${s.name}`) }}
      <span v-if="waitsAt(s.name)" class="waits"
        ><span class="visually-hidden">{{ say('frame.waits') }}</span></span
      >
    </RouterLink>
    <hr />
    <RouterLink :to="{ name: 'you' }" :class="{ here: route.name === 'you' }"
      ><span class="n" />{{ say('frame.you') }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.trail {
  border-right: 1px solid var(--rule);
  padding: 1.4rem 0 1rem 0.6rem;
  display: flex;
  flex-direction: column;
  gap: 0.15rem;
}
a {
  text-decoration: none;
  padding: 0.22rem 0.2rem;
  color: var(--quiet);
  display: flex;
  align-items: center;
}
.n {
  flex: none;
  width: 1.05rem;
  font-size: 0.78rem;
  color: var(--quiet);
}
a.here {
  color: var(--ink);
  font-weight: 650;
}
a.here .n {
  color: var(--clay);
}
.waits {
  width: 0.42rem;
  height: 0.42rem;
  border-radius: 50%;
  background: var(--clay);
  flex: none;
  margin-left: 0.2rem;
}
hr {
  border: 0;
  border-top: 1px solid var(--rule);
  margin: 0.6rem 1rem 0.6rem 0;
}
@media (max-width: 60rem) {
  .trail {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 4;
    flex-direction: row;
    justify-content: space-around;
    background: var(--paper);
    border: 0;
    border-top: 1px solid var(--rule);
    padding: 0.3rem;
    overflow-x: auto;
    scrollbar-width: none;
  }
  hr,
  .n {
    display: none;
  }
  a {
    flex: none;
    padding: 0.55rem 0.35rem;
  }
}
</style>
