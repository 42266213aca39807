<script setup lang="ts">
import { computed } from 'vue'
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import type { Bench } from './useBench.ts'

/** The water of the tank, as far as it is known: a strip from the pet shop tells pH and hardness. */
const props = defineProps<{ bench: Bench }>()
const { say } = useWords()
const choices = computed(() => props.bench.choices.value)
const change = (patch: object) => (choices.value.water = { ...choices.value.water, ...patch })
</script>

<template>
  <details>
    <summary>{{ say('bench.waterQuality') }}</summary>
    <div class="pair">
      <NumberField
        :model-value="choices.water?.ph"
        :label="say('bench.ph')"
        @update:model-value="change({ ph: $event })"
      />
      <NumberField
        :model-value="choices.water?.hardnessMgL"
        :label="say('bench.hardness')"
        @update:model-value="change({ hardnessMgL: $event })"
      />
    </div>
    <label
      ><input
        type="checkbox"
        :checked="choices.water?.muddy ?? false"
        @change="change({ muddy: ($event.target as HTMLInputElement).checked })"
      />
      {{ say('bench.muddy') }}</label
    >
  </details>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 0.8rem;
}
summary {
  cursor: pointer;
  font-weight: 600;
  padding: 0.4rem 0;
}
</style>
