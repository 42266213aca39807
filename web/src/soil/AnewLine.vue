<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { useWords } from '../kit/session.ts'
import { useSoil } from './soilStore.ts'

/** A line that what stands is being worked out anew, where that takes longer than one would notice. */
const noticedMs = 1500
const store = useSoil()
const { say } = useWords()
const isAnew = computed(() => Boolean(store.kept?.answer && !store.kept.isCurrent && !store.kept.stuck))
const lasts = refDebounced(isAnew, noticedMs)
</script>

<template>
  <p v-if="isAnew && lasts" class="quiet small" role="status">{{ say('soil.ahead.anew') }}</p>
</template>
