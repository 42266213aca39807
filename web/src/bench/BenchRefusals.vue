<script setup lang="ts">
import { computed } from 'vue'
import { splitByWater } from '@jardinero/core/bench'
import type { Refusal } from '@jardinero/core/quantity'
import { useWords } from '../kit/session.ts'
import type { Bench } from './useBench.ts'

/** Why the tank cannot be mixed as it is asked for; where water is what stands against it, in which passes it could; and what the server said. */
const props = defineProps<{ bench: Bench; refusals: Refusal[]; problem?: string | undefined }>()
const { say } = useWords()
/** Products in two passes, where water and leaf shut each other out in one. */
const passes = computed(() =>
  props.refusals.some((r) => ['waterAgainstDry', 'waterDepthsDisagree'].includes(r.code))
    ? splitByWater(props.bench.goods.products.value.map(({ id, rules }) => ({ id, rules })))
    : [],
)
</script>

<template>
  <ul v-if="refusals.length" class="refusals" role="alert">
    <li v-for="(r, i) in refusals" :key="i">{{ say(`refusal.${r.code}`, r.params) }}</li>
  </ul>
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
  <p v-if="problem" class="refusals" role="alert">{{ problem }}</p>
</template>

<style scoped>
.refusals {
  color: var(--stop);
  border-left: 3px solid var(--stop);
  padding: 0.2rem 0 0.2rem 0.9rem;
  margin: 0 0 1rem;
  list-style: none;
  font-size: 1.05rem;
}
.passes {
  display: flex;
  gap: 1.2rem;
  margin-bottom: 1rem;
}
</style>
