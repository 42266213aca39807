<script setup lang="ts">
import { computed } from 'vue'
import type { LabelledLength } from '@jardinero/core/season'
import { useWords } from '../kit/session.ts'

/** How long a pass lasts by its label and by the model, and which of the two is taken: the label's where they differ. */
const props = defineProps<{ length: LabelledLength }>()
const { say } = useWords()
const differs = computed(
  () => props.length.modelDays < props.length.leastDays || props.length.modelDays > props.length.mostDays,
)
</script>

<template>
  <p>
    {{
      say('season.lengthSays', {
        least: Math.round(length.leastDays),
        most: Math.round(length.mostDays),
        model: length.modelDays,
        which: differs ? 'label' : 'both',
      })
    }}
  </p>
</template>
