<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Sprayer } from '@jardinero/contract/bench'
import { checkSprayer, sprayerKinds, type SprayerKind } from '@jardinero/core/bench'
import ChoiceField from '../kit/ChoiceField.vue'
import FormActions from '../kit/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useRowForm } from '../kit/useRowForm.ts'

const props = defineProps<{ sprayer?: Sprayer | undefined }>()
const emit = defineEmits<{ done: [row?: Sprayer] }>()
const { say } = useWords()
const typed = reactive({
  name: props.sprayer?.name ?? '',
  kind: props.sprayer?.kind ?? ('backpack' as SprayerKind),
  capacityGal: props.sprayer?.capacityGal as number | undefined,
})
const kinds = computed(() =>
  sprayerKinds.map((value) => ({ value, label: say(`bench.sprayerKind.${value}`) })),
)
const row = useRowForm({
  part: 'sprayers',
  row: props.sprayer,
  fields: () => ({
    ...typed,
    name: typed.name || say(`bench.sprayerKind.${typed.kind}`),
    capacityGal: typed.capacityGal ?? NaN,
  }),
  check: () => checkSprayer(typed.kind, typed.capacityGal ?? NaN),
  done: (saved) => emit('done', saved),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField v-model="typed.name" :label="say('bench.sprayerName')" :fault="form.faultAt('name')" />
    <ChoiceField v-model="typed.kind" :label="say('bench.sprayerKind')" :options="kinds" />
    <NumberField
      v-model="typed.capacityGal"
      unit="gal"
      :label="say('bench.capacity')"
      :fault="form.faultAt('capacityGal')"
    />
    <FormActions :row="row" />
  </form>
</template>
