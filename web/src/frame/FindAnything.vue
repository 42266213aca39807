<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, useId, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useWords } from '../kit/session.ts'
import { useEverything, type Found } from './useEverything.ts'

/** A search over everything: typed, gone through with the arrows, opened with Enter. */
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const { say } = useWords()
const { find, findYards, open } = useEverything()
const dialog = ref<HTMLDialogElement>()
const field = ref<HTMLInputElement>()
const typed = ref('')
const asked = refDebounced(typed, 200)
const yards = ref<Found[]>([])
const at = ref(0)
const listId = useId()
onMounted(() => {
  dialog.value?.showModal()
  field.value?.focus()
})
watch(asked, async (text) => (yards.value = await findYards(text).catch(() => [])))
const found = computed(() => {
  const here = find(typed.value)
  return [...here, ...yards.value.filter((y) => !here.some((f) => f.id === y.id))]
})
watch(typed, () => (at.value = 0))
async function go(item: Found | undefined): Promise<void> {
  if (!item) return
  dialog.value?.close()
  if (item.term) open(item)
  else if (item.to) await router.push(item.to)
}
async function move(by: number): Promise<void> {
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
  await nextTick()
  document.getElementById(`${listId}-${at.value}`)?.scrollIntoView({ block: 'nearest' })
}
</script>

<template>
  <dialog
    ref="dialog"
    class="over find"
    :aria-label="say('find.title')"
    @close="emit('close')"
    @click.self="dialog?.close()"
  >
    <input
      ref="field"
      v-model="typed"
      type="text"
      enterkeyhint="go"
      role="combobox"
      aria-expanded="true"
      aria-autocomplete="list"
      :aria-controls="listId"
      :aria-activedescendant="found.length ? `${listId}-${at}` : undefined"
      :aria-label="say('find.title')"
      :placeholder="say('find.hint')"
      autocomplete="off"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="go(found[at])"
    />
    <ul :id="listId" role="listbox" :aria-label="say('find.title')">
      <li
        v-for="(item, i) in found"
        :id="`${listId}-${i}`"
        :key="item.id"
        role="option"
        :aria-selected="i === at"
        @click="go(item)"
        @pointermove="at = i"
      >
        <span class="title">{{ item.title }}</span>
        <span class="quiet small kind">{{ say(`find.kind.${item.kind}`) }}</span>
        <span v-if="item.more" class="quiet small more">{{ item.more }}</span>
      </li>
    </ul>
    <p v-if="!found.length" role="status">{{ say('find.none', { typed }) }}</p>
  </dialog>
</template>

<style scoped>
.find {
  width: min(36rem, calc(100vw - 1.5rem));
  max-height: 76vh;
  margin-top: 9vh;
  padding: 0.8rem;
}
input {
  width: 100%;
  min-height: 44px;
  padding: 0.4rem 0.8rem;
  font-size: 1.1rem;
  background: var(--paper);
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
}
ul {
  list-style: none;
  margin: 0.5rem 0 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 1rem;
  min-height: 44px;
  align-content: center;
  padding: 0.3rem 0.6rem;
  border-radius: var(--radius);
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--clay-soft);
}
.title::first-letter {
  text-transform: uppercase;
}
.more {
  grid-column: 1 / -1;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
</style>
