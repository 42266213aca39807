<script setup lang="ts">
import type { LawnDue } from '@jardinero/contract/constants'
import { useWords } from '../kit/session.ts'
import { dueLooks } from './dueLooks.ts'

/** How soon a lawn is due, by a shape as well as a colour. */
defineProps<{ due: LawnDue; day?: string | null }>()
const { say } = useWords()
</script>

<template>
  <span class="due">
    <svg viewBox="-6 -6 12 12" aria-hidden="true" :class="due"><path :d="dueLooks[due]" /></svg>
    {{ say(`lawns.due.${due}`) }} <span v-if="day" class="quiet">{{ day }}</span>
  </span>
</template>

<style scoped>
.due {
  white-space: nowrap;
}
svg {
  width: 0.8rem;
  height: 0.8rem;
  margin-right: 0.3rem;
  vertical-align: -0.08rem;
}
</style>
