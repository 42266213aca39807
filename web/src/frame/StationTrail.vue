<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useHeld } from '../state/index.ts'
import { useToday } from '../today/index.ts'
import { useWords } from '../kit/session.ts'
import PhoneBar from './PhoneBar.vue'
import { stations } from './stations.ts'

/**
 * The stations in the order of the work; a dot where something waits. On a phone it is a bar at the foot that shows how far
 * along the work one is; pressed, it opens all of them.
 */
const emit = defineEmits<{ find: [] }>()
const route = useRoute()
const { say } = useWords()
const { waitsAt } = useToday()
const isOpen = ref(false)
watch(
  () => route.fullPath,
  () => (isOpen.value = false),
)
const held = useHeld()
/** The list of lawns is for whoever has several. */
const others = computed(() => [
  ...((held.opening?.yardCount ?? 0) > 1 ? (['lawns'] as const) : []),
  ...(['you', 'words'] as const),
])
</script>

<template>
  <nav :aria-label="say('frame.stations')" class="trail" :class="{ open: isOpen }">
    <div class="all">
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
      <RouterLink v-for="o in others" :key="o" :to="{ name: o }" :class="{ here: route.name === o }"
        ><span class="n" />{{ say(`frame.${o}`) }}</RouterLink
      >
      <button type="button" class="search" @click="emit('find')">
        <span class="n">/</span>{{ say('frame.find') }}
      </button>
    </div>
    <PhoneBar :open="isOpen" @toggle="isOpen = !isOpen" @find="emit('find')" />
  </nav>
</template>

<style scoped>
.trail {
  border-right: 1px solid var(--rule);
}
.all {
  padding: 1.4rem 0 1rem 0.6rem;
  display: flex;
  flex-direction: column;
  gap: 0.15rem;
}
.all a,
.search {
  text-decoration: none;
  padding: 0.22rem 0.2rem;
  color: var(--quiet);
  display: flex;
  align-items: center;
}
.search {
  background: none;
  border: 0;
  cursor: pointer;
  text-align: left;
}
.n {
  flex: none;
  width: 1.05rem;
  font-size: 0.78rem;
  color: var(--quiet);
}
.all a.here {
  color: var(--ink);
  font-weight: 650;
}
.all a.here .n {
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
    background: var(--paper);
    border: 0;
    border-top: 1px solid var(--rule);
  }
  .all {
    display: none;
  }
  .open .all {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 1rem;
    padding: 0.8rem 1.2rem;
    border-bottom: 1px solid var(--rule);
  }
  .open .all a,
  .open .search {
    min-height: 48px;
    font-size: 1.05rem;
  }
  .open .n {
    width: 1.5rem;
  }
  .open hr {
    display: none;
  }
}
</style>
