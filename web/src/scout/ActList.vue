<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '@jardinero/core/scout'
import { useWords } from '../kit/session.ts'

/** What one can do, the best first, each with its reason; below a rule what is ruled out, and why. */
const props = defineProps<{ verdict: Verdict }>()
const { say } = useWords()
const open = computed(() => props.verdict.acts.filter((a) => a.rank > 0))
const shut = computed(() => props.verdict.acts.filter((a) => a.rank === 0))
</script>

<template>
  <ol class="acts">
    <li v-for="a in open" :key="a.act">
      <strong>{{ say(`act.${a.act}`) }}</strong>
      <span>{{ say(`because.${a.because}`, a.params) }}</span>
    </li>
    <li v-for="a in shut" :key="a.act" class="shut">
      <span
        ><s>{{ say(`act.${a.act}`) }}</s> <span class="small">{{ say('scout.find.ruledOut') }}</span></span
      >
      <span>{{ say(`because.${a.because}`, a.params) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.acts {
  list-style: none;
  margin: 0.3rem 0 1.4rem;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 11rem 1fr;
  gap: 0.2rem 1rem;
  padding: 0.4rem 0;
  border-bottom: 1px solid var(--rule);
}
li:first-child strong {
  color: var(--clay);
}
.shut {
  color: var(--quiet);
}
@media (max-width: 60rem) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
