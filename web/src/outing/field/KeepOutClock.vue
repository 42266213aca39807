<script setup lang="ts">
import { computed } from 'vue'
import { computeReentry, usualDryingHours, type LabelRules } from '@jardinero/core/shelf'
import { useWords } from '../../kit/session.ts'
import { useYard } from '../../state/index.ts'

/** How long children and pets stay off: the label's hours, and until it is dry. */
const props = defineProps<{ labels: LabelRules[]; endedAt: string; now: string }>()
const { timeZone } = useYard()
const { say, time } = useWords()
const reentry = computed(() => computeReentry(props.labels, props.endedAt))
const leftS = computed(() => Math.max(0, (Date.parse(reentry.value.at) - Date.parse(props.now)) / 1000))
const clock = computed(() => {
  const s = Math.ceil(leftS.value)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${Math.floor(s / 3600)}:${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}`
})
</script>

<template>
  <section class="keep" :class="{ over: !leftS }">
    <output class="clock" aria-live="off">{{ leftS ? clock : say('outing.keepOver') }}</output>
    <p>{{ say('outing.keepUntil', { until: time(reentry.at, timeZone) }) }}</p>
    <p class="small">
      {{
        say('outing.keepWhy', {
          hours: reentry.stated,
          dry: String(reentry.untilDry),
          usual: usualDryingHours,
        })
      }}
    </p>
  </section>
</template>

<style scoped>
.keep {
  border-left: 4px solid var(--stop);
  padding: 0.3rem 0 0.3rem 1rem;
  margin: 1rem 0;
}
.keep.over {
  border-color: var(--moss);
}
.clock {
  font: 700 2.6rem / 1.1 var(--sans);
  font-variant-numeric: tabular-nums;
}
</style>
