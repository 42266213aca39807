<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleUtc } from 'd3-scale'
import { computed, ref } from 'vue'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { TimingSchoolId } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import SoilProgress from './SoilProgress.vue'
import { useSoilNow, type DatedPass } from './useSoilNow.ts'

/** The nine schools of timing on this lawn and its weather: from when, until when, and until when at the latest. */
const account = useAccount()
const { yard } = useYard()
const { say, month } = useWords()
const { answer, schools, store } = useSoilNow()
const form = useForm()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 30

const dateOf = (d: Day) => new Date(`${d}T00:00:00Z`)
const span = computed<[Day, Day]>(() => {
  const today = answer.value?.today ?? '2026-01-01'
  return [addDays(today, -30), addDays(today, 320)]
})
const x = computed(() => scaleUtc(span.value.map(dateOf), [4, Math.max(200, width.value) - 4]))
const at = (d: Day) => x.value(dateOf(d))
const clamp = (d: Day) => (d < span.value[0] ? span.value[0] : d > span.value[1] ? span.value[1] : d)
const months = computed(() => x.value.ticks(width.value < 500 ? 5 : 11))
const drawn = (pass: DatedPass) => {
  if (!pass.from || pass.from > span.value[1]) return undefined
  const to = pass.to ?? pass.from
  const left = at(clamp(pass.from))
  return {
    x: left,
    width: Math.max(4, at(clamp(addDays(to, 1))) - left),
    latest: pass.latest && pass.latest <= span.value[1] ? at(clamp(pass.latest)) : undefined,
  }
}
const says = (pass: DatedPass) =>
  say('soil.pass', {
    pass: pass.pass,
    verdict: pass.verdict,
    known: String(Boolean(pass.from && pass.to)),
    from: pass.from ?? '',
    to: pass.to ?? '',
    oneDay: String(pass.from === pass.to),
    hasLatest: String(Boolean(pass.latest && pass.latest !== pass.to)),
    latest: pass.latest ?? '',
  })
const take = (timingSchool: TimingSchoolId) =>
  form.save(() => account.change('yards', yard.value!, { timingSchool }))
/** In the order of the almanac, so that rows do not jump about when one is taken. */
const rows = computed(() => schools.value.toSorted((a, b) => a.school.localeCompare(b.school)))
</script>

<template>
  <section>
    <p class="quiet small">{{ say('soil.schoolsSay') }}</p>
    <p v-if="!answer">{{ store.problem }} <SoilProgress /></p>
    <div ref="box" class="axis">
      <svg v-if="width && answer" :width="width" height="20" aria-hidden="true">
        <text v-for="m in months" :key="m.getTime()" :x="x(m) + 3" y="14">{{ month(m) }}</text>
      </svg>
    </div>
    <article
      v-for="s in rows"
      :key="s.school"
      :class="{ taken: s.school === yard?.timingSchool }"
      :aria-label="say(`school.${s.school}`)"
    >
      <header>
        <h3>{{ say(`school.${s.school}`) }}</h3>
        <span v-if="s.school === yard?.timingSchool" class="small">{{ say('soil.schoolTaken') }}</span>
        <button v-else class="link small" @click="take(s.school)">{{ say('soil.takeSchool') }}</button>
      </header>
      <p class="quiet small">{{ say(`school.${s.school}.says`) }}</p>
      <svg :width="width" :height="height" aria-hidden="true">
        <line
          v-for="m in months"
          :key="m.getTime()"
          :x1="x(m)"
          :x2="x(m)"
          y1="0"
          :y2="height"
          class="month"
        />
        <line x1="0" :x2="width" :y1="height - 6" :y2="height - 6" class="ground" />
        <template v-for="p in s.passes" :key="p.pass">
          <g v-if="drawn(p)" :class="p.verdict">
            <line
              v-if="drawn(p)!.latest"
              :x1="drawn(p)!.x"
              :x2="drawn(p)!.latest"
              :y1="height - 13"
              :y2="height - 13"
              class="latest"
            />
            <rect
              :x="drawn(p)!.x"
              :y="height - 20"
              :width="drawn(p)!.width"
              height="14"
              :class="{ seed: p.pass === 'seed' }"
            />
          </g>
        </template>
        <line :x1="at(answer!.today)" :x2="at(answer!.today)" y1="0" :y2="height" class="needle" />
      </svg>
      <ul class="small">
        <li v-for="p in s.passes" :key="p.pass" :class="{ next: p.pass === s.next }">{{ says(p) }}</li>
      </ul>
    </article>
    <p class="quiet small">{{ say('soil.caution') }}</p>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--rule);
  padding: 0.55rem 0 0.5rem 0.7rem;
  border-left: 3px solid transparent;
}
article.taken {
  border-left-color: var(--clay);
}
header {
  display: flex;
  align-items: baseline;
  gap: 1rem;
}
header .small {
  color: var(--quiet);
}
svg {
  display: block;
}
/* Back to where the months stand. */
article svg {
  margin-left: calc(-0.7rem - 3px);
}
.axis text {
  font-size: 12px;
  fill: var(--quiet);
}
.month {
  stroke: var(--rule);
}
.ground {
  stroke: color-mix(in srgb, var(--ember) 45%, var(--quiet));
}
rect {
  fill: color-mix(in srgb, var(--moss) 70%, transparent);
}
.go rect {
  fill: var(--clay);
}
.late rect,
.lateAtEdge rect {
  fill: none;
  stroke: var(--stop);
  stroke-dasharray: 3 2;
}
rect.seed {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.5;
}
.latest {
  stroke: var(--quiet);
  stroke-dasharray: 3 2;
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.4;
}
ul {
  list-style: none;
  margin: 0.2rem 0 0;
  padding: 0;
  color: var(--quiet);
}
.next {
  color: var(--ink);
}
</style>
