<script setup lang="ts">
import type { Finding } from '@jardinero/core/shelf'
import { useWords } from '../../kit/session.ts'

/** What in a label cannot be, or is hardly meant: what, and what would be consistent. */
defineProps<{ findings: Finding[] }>()
const { say, has } = useWords()
</script>

<template>
  <section v-if="findings.length" class="findings" aria-live="polite">
    <h3>{{ say('label.findings', { count: findings.length }) }}</h3>
    <ul>
      <li v-for="(f, i) in findings" :key="i" :class="f.weight">
        <strong>{{ say(`label.weight.${f.weight}`) }}</strong> {{ say(`refusal.${f.code}`, f.params) }}
        <span v-if="has(`consistent.${f.code}`)" class="consistent">{{
          say(`consistent.${f.code}`, f.params)
        }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.findings {
  border-left: 3px solid var(--stop);
  padding-left: 0.9rem;
  margin: 1rem 0;
}
ul {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
  display: grid;
  gap: 0.5rem;
}
.refuse strong {
  color: var(--stop);
}
.warn strong {
  color: var(--ember-text);
}
.consistent {
  display: block;
  color: var(--quiet);
}
</style>
