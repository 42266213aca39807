<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceField from '../kit/ChoiceField.vue'
import { useWords } from '../kit/session.ts'
import ProductRest from './ProductRest.vue'
import type { Bench } from './useBench.ts'

/** What is in the tank, each with its rate; a partner is put in, one is taken out. */
const props = defineProps<{ bench: Bench; faultAt: (...fields: string[]) => string | undefined }>()
const { say } = useWords()
const b = props.bench
const addable = computed(() =>
  b.goods.labels.value
    .filter((l) => !b.goods.products.value.includes(l))
    .map((l) => ({ value: l.id, label: l.rules.name })),
)
const ids = () => b.goods.products.value.map((l) => l.id)
const adding = ref<string>()
function add(id: string | undefined): void {
  if (id) b.choices.value.labelIds = [...ids(), id]
  adding.value = undefined
}
const drop = (id: string) => (b.choices.value.labelIds = ids().filter((other) => other !== id))
</script>

<template>
  <template v-for="(l, i) in b.goods.products.value" :key="l.id">
    <p v-if="b.goods.products.value.length > 1" class="product">
      <strong>{{ l.rules.name }}</strong>
      <button
        class="link small"
        :aria-label="say('bench.dropProduct', { label: l.rules.name })"
        @click="drop(l.id)"
      >
        {{ say('frame.remove') }}
      </button>
    </p>
    <p v-if="faultAt(`products.${i}`)" class="stop small" role="alert">{{ faultAt(`products.${i}`) }}</p>
    <ProductRest :bench="bench" :label="l" :index="i" :fault-at="faultAt" />
  </template>
  <ChoiceField
    v-if="!b.gear.spreads.value && addable.length"
    :model-value="adding"
    :label="say('bench.addProduct')"
    :options="addable"
    filter
    @update:model-value="add"
  />
</template>

<style scoped>
.product {
  display: flex;
  justify-content: space-between;
  border-top: 1px solid var(--rule);
  padding-top: 0.5rem;
  margin-top: 0.4rem;
}
</style>
