<script setup lang="ts">
import type { Mix } from '@jardinero/core/bench'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'

/** All loads at a look, and their sums: planned and as measured. */
defineProps<{ mix: Mix; current?: number }>()
const { say } = useWords()
</script>

<template>
  <div class="scroll">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ say('bench.load') }}</th>
          <th>{{ say('bench.water') }}</th>
          <th>{{ say('bench.covers') }}</th>
          <th>{{ say('bench.planned') }}</th>
          <th>{{ say('bench.measure') }}</th>
          <th>{{ say('bench.error') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(load, i) in mix.loads" :key="i" :class="{ current: i === current }">
          <td>{{ i + 1 }}</td>
          <td><FigureText :figure="load.water" /></td>
          <td><FigureText :figure="load.covers" /></td>
          <td><FigureText :figure="load.planned" /></td>
          <td><FigureText :figure="load.measured.amount" as-is /></td>
          <td><FigureText :figure="load.measured.error" /></td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td>{{ say('bench.together') }}</td>
          <td><FigureText :figure="mix.water" /></td>
          <td />
          <td><FigureText :figure="mix.product" /></td>
          <td><FigureText :figure="mix.measured" as-is /></td>
          <td />
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
td,
th {
  padding-right: 0.9rem;
  white-space: nowrap;
}
tfoot td {
  font-weight: 650;
}
.current td:first-child {
  border-left: 3px solid var(--clay);
  padding-left: 0.5rem;
}
</style>
