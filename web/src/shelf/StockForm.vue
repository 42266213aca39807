<script setup lang="ts">
import { reactive } from 'vue'
import type { Label, StockRow } from '@jardinero/contract/shelf'
import type { Refusal } from '@jardinero/core/quantity'
import { checkPackage, measureOfFormulation, type Package } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import { useRowForm, useYard } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import { amountUnits } from './editor/labelDraft.ts'

/** One package: what it held, when it was bought and opened, and what is in it now if it was weighed. */
const props = defineProps<{
  label: Label
  box?: StockRow | undefined
  /** What the label says is in it, where that was read. */
  contents?: Package['amount'] | undefined
}>()
const emit = defineEmits<{ done: [] }>()
const { say } = useWords()
const options = useOptions()
const { today } = useYard()
const measure = measureOfFormulation(props.label.rules.formulation)
const sold: Partial<Package> | undefined =
  props.label.rules.packages?.[0] ?? (props.contents && { amount: props.contents })
const { box } = props
const draft = reactive({
  amount: box?.amount.value ?? sold?.amount?.value,
  unit: box?.amount.unit ?? sold?.amount?.unit ?? amountUnits[measure][0]!,
  boughtOn: box?.boughtOn ?? today.value,
  openedOn: box?.openedOn ?? '',
  left: box?.counted?.amount.value,
  leftUnit: box?.counted?.amount.unit ?? box?.amount.unit ?? sold?.amount?.unit ?? amountUnits[measure][0]!,
  leftOn: box?.counted?.day ?? today.value,
  price:
    (box?.priceCents ?? sold?.priceCents) == null ? undefined : (box?.priceCents ?? sold!.priceCents!) / 100,
})
const fields = () => ({
  labelId: props.label.id,
  amount: { value: draft.amount ?? NaN, unit: draft.unit },
  boughtOn: draft.boughtOn,
  openedOn: draft.openedOn || null,
  counted:
    draft.left === undefined
      ? null
      : { amount: { value: draft.left, unit: draft.leftUnit }, day: draft.leftOn },
  priceCents: draft.price === undefined ? null : Math.round(draft.price * 100),
})
const missing = (): Refusal[] =>
  draft.boughtOn ? [] : [{ code: 'dayMissing', field: 'boughtOn', params: {} }]
const row = useRowForm({
  part: 'stock',
  row: box,
  fields,
  check: () => [...missing(), ...checkPackage(fields(), props.label.rules)],
  done: () => emit('done'),
})
const { form } = row
</script>

<template>
  <form novalidate class="stock-form" @submit.prevent="row.submit">
    <div class="pair">
      <NumberField
        v-model="draft.amount"
        :label="say('shelf.stock.amount')"
        :fault="form.faultAt('amount')"
      />
      <ChoiceField
        v-model="draft.unit"
        :label="say('label.unit')"
        :options="options(amountUnits[measure], 'unit')"
      />
      <NumberField
        v-model="draft.price"
        :label="say('shelf.stock.price')"
        :fault="form.faultAt('priceCents')"
      />
    </div>
    <div class="pair">
      <TextField
        v-model="draft.boughtOn"
        type="date"
        :label="say('shelf.stock.bought')"
        :fault="form.faultAt('boughtOn')"
      />
      <TextField
        v-model="draft.openedOn"
        type="date"
        :label="say('shelf.stock.opened')"
        :fault="form.faultAt('openedOn')"
      />
    </div>
    <div class="pair">
      <NumberField
        v-model="draft.left"
        :label="say('shelf.stock.counted')"
        :fault="form.faultAt('counted.amount')"
      />
      <ChoiceField
        v-model="draft.leftUnit"
        :label="say('label.unit')"
        :options="options(amountUnits[measure], 'unit')"
      />
      <TextField
        v-model="draft.leftOn"
        type="date"
        :label="say('shelf.stock.countedOn')"
        :fault="form.faultAt('counted.day')"
      />
    </div>
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(8rem, 1fr));
  gap: 0 0.8rem;
}
.stock-form {
  max-width: 34rem;
  margin: 0.6rem 0;
}
</style>
