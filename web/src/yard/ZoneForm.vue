<script setup lang="ts">
import type { YardId } from '@jardinero/core/quantity'
import { computed, reactive } from 'vue'
import type { Zone } from '@jardinero/contract/yard'
import { turfStates } from '@jardinero/core/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import { useAccount, useRowForm } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useTurfNames } from './useTurfNames.ts'

/** A part of the yard with one turf: name, turf, state. */
const props = defineProps<{ zone?: Zone | undefined; yardId: YardId }>()
const emit = defineEmits<{ done: [] }>()
const account = useAccount()
const { say } = useWords()
const { options, otherNames } = useTurfNames()
const typed = reactive({
  name: props.zone?.name ?? '',
  turf: props.zone?.turf,
  state: props.zone?.state ?? ('growing' as const),
})
const states = computed(() => turfStates.map((value) => ({ value, label: say(`turfState.${value}`) })))
const turf = computed(() => account.almanac.turf.find((t) => t.code === typed.turf))

const row = useRowForm({
  part: 'zones',
  row: props.zone,
  fields: () => ({ name: typed.name, turf: typed.turf ?? '', state: typed.state }),
  onAdd: () => ({ yardId: props.yardId }),
  done: () => emit('done'),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField v-model="typed.name" :label="say('yard.zoneName')" :fault="form.faultAt('name')" />
    <ChoiceField
      v-model="typed.turf"
      :label="say('yard.turf')"
      :options="options"
      :fault="form.faultAt('turf')"
      filter
    />
    <p v-if="turf" class="quiet small">{{ otherNames(turf) }}</p>
    <p v-if="zone" class="small">
      <RouterLink :to="{ name: 'scout', query: { at: 'key', ask: 'turf', zone: zone.id } }">{{
        say('yard.keyTurf')
      }}</RouterLink>
    </p>
    <ChoiceField
      v-model="typed.state"
      :label="say('yard.state')"
      :options="states"
      :fault="form.faultAt('state')"
    />
    <FormActions :row="row" />
  </form>
</template>
