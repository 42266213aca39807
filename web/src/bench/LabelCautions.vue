<script setup lang="ts">
import { computed } from 'vue'
import type { LabelRules } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'

/** The cautions that always stand beside a label: gear, keep-out, the law. */
const props = defineProps<{ rules: LabelRules; named?: boolean }>()
const { say } = useWords()
const gear = computed(() => props.rules.gear.map((g) => say(`gear.${g}`)).join(', '))
const keepOff = computed(() => {
  const { hours, untilDry } = props.rules.keepOff
  if (untilDry) return say('caution.keepOffDry', { hours })
  return hours > 0 ? say('caution.keepOffHours', { hours }) : ''
})
</script>

<template>
  <ul class="label-cautions small">
    <li v-if="named">
      <strong class="of">{{ rules.name }}</strong>
    </li>
    <li v-if="rules.signalWord !== 'none'">
      <strong>{{ say(`signalWord.${rules.signalWord}`) }}</strong>
    </li>
    <li v-if="gear">{{ say('caution.gear', { gear }) }}</li>
    <li v-if="keepOff">{{ keepOff }}</li>
    <li v-if="rules.restrictedUse">{{ say('caution.restrictedUse', { label: rules.name }) }}</li>
    <li>{{ say('caution.water') }}</li>
    <li>{{ say('caution.labelIsLaw') }} {{ say('caution.localRules') }}</li>
    <li>{{ say('caution.poison') }}</li>
  </ul>
</template>

<style scoped>
.label-cautions {
  padding: 0.8rem 0 0 1.1rem;
  margin: 1rem 0 0;
  border-top: 1px solid var(--rule);
  color: var(--quiet);
}
.label-cautions strong {
  color: var(--stop);
}
.label-cautions .of {
  color: var(--ink);
}
</style>
