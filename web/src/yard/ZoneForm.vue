<script setup lang="ts">
import type { YardId } from '@jardinero/core/quantity'
import { computed, reactive } from 'vue'
import type { Zone } from '@jardinero/contract/yard'
import { isTurf, sparedThings, turfStates, type Spared } from '@jardinero/core/yard'
import CheckList from '../kit/CheckList.vue'
import ChoiceField from '../kit/ChoiceField.vue'
import { useAccount, useRowForm } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useTurfNames } from './useTurfNames.ts'

/** A part of the yard with one turf, or other ground: name, turf, state, what must not be hit. */
const props = defineProps<{ zone?: Zone | undefined; yardId: YardId }>()
const emit = defineEmits<{ done: [] }>()
const account = useAccount()
const { say } = useWords()
const { options, otherNames } = useTurfNames()
const typed = reactive({
  name: props.zone?.name ?? '',
  turf: props.zone?.turf,
  state: props.zone?.state ?? ('growing' as const),
  spared: [...(props.zone?.spared ?? [])] as Spared[],
})
const states = computed(() => turfStates.map((value) => ({ value, label: say(`turfState.${value}`) })))
const spared = sparedThings.map((value) => ({ value, label: say(`spared.${value}`) }))
const turf = computed(() => account.almanac.turf.find((t) => t.code === typed.turf))

const row = useRowForm({
  part: 'zones',
  row: props.zone,
  fields: () => ({ name: typed.name, turf: typed.turf ?? '', state: typed.state, spared: typed.spared }),
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
      :label="say('yard.whatIsThere')"
      :options="options"
      :fault="form.faultAt('turf')"
      filter
    />
    <p v-if="turf" class="quiet small">{{ otherNames(turf) }}</p>
    <p v-if="zone && isTurf(zone.turf)" class="small">
      <RouterLink :to="{ name: 'scout', query: { at: 'key', ask: 'turf', zone: zone.id } }">{{
        say('yard.keyTurf')
      }}</RouterLink>
    </p>
    <ChoiceField
      v-if="!typed.turf || isTurf(typed.turf)"
      v-model="typed.state"
      :label="say('yard.state')"
      :options="states"
      :fault="form.faultAt('state')"
    />
    <CheckList v-model="typed.spared" :label="say('yard.spared')" :options="spared" />
    <FormActions :row="row" />
  </form>
</template>
