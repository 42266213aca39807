<script setup lang="ts">
import type { JudgedProduct } from '@jardinero/core/shelf'

/** A product over its column: its name, struck through where it is shut, and the groups of its actives. */
defineProps<{ judged: JudgedProduct; chosen: boolean }>()
</script>

<template>
  <th scope="col" :class="{ chosen }" class="head">
    <span class="name" :class="{ shut: judged.refusals.length }">{{ judged.product.rules.name }}</span>
    <span class="group">{{ judged.product.rules.actives.map((a) => a.group ?? '?').join('·') }}</span>
  </th>
</template>

<style scoped>
th {
  font-weight: 500;
  text-align: left;
}
.head {
  position: relative;
  padding: 0;
  vertical-align: bottom;
}
.head .name {
  position: absolute;
  left: 50%;
  bottom: 1.5rem;
  white-space: nowrap;
  transform-origin: 0 100%;
  transform: rotate(-52deg);
  font-size: 0.86rem;
}
.head .group {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0.25rem;
  text-align: center;
  font-size: 0.7rem;
  color: var(--quiet);
}
.name.shut {
  color: var(--quiet);
  text-decoration: line-through;
}
th.chosen .name {
  font-weight: 650;
}
th.chosen {
  border-bottom: 3px solid var(--clay);
}
</style>
