<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { RemovedRow } from '@jardinero/contract/removed'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useRemoved } from '../state/index.ts'

/** What was removed in the last thirty days, each with a way to have it back. */
const removed = useRemoved()
const session = useSession()
const form = useForm()
const { say, quantity, day } = useWords()
const rows = ref<RemovedRow[]>([])
const load = async () => (rows.value = await removed.list().catch(() => []))
onMounted(load)
const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const when = (instant: string) => session.words.time(instant, here)

function nameOf(r: RemovedRow): string {
  if (r.part === 'labels') return r.row.rules.name
  if (r.part === 'sections') return r.row.name
  if (r.part === 'readings')
    return `${quantity(r.row.temperatureC, 'degC')}, ${session.words.time(r.row.takenAt, here)}`
  const plant = r.row.plant ?? r.row.candidates[0]?.code
  return `${plant ? say(`plant.${plant}`) : say('removed.unknownPlant')}, ${day(r.row.foundOn)}`
}
async function bringBack({ part, row }: RemovedRow): Promise<void> {
  if (await form.save(() => removed.bringBack(part, row.id))) await load()
}
</script>

<template>
  <details class="removed">
    <summary>{{ say('removed.title', { count: rows.length }) }}</summary>
    <p class="quiet small">{{ say('removed.says') }}</p>
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <ul v-if="rows.length">
      <li v-for="r in rows" :key="r.row.id">
        <span>{{ say(`removed.kind.${r.part}`) }}: {{ nameOf(r) }}</span>
        <span class="quiet small">{{ say('removed.when', { when: when(r.removedAt) }) }}</span>
        <button type="button" class="link" @click="bringBack(r)">{{ say('removed.bringBack') }}</button>
      </li>
    </ul>
    <p v-else class="quiet">{{ say('removed.none') }}</p>
  </details>
</template>

<style scoped>
.removed {
  margin-top: 1.5rem;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  padding: 0.35rem 0;
  border-top: 1px solid var(--rule);
}
</style>
