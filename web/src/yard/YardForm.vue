<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import type { Yard } from '@jardinero/contract/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import FormActions from '../state/FormActions.vue'
import { useAccount, useRowForm } from '../state/index.ts'
import WhereFields from './WhereFields.vue'
import { movedTo, placedOf, type Placed } from './usePlaced.ts'

/** What a yard is called and where it is; what followed from the place can be corrected. */
const props = defineProps<{ yard: Yard }>()
const emit = defineEmits<{ done: [] }>()
const account = useAccount()
const { say, country } = useWords()
const placed = ref<Placed>(placedOf(props.yard))
const typed = reactive({ name: props.yard.name })
const climates = computed(() =>
  account.almanac.climates.map((c) => ({ value: c.code, label: `${c.name}: ${c.kind}` })),
)
/** Countries whose law is known here, and any other by its two letters. */
const countries = computed(() =>
  [
    ...new Set(['US', 'CA', 'GB', 'AU', 'NZ', 'ZA', ...(placed.value.country ? [placed.value.country] : [])]),
  ].map((value) => ({ value, label: country(value) })),
)
const row = useRowForm({
  part: 'yards',
  row: props.yard,
  fields: () => ({ ...movedTo(props.yard, placed.value), name: typed.name }),
  done: () => emit('done'),
})
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField v-model="typed.name" :label="say('welcome.yardName')" :fault="row.form.faultAt('name')" />
    <WhereFields v-model="placed" />
    <details>
      <summary>{{ say('where.correct') }}</summary>
      <ChoiceField
        v-model="placed.climate"
        :label="say('welcome.climate')"
        :options="climates"
        :fault="row.form.faultAt('climate')"
        :hint="say('welcome.climateHint')"
      />
      <TextField
        v-model="placed.timeZone"
        :label="say('where.clock')"
        :fault="row.form.faultAt('timeZone')"
      />
      <ChoiceField
        :model-value="placed.country ?? undefined"
        :label="say('where.country')"
        :options="countries"
        @update:model-value="placed.country = $event ?? null"
      />
      <TextField
        :model-value="placed.region ?? ''"
        :label="say('where.region')"
        :fault="row.form.faultAt('region')"
        @update:model-value="placed.region = $event"
      />
    </details>
    <FormActions :row="row" stays />
  </form>
</template>
