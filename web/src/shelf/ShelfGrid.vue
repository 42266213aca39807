<script setup lang="ts">
import { computed } from 'vue'
import type { JudgedProduct } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'
import GridHead from './GridHead.vue'
import GridLegend from './GridLegend.vue'
import GridMark from './GridMark.vue'
import { columnWidth, headHeight, nameWidth, rowHeight, trackOf } from './gridTrack.ts'
import type { ShelfChoice } from './useChoice.ts'

/** Weeds down, products across: what each does here, the turf under them first, the chosen set drawn through. */
const props = defineProps<{ shelf: ShelfChoice; picked: { product: string; plant: string } | undefined }>()
const emit = defineEmits<{ pick: [product: string, plant: string] }>()
const { say } = useWords()
const choice = computed(() => props.shelf.choice.value!)
const columns = computed(() => props.shelf.columns.value)
const tanks = computed(() => props.shelf.tanks.value)
const reliedOn = (code: string) => tanks.value.map((t) => t.by.get(code)).find(Boolean)
const rows = computed(() => {
  const codes = [...new Set(props.shelf.weeds.value.map((w) => w.plant))]
  const needed = (code: string) => choice.value.needs.includes(code)
  return codes
    .map((code) => ({
      code,
      needed: needed(code),
      weed: props.shelf.weeds.value.find((w) => w.plant === code)!,
    }))
    .toSorted((a, b) => Number(b.needed) - Number(a.needed))
})
const turfs = computed(() => [...new Set(props.shelf.treated.value.map((z) => z.turf))])
const isChosen = (j: JudgedProduct) =>
  tanks.value.some((t) => t.products.some((p) => p.product.id === j.product.id))
const track = computed(() =>
  trackOf(
    rows.value.map((r) => reliedOn(r.code)),
    columns.value,
    turfs.value.length,
  ),
)
const markOf = (j: JudgedProduct, code: string) => {
  const mark = j.marks.get(code)?.mark ?? 'no'
  return j.refusals.length && mark !== 'no' ? 'shut' : mark
}
const isPicked = (j: JudgedProduct, plant: string) =>
  props.picked?.product === j.product.id && props.picked.plant === plant
const label = (j: JudgedProduct, what: string, plant: string) =>
  say('shelf.cell', { label: j.product.rules.name, plant, what })
const size = computed(() => ({
  width: nameWidth + columns.value.length * columnWidth,
  height: headHeight + (turfs.value.length + rows.value.length) * rowHeight,
}))
</script>

<template>
  <div class="scroll">
    <table :style="{ width: `${size.width}px` }">
      <thead>
        <tr :style="{ height: `${headHeight}px` }">
          <th class="corner" :style="{ width: `${nameWidth}px` }" scope="col">
            <span class="visually-hidden">{{ say('shelf.weed') }}</span>
          </th>
          <GridHead v-for="j in columns" :key="j.product.id" :judged="j" :chosen="isChosen(j)" />
        </tr>
      </thead>
      <tbody>
        <tr v-for="turf in turfs" :key="turf" class="turf" :style="{ height: `${rowHeight}px` }">
          <th scope="row">{{ say(`turf.${turf}`) }}</th>
          <td v-for="j in columns" :key="j.product.id" :class="{ chosen: isChosen(j) }">
            <button
              type="button"
              :class="{ picked: isPicked(j, turf) }"
              :aria-label="
                label(j, say(`shelf.turfMark.${j.turf.get(turf) ?? 'notKnown'}`), say(`turf.${turf}`))
              "
              @click="emit('pick', j.product.id, turf)"
            >
              <GridMark :kind="j.turf.get(turf) ?? 'notKnown'" />
            </button>
          </td>
        </tr>
        <tr
          v-for="r in rows"
          :key="r.code"
          :class="{ gentle: !r.needed }"
          :style="{ height: `${rowHeight}px` }"
        >
          <th scope="row">
            {{ say(`plant.${r.code}`) }}<span class="stage">{{ say(`stage.${r.weed.stage}`) }}</span>
          </th>
          <td v-for="j in columns" :key="j.product.id" :class="{ chosen: isChosen(j) }">
            <button
              type="button"
              :class="{ picked: isPicked(j, r.code) }"
              :aria-label="label(j, say(`shelf.mark.${markOf(j, r.code)}`), say(`plant.${r.code}`))"
              @click="emit('pick', j.product.id, r.code)"
            >
              <GridMark :kind="markOf(j, r.code)" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <svg v-if="track" class="track" :width="size.width" :height="size.height" aria-hidden="true">
      <path :d="track.path" />
      <circle v-for="(p, i) in track.points" :key="i" :cx="p[0]" :cy="p[1]" r="11" />
    </svg>
  </div>
  <GridLegend :track="Boolean(track)" />
</template>

<style scoped>
.scroll {
  position: relative;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  font-weight: 500;
  text-align: left;
  padding: 0 0.5rem 0 0;
}
td {
  padding: 0;
  text-align: center;
}
tbody tr {
  border-top: 1px solid var(--rule);
}
.turf th {
  color: var(--moss);
}
.gentle th {
  color: var(--quiet);
}
.stage {
  display: block;
  font-size: 0.76rem;
  color: var(--quiet);
  line-height: 1.1;
}
td.chosen {
  background: var(--clay-soft);
}
button {
  all: unset;
  cursor: pointer;
  display: grid;
  place-items: center;
  width: 100%;
  height: 2.4rem;
}
button:focus-visible {
  outline: 2px solid var(--clay);
  outline-offset: -2px;
}
button.picked {
  box-shadow: inset 0 0 0 2px var(--ink);
}
.track {
  position: absolute;
  inset: 0 auto auto 0;
  pointer-events: none;
}
.track path {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
  stroke-linejoin: round;
}
.track circle {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
}
</style>
