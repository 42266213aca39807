<script setup lang="ts">
import { computed } from 'vue'
import type { Yard } from '@jardinero/contract/yard'
import { useWords } from '../kit/session.ts'

/** What a crew must know at a property, before it opens the gate. */
const props = defineProps<{ yard: Yard }>()
const { say } = useWords()
const lines = computed(() =>
  [
    props.yard.address,
    props.yard.gate && say('property.gateSays', { gate: props.yard.gate }),
    props.yard.dog && say('property.dog'),
    props.yard.siteNotes,
  ].filter(Boolean),
)
</script>

<template>
  <ul v-if="lines.length" class="site">
    <li v-for="line in lines" :key="String(line)">{{ line }}</li>
  </ul>
</template>

<style scoped>
.site {
  padding-left: 1.1rem;
  margin: 0.3rem 0;
}
</style>
