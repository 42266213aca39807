<script setup lang="ts">
import type { YardId } from '@jardinero/core/quantity'
import { computed, defineAsyncComponent } from 'vue'
import { useRouter } from 'vue-router'
import { withControls } from '../kit/controls.ts'
import { useWords } from '../kit/session.ts'
import { useHeld, useYard } from '../state/index.ts'

/** The open yard; a choice where there are several, a search where there are many. */
const YardSearch = defineAsyncComponent(withControls(() => import('./YardSearch.vue')))
const held = useHeld()
const router = useRouter()
const { yard } = useYard()
const { say } = useWords()
const yards = computed(() => held.opening?.yards ?? [])
const count = computed(() => held.opening?.yardCount ?? 0)
/** The same station of another yard: what was open in this one is not there. */
const open = (yardId: YardId) => {
  const { name, query } = router.currentRoute.value
  return router.push({ name: name!, params: { yardId }, query: query['day'] ? { day: query['day'] } : {} })
}
</script>

<template>
  <YardSearch v-if="count > yards.length" :name="yard?.name ?? ''" @open="open" />
  <select
    v-else-if="count > 1"
    class="small"
    :aria-label="say('frame.otherYard')"
    :value="yard?.id"
    @change="open(($event.target as HTMLSelectElement).value)"
  >
    <option v-for="y in yards" :key="y.id" :value="y.id">{{ y.name }}</option>
  </select>
  <span v-else class="quiet small">{{ yard?.name }}</span>
</template>

<style scoped>
select {
  font-size: 0.75rem;
  padding: 0;
  text-overflow: ellipsis;
  max-width: 5.9rem;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: var(--quiet);
  min-height: 24px;
}
span {
  overflow-wrap: anywhere;
}
</style>
