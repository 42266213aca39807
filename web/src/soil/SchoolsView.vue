<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleUtc } from 'd3-scale'
import { computed, ref } from 'vue'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { TimingSchoolId } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import SchoolPasses from './SchoolPasses.vue'
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

const dateOf = (d: Day) => new Date(`${d}T00:00:00Z`)
const span = computed<[Day, Day]>(() => {
  const today = answer.value?.today ?? '2026-01-01'
  return [addDays(today, -30), addDays(today, 320)]
})
const x = computed(() => scaleUtc(span.value.map(dateOf), [4, Math.max(200, width.value) - 4]))
const months = computed(() => x.value.ticks(width.value < 500 ? 5 : 11))
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
      <SchoolPasses
        class="drawing"
        :passes="s.passes"
        :span="span"
        :x="x"
        :months="months"
        :width="width"
        :today="answer!.today"
      />
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
.drawing {
  margin-left: calc(-0.7rem - 3px);
}
.axis text {
  font-size: 12px;
  fill: var(--quiet);
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
