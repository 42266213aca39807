<script setup lang="ts">
import type { Ink } from './draw.ts'

/** Strokes of a drawing, nested as they were placed. Lines keep their weight at every size. */
defineProps<{ inks: Ink[] }>()
</script>

<template>
  <template v-for="(ink, i) in inks" :key="i">
    <g v-if="'inks' in ink" :transform="ink.transform"><PlateInk :inks="ink.inks" /></g>
    <path
      v-else
      :d="ink.d"
      :style="{
        fill: ink.fill ? `var(--plate-${ink.fill})` : 'none',
        stroke: ink.line === 'none' ? 'none' : `var(--plate-${ink.line ?? 'ink'})`,
        strokeWidth: ink.weight ?? 1,
      }"
    />
  </template>
</template>
