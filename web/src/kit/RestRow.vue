<script setup lang="ts">
import TermText from './TermText.vue'

/** One thing an answer rests on: its name, its figure, and a line under it. */
defineProps<{ name: string }>()
</script>

<template>
  <div class="rest">
    <div class="line">
      <strong><TermText :text="name" /></strong>
      <span class="value"><slot name="value" /></span>
    </div>
    <div class="quiet small"><slot /></div>
  </div>
</template>

<style scoped>
.rest {
  padding: 0.65rem 0;
  border-bottom: 1px solid var(--rule);
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 0.8rem;
  margin-bottom: 0.3rem;
}
.line strong {
  font-weight: 600;
}
.value {
  font-weight: 600;
  text-align: right;
}
</style>
