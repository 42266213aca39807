<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { lawnDues, type LawnDue } from '@jardinero/contract/constants'
import type { LawnWishes } from '@jardinero/contract/lawns'
import ChoiceField from '../kit/ChoiceField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useTurfNames } from '../yard/index.ts'
import DueMark from './DueMark.vue'

/** What lawns are asked for: how soon they are due, first; the rest where one wants it. */
const props = defineProps<{
  wishes: LawnWishes
  counts: Record<LawnDue, number>
  known: { clients: string[]; tags: string[] }
}>()
const emit = defineEmits<{ wish: [patch: LawnWishes] }>()
const { say } = useWords()
const { turf } = useTurfNames()
const any = 'any'
const typed = ref(props.wishes.search ?? '')
const settled = refDebounced(typed, 250)
watch(settled, (search) => emit('wish', { search }))
watch(
  () => props.wishes.search ?? '',
  (search) => {
    if (search !== settled.value) typed.value = search
  },
)
const shownDues = computed(() => lawnDues.filter((due) => props.counts[due] || props.wishes.due === due))
const anyOf = (all: { value: string; label: string }[]) => [{ value: any, label: say('lawns.any') }, ...all]
const named = (all: string[]) => all.map((value) => ({ value, label: value }))
const choices = computed(() => [
  { key: 'turf' as const, label: say('lawns.column.turf'), options: anyOf(turf.value), filter: true },
  {
    key: 'client' as const,
    label: say('lawns.column.client'),
    options: anyOf(named(props.known.clients)),
    filter: true,
  },
  { key: 'tag' as const, label: say('lawns.tag'), options: anyOf(named(props.known.tags)), filter: true },
  {
    key: 'lacks' as const,
    label: say('lawns.lacks'),
    options: anyOf(['size', 'reading'].map((value) => ({ value, label: say(`lawns.lacks.${value}`) }))),
    filter: false,
  },
])
/** On a phone the list comes first. */
const isOpen = globalThis.innerWidth > 700 || choices.value.some((c) => props.wishes[c.key])
const toldOf = (value: string | undefined) => (value === any ? undefined : value)
</script>

<template>
  <div class="filters">
    <TextField v-model="typed" :label="say('lawns.search')" type="search" />
    <details :open="isOpen">
      <summary>{{ say('lawns.more') }}</summary>
      <div class="more">
        <ChoiceField
          v-for="c in choices"
          :key="c.key"
          :model-value="wishes[c.key] ?? any"
          :label="c.label"
          :options="c.options"
          :filter="c.filter"
          @update:model-value="emit('wish', { [c.key]: toldOf($event) })"
        />
      </div>
    </details>
  </div>
  <div class="dues" role="group" :aria-label="say('lawns.due')">
    <button
      v-for="due in shownDues"
      :key="due"
      type="button"
      class="chip"
      :aria-pressed="wishes.due === due"
      @click="emit('wish', { due: wishes.due === due ? undefined : due })"
    >
      <DueMark :due="due" /> <strong>{{ counts[due] }}</strong>
    </button>
    <button
      type="button"
      class="chip"
      :aria-pressed="wishes.archived === true"
      @click="emit('wish', { archived: wishes.archived ? undefined : true })"
    >
      {{ say('lawns.archived') }}
    </button>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
}
.filters > :first-child {
  flex: 1 1 12rem;
}
details {
  flex: 4 1 30rem;
}
summary {
  color: var(--quiet);
  font-size: 0.85rem;
}
.more {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
  gap: 0.4rem 1rem;
}
@media (max-width: 44rem) {
  details {
    flex-basis: 100%;
  }
}
.dues {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin: 0.8rem 0;
}
.chip {
  border: 1px solid var(--rule);
  border-radius: 1rem;
  background: var(--card);
  color: inherit;
  padding: 0.25rem 0.8rem;
  cursor: pointer;
}
.chip[aria-pressed='true'] {
  border-color: var(--clay);
  background: var(--clay-soft);
}
</style>
