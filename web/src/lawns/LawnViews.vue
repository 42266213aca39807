<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import type { LawnView } from '@jardinero/contract/lawns'
import TextField from '../kit/TextField.vue'
import { newId, send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useMay } from '../kit/useMay.ts'
import { ask, keys, useHeld } from '../state/index.ts'
import { queryOf, type LawnChoice } from './useLawns.ts'

/** Views of the list that are kept by their names: the firm's, whoever kept them. */
const props = defineProps<{ choice: LawnChoice }>()
const emit = defineEmits<{ choose: [choice: LawnChoice] }>()
const held = useHeld()
const { say } = useWords()
const may = useMay()
const form = useForm()
const name = ref('')
const views = useQuery(
  {
    queryKey: computed(() => keys.views(held.who)),
    queryFn: () => ask<LawnView[]>('/api/yard/views'),
  },
  held.client,
)
const word = (choice: LawnChoice) => JSON.stringify(queryOf(choice))
const isHere = (view: LawnView) => word(view) === word(props.choice)
const isNew = computed(() => word(props.choice) !== '{}' && !views.data.value?.some(isHere))
const changed = async (work: Promise<unknown>) => {
  await work
  await views.refetch()
}
const keep = () =>
  form.save(async () => {
    await changed(send('POST', '/api/yard/views', { id: newId(), name: name.value, ...props.choice }))
    name.value = ''
  })
const drop = (view: LawnView) =>
  form.save(() => changed(send('DELETE', `/api/yard/views/${view.id}?version=${view.version}`)))
</script>

<template>
  <div v-if="views.data.value?.length || isNew" class="views">
    <span v-for="view in views.data.value" :key="view.id">
      <button type="button" class="link" :aria-pressed="isHere(view)" @click="emit('choose', view)">
        {{ view.name }}
      </button>
      <button
        v-if="isHere(view) && may('yard.write')"
        type="button"
        class="link quiet drop"
        :aria-label="say('lawns.views.drop', { name: view.name })"
        @click="drop(view)"
      >
        ✕
      </button>
    </span>
    <form v-if="isNew && may('yard.write')" novalidate @submit.prevent="name.trim() && keep()">
      <TextField v-model="name" :label="say('lawns.views.name')" :fault="form.faultAt('name')" />
      <button class="link" :disabled="!name.trim()">{{ say('lawns.views.keep') }}</button>
    </form>
  </div>
</template>

<style scoped>
.views,
form {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  align-items: end;
}
.views {
  margin-bottom: 0.6rem;
}
.drop {
  min-width: 1.7rem;
  min-height: 1.7rem;
}
[aria-pressed='true'] {
  font-weight: 600;
}
</style>
