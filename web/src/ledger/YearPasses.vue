<script setup lang="ts">
import { yearOf, type ZoneId } from '@jardinero/core/quantity'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { GridCount } from '@jardinero/core/ledger'
import { ribbonScale } from '../frame/index.ts'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** The year's passes on the ribbon's scale, a lane a zone. */
const { zones, records, day } = useYard()
const year = computed(() => yearOf(day.value))
const account = useAccount()
const { say, day: sayDay, quantity } = useWords()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const scale = computed(() =>
  ribbonScale([`${year.value}-01-01`, `${year.value}-12-31`], 96, Math.max(280, width.value) - 10),
)
/** Cover of a weed over the year, as it was rated where a pass went down and on the untreated patch; the top of the lane is the most that was counted. */
function curvesOf(zoneId: ZoneId) {
  const ids = new Set(records.value.filter((r) => r.zoneId === zoneId).map((r) => r.id))
  const mine = account.state.ratings
    .filter((r) => ids.has(r.recordId) && scale.value.inside(r.day))
    .toSorted((a, b) => (a.day < b.day ? -1 : 1))
  const share = (c: GridCount) => c.hits / c.points
  const most = Math.max(0.1, ...mine.flatMap((r) => [r.treated, ...(r.check ? [r.check] : [])].map(share)))
  return [...new Set(mine.map((r) => r.plant))].flatMap((plant) =>
    (['treated', 'check'] as const).flatMap((which) => {
      const points = mine.flatMap((r) => {
        const count = r.plant === plant ? r[which] : null
        return count ? [[scale.value.x(r.day), 26 - (22 * share(count)) / most, share(count)] as const] : []
      })
      return points.length
        ? [{ key: `${plant} ${which}`, plant, which, points, last: points.at(-1)![2] }]
        : []
    }),
  )
}
const lanes = computed(() =>
  zones.value.map((zone, i) => ({
    zone,
    y: 34 + i * 40,
    passes: records.value.filter((r) => r.zoneId === zone.id && scale.value.inside(r.day)),
    curves: curvesOf(zone.id),
  })),
)
const height = computed(() => 34 + zones.value.length * 40)
const monthName = (date: Date) =>
  sayDay(date.toISOString().slice(0, 10))
    .replace(/[\d.\s]+/g, '')
    .slice(0, width.value < 560 ? 1 : 9)
</script>

<template>
  <div ref="box" :style="{ minHeight: `${height}px` }">
    <svg v-if="width" :width="width" :height="height" role="img" :aria-label="say('ledger.passes')">
      <g
        v-for="m in scale.months"
        :key="m.getTime()"
        :transform="`translate(${scale.x(m.toISOString().slice(0, 10))} 0)`"
        class="month"
      >
        <line y1="6" :y2="height" />
        <text x="4" y="14">{{ monthName(m) }}</text>
      </g>
      <g v-for="l in lanes" :key="l.zone.id" :transform="`translate(0 ${l.y})`">
        <text class="zone" x="0" y="20">{{ l.zone.name }}</text>
        <g v-for="c in l.curves" :key="c.key" class="curve" :class="c.which">
          <title>
            {{ say(`ledger.curve.${c.which}`, { plant: c.plant, cover: quantity(c.last, 'ratio') }) }}
          </title>
          <polyline :points="c.points.map((p) => `${p[0]},${p[1]}`).join(' ')" />
          <circle v-for="p in c.points" :key="p[0]" :cx="p[0]" :cy="p[1]" r="3" />
        </g>
        <line class="ground" x1="96" :x2="width - 10" y1="26" y2="26" />
        <g v-for="r in l.passes" :key="r.id" class="peg" :transform="`translate(${scale.x(r.day)} 0)`">
          <title>{{ `${r.rules.name}, ${sayDay(r.day, 'long')}` }}</title>
          <line y1="2" y2="26" />
          <path d="M0 2h12l-4 5 4 5H0z" />
        </g>
      </g>
      <line class="standing" :x1="scale.x(day)" :x2="scale.x(day)" y1="4" :y2="height" />
    </svg>
    <p v-if="lanes.some((l) => l.curves.length)" class="quiet small">{{ say('ledger.curves') }}</p>
  </div>
</template>

<style scoped>
text {
  font-size: 12px;
  fill: var(--quiet);
}
.zone {
  fill: var(--ink);
  font-size: 13px;
}
.month line {
  stroke: var(--rule);
}
.ground {
  stroke: var(--quiet);
}
.peg line {
  stroke: var(--clay);
  stroke-width: 2;
}
.peg path {
  fill: var(--clay);
}
.curve polyline {
  fill: none;
  stroke: var(--plum);
  stroke-width: 1.5;
  stroke-dasharray: 4 2;
}
.curve circle {
  fill: var(--plum);
}
.curve.check polyline {
  stroke-dasharray: 1 3;
}
.curve.check circle {
  fill: var(--paper);
  stroke: var(--plum);
}
.standing {
  stroke: var(--ink);
}
</style>
