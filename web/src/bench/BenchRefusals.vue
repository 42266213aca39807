<script setup lang="ts">
import { computed } from 'vue'
import { splitByWater } from '@jardinero/core/bench'
import type { Refusal } from '@jardinero/core/quantity'
import FaultList from '../kit/FaultList.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import TurfCheckRest from '../shelf/TurfCheckRest.vue'
import type { Bench } from './useBench.ts'

/**
 * Why the tank cannot be mixed as it is asked for, and what would do; what must be known first is asked here. Where water is what
 * stands against it, in which passes it could; against advice one goes on by a reason of one's own; and what the server said.
 */
const props = defineProps<{ bench: Bench; refusals: Refusal[]; problem?: string | undefined }>()
const { say, refusal } = useWords()
/** Products in two passes, where water and leaf shut each other out in one. */
const passes = computed(() =>
  props.refusals.some((r) => ['waterAgainstDry', 'waterDepthsDisagree'].includes(r.code))
    ? splitByWater(props.bench.goods.products.value.map(({ id, rules }) => ({ id, rules })))
    : [],
)
const asks = computed(() => props.refusals.filter((r) => r.kind === 'asks'))
const stops = computed(() => props.refusals.filter((r) => r.kind !== 'asks'))
const asked = computed(() =>
  props.bench.ground.chosenZones.value.filter((z) => asks.value.some((r) => r.params['zone'] === z.name)),
)
const { choices } = props.bench
/** All of it is advice: no label, no law, no size stands against it, and no question that can be answered. */
const isAdvice = computed(
  () =>
    props.refusals.length > 0 &&
    !asks.value.length &&
    props.refusals.every((r) => r.source && r.source !== 'label' && r.source !== 'law'),
)
const reason = computed({
  get: () => choices.value.override ?? '',
  set: (text) => {
    const { override: _, ...others } = choices.value
    choices.value = text.trim() ? { ...others, override: text.trim() } : others
  },
})
</script>

<template>
  <FaultList class="refusals" :faults="stops.map((r) => refusal(r))" />
  <section v-if="asks.length" class="asks">
    <h2>{{ say('bench.firstAnswer') }}</h2>
    <p v-for="(r, i) in asks" :key="i">{{ refusal(r) }}</p>
    <TurfCheckRest v-for="z in asked" :key="z.id" :zone="z" asked />
  </section>
  <p v-if="passes.length > 1" class="passes">
    <button
      v-for="(pass, i) in passes"
      :key="i"
      class="link"
      @click="
        bench.startWith(
          pass.map((p) => p.id),
          { doses: bench.choices.value.doses },
        )
      "
    >
      {{ say('bench.takePass', { n: i + 1, labels: pass.map((p) => p.rules.name).join(', ') }) }}
    </button>
  </p>
  <TextField
    v-if="isAdvice || reason"
    v-model.lazy="reason"
    :label="say('bench.override')"
    :hint="say('bench.overrideHint')"
  />
  <p v-if="problem" class="refusals" role="alert">{{ problem }}</p>
</template>

<style scoped>
.refusals {
  color: var(--stop);
  border-left: 3px solid var(--stop);
  padding: 0.2rem 0 0.2rem 0.9rem;
  margin: 0 0 1rem;
  font-size: 1.05rem;
}
.refusals :deep(ul) {
  list-style: none;
  margin: 0;
  padding: 0;
}
.asks {
  border-left: 3px solid var(--clay);
  padding: 0.2rem 0 0.2rem 0.9rem;
  margin: 0 0 1rem;
}
.passes {
  display: flex;
  gap: 1.2rem;
  margin-bottom: 1rem;
}
</style>
