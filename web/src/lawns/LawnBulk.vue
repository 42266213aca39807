<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { ArchiveOrder, TagOrder } from '@jardinero/contract/lawns'
import TextField from '../kit/TextField.vue'
import { send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** What is done with all chosen lawns at once. */
const props = defineProps<{ chosen: Map<string, string>; tags: string[]; archived: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { say } = useWords()
const form = useForm()
const tag = ref('')
const yardIds = computed(() => [...new Set(props.chosen.values())])
const act = (url: string, order: TagOrder | ArchiveOrder) =>
  form.save(async () => {
    await send('PUT', url, order)
    tag.value = ''
    emit('done')
  })
const lay = (add: string[], remove: string[]) =>
  act('/api/yard/lawns/tags', { yardIds: yardIds.value, add, remove })
const putAway = () => act('/api/yard/lawns/archive', { yardIds: yardIds.value, archived: !props.archived })
</script>

<template>
  <form class="bulk" novalidate @submit.prevent="tag.trim() && lay([tag.trim()], [])">
    <strong>{{ say('lawns.chosen', { lawns: chosen.size, properties: yardIds.length }) }}</strong>
    <TextField v-model="tag" :label="say('lawns.tag')" list="lawn-tags" />
    <datalist id="lawn-tags"><option v-for="t in tags" :key="t" :value="t" /></datalist>
    <Button type="submit" :label="say('lawns.layTag')" size="small" :disabled="!tag.trim()" />
    <button type="button" class="link" :disabled="!tag.trim()" @click="lay([], [tag.trim()])">
      {{ say('lawns.takeTag') }}
    </button>
    <button type="button" class="link" @click="putAway">
      {{ say(archived ? 'lawns.bringBack' : 'lawns.putAway') }}
    </button>
    <p v-if="form.problem.value" class="stop" role="alert">
      {{ form.problem.value.faults[0]?.detail ?? form.problem.value.detail }}
    </p>
  </form>
</template>

<style scoped>
.bulk {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1rem;
  align-items: end;
  padding: 0.6rem 0.8rem;
  background: var(--clay-soft);
  margin-bottom: 0.6rem;
}
</style>
