<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { SharedPlan } from '@jardinero/contract/season'
import { placeSections, boundsOf, pathOf } from '../yard/index.ts'
import { ApiProblem, get } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'

/** A yard's plan, to be read by whoever has its address; nothing can be changed here. */
const route = useRoute()
const session = useSession()
const { say, day, quantity } = useWords()
const plan = ref<SharedPlan>()
const fault = ref('')
onMounted(async () => {
  try {
    const read = await get<SharedPlan>(`/api/season/shared/${String(route.params['secret'])}`)
    // In the words and measures of whose plan it is.
    await session.readAs(read)
    plan.value = read
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    fault.value = say('shared.gone')
  }
})
const placed = computed(() =>
  placeSections(
    (plan.value?.sections ?? []).map((s, i) => ({ ...s, id: String(i), zoneId: '', version: 1 })),
  ),
)
const box = computed(() =>
  boundsOf(
    placed.value.flatMap((p) => p.sides.flat()),
    4,
  ),
)
const print = () => window.print()
</script>

<template>
  <main class="shared">
    <p class="brand">{{ say('frame.name') }}</p>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <p v-else-if="!plan" role="status">{{ say('shared.reading') }}</p>
    <template v-else>
      <h1>{{ say('shared.title', { yard: plan.yard, count: plan.days.length }) }}</h1>
      <p class="quiet">{{ say('shared.says', { today: plan.today }) }}</p>
      <p class="no-print">
        <button type="button" class="link" @click="print">{{ say('season.print') }}</button>
      </p>
      <ol>
        <li v-for="(d, i) in plan.days" :key="i">
          <span class="when">{{ day(d.from, 'weekday') }}</span>
          <span
            ><strong>{{ d.what }}</strong>
            <span v-if="d.says" class="quiet small says">{{ d.says }}</span></span
          >
        </li>
      </ol>
      <svg v-if="placed.length" :viewBox="box.join(' ')" role="img" :aria-label="say('yard.plan')">
        <path
          v-for="(p, i) in placed"
          :key="i"
          :d="pathOf(p.sides)"
          :class="p.section.deduction ? 'off' : 'lawn'"
        />
      </svg>
      <ul>
        <li v-for="l in plan.lawns" :key="l.name">
          {{ l.name }} <span class="quiet">{{ l.what }}</span>
          <span v-if="l.areaSqFt !== null">{{ quantity(l.areaSqFt, 'ft2') }}</span>
        </li>
      </ul>
      <p class="quiet small">{{ say('caution.labelIsLaw') }} {{ say('caution.localRules') }}</p>
    </template>
  </main>
</template>

<style scoped>
.shared {
  max-width: 46rem;
  margin: 0 auto;
  padding: 5vh 1.5rem 4rem;
}
.brand {
  font-family: var(--serif);
  font-weight: 650;
}
h1 {
  font-size: 1.7rem;
  margin: 0.5rem 0;
  text-wrap: balance;
}
ol,
ul {
  list-style: none;
  padding: 0;
  margin: 1.2rem 0;
}
ol li {
  display: grid;
  grid-template-columns: 7rem 1fr;
  gap: 0.6rem;
  padding: 0.7rem 0;
  border-top: 1px solid var(--rule);
}
.says {
  display: block;
}
ul li {
  padding: 0.25rem 0;
}
svg {
  width: 100%;
  max-height: 20rem;
}
.lawn {
  fill: color-mix(in srgb, var(--moss) 22%, var(--paper));
  stroke: var(--moss);
}
.off {
  fill: var(--paper);
  stroke: var(--quiet);
}
path {
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
}
</style>
