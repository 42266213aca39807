<script setup lang="ts">
import { area } from 'd3-shape'
import { computed } from 'vue'
import { addDays, daysBetween, type Day } from '@jardinero/core/quantity'
import type { RibbonScale } from './ribbonScale.ts'
import { useGerminationHills } from './useGerminationHills.ts'

/** Germination of the weeds that are watched, as hills on the ribbon's ground line. */
const props = defineProps<{ scale: RibbonScale; span: [Day, Day] }>()
const { hills } = useGerminationHills()
/** Each hill as an outline on the ground line, every third day. */
const hillPaths = computed(() => {
  const [from, to] = props.span
  const days = Array.from({ length: Math.floor(daysBetween(from, to) / 3) + 1 }, (_, i) =>
    addDays(from, i * 3),
  )
  return hills.value.map(({ plant, heightAt }) => ({
    plant,
    d: area<Day>(
      (d) => props.scale.x(d),
      64,
      (d) => 64 - 26 * heightAt(d),
    )(days),
  }))
})
</script>

<template>
  <path v-for="h in hillPaths" :key="h.plant" :d="h.d ?? ''" class="hill" />
</template>

<style scoped>
.hill {
  fill: color-mix(in srgb, var(--plum) 17%, transparent);
}
</style>
