<script setup lang="ts">
import { computed } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import { computeWatering, type ProgrammePass } from '@jardinero/core/season'
import SaidText from '../kit/SaidText.vue'
import { useWords } from '../kit/session.ts'
import { usePlanContext } from './usePlanContext.ts'
import { useSprinklerOutput } from './useSprinklerOutput.ts'

/** How a pass is watered in: how much, by when, how long the sprinkler runs, and how often rain alone does it. */
const props = defineProps<{ pass: ProgrammePass; day: Day; rainAlone?: number | undefined }>()
const { context, wishes } = usePlanContext()
const { say } = useWords()
const output = useSprinklerOutput()
const watering = computed(() =>
  computeWatering(
    props.pass,
    props.day,
    context.value.labels,
    wishes.value.sprinkler ? output.value : undefined,
  ),
)
</script>

<template>
  <p v-if="watering">
    {{
      say('season.wateringSays', {
        depth: { value: watering.leastMm, unit: 'mm' },
        by: watering.by,
        held: String(watering.notBeforeHours !== undefined),
        dry: { value: watering.notBeforeHours ?? 0, unit: 'h' },
      })
    }}
    <SaidText v-if="watering.minutes" code="season.minutesSay" :params="{ minutes: watering.minutes }" />
    <template v-if="rainAlone !== undefined">
      {{ ' ' }}{{ say('season.rainAlone', { share: { value: rainAlone, unit: 'ratio' } }) }}
    </template>
    <span v-if="watering.clash" class="stop">{{ say('season.wateringClash') }}</span>
  </p>
</template>
