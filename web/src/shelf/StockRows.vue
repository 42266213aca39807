<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Label, StockRow } from '@jardinero/contract/shelf'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import StockForm from './StockForm.vue'
import { useStock } from './useStock.ts'

/** The packages of one label: when bought and opened, what is left, and what was last weighed. */
const props = defineProps<{ label: Label }>()
const { say, quantity, day: sayDay, money } = useWords()
const { packagesOf, stockOf } = useStock()
const editing = ref<StockRow | 'new'>()
const stock = computed(() => stockOf(props.label))
const rows = computed(() =>
  packagesOf(props.label.id).map((box) => ({
    box,
    left: stock.value?.packages.find((p) => p.id === box.id),
  })),
)
</script>

<template>
  <div class="stock">
    <p v-if="!rows.length" class="quiet small">{{ say('shelf.stock.none') }}</p>
    <table v-else class="rows">
      <thead>
        <tr>
          <th v-for="c in ['package', 'bought', 'opened', 'left', 'price'] as const" :key="c">
            {{ say(`shelf.stock.${c}`) }}
          </th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ box, left } in rows" :key="box.id">
          <td>{{ quantity(box.amount.value, box.amount.unit) }}</td>
          <td>{{ sayDay(box.boughtOn, 'long') }}</td>
          <td>{{ left?.openedOn ? sayDay(left.openedOn, 'long') : say('shelf.stock.notOpened') }}</td>
          <td><FigureText v-if="left" :figure="left.left" :title="say('shelf.left')" /></td>
          <td>{{ box.priceCents === null ? '' : money(box.priceCents) }}</td>
          <td>
            <button class="link small" @click="editing = box">{{ say('shelf.stock.edit') }}</button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="stock?.beyond" class="stop small">
      {{ say('shelf.stock.beyond', { amount: { value: stock.beyond.value, unit: stock.beyond.unit } }) }}
    </p>
    <StockForm
      v-if="editing"
      :key="editing === 'new' ? 'new' : editing.id"
      :label="label"
      :box="editing === 'new' ? undefined : editing"
      @done="editing = undefined"
    />
    <button v-else class="link small" @click="editing = 'new'">{{ say('shelf.stock.add') }}</button>
  </div>
</template>

<style scoped>
.rows {
  margin-top: 0.2rem;
}
</style>
