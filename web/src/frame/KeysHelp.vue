<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useWords } from '../kit/session.ts'
import { stations } from './stations.ts'

const emit = defineEmits<{ close: [] }>()
const { say } = useWords()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())
const others = [
  ['0', 'frame.today'],
  ['t', 'frame.keyToday'],
  ['r', 'frame.keyReading'],
  ['w', 'frame.keyWorking'],
  ['/', 'frame.find'],
  ['?', 'frame.keys'],
] as const
</script>

<template>
  <dialog ref="dialog" class="over keys" @close="emit('close')">
    <h2>{{ say('frame.keys') }}</h2>
    <dl>
      <template v-for="s in stations" :key="s.key"
        ><dt>{{ s.key }}</dt>
        <dd>{{ say(`frame.${s.name}`) }}</dd></template
      >
      <template v-for="[key, word] in others" :key="key"
        ><dt>{{ key }}</dt>
        <dd>{{ say(word) }}</dd></template
      >
    </dl>
    <form method="dialog">
      <button class="link">{{ say('frame.close') }}</button>
    </form>
  </dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.3rem 1rem;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
</style>
