<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import QrCode from '../../kit/QrCode.vue'
import { useWords } from '../../kit/session.ts'

/** A link that is told once: to copy, or to read off the screen with the other's phone. */
const props = defineProps<{ link: string; says: string }>()
const { say } = useWords()
const copied = ref(false)
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(props.link)
  copied.value = true
}
</script>

<template>
  <div class="once" role="status">
    <p>{{ says }}</p>
    <p class="link-text">{{ link }}</p>
    <QrCode :text="link" :label="say('people.qr')" />
    <p>
      <Button size="small" :label="say('people.copy')" @click="copy" />
      <span v-if="copied" class="quiet"> {{ say('codes.copied') }}</span>
    </p>
  </div>
</template>

<style scoped>
.once {
  border-left: 3px solid var(--clay);
  padding-left: 0.9rem;
  margin-top: 1rem;
}
.link-text {
  overflow-wrap: anywhere;
  font-size: 0.9rem;
}
</style>
