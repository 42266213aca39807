<script setup lang="ts">
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import type { LabelDraft } from './labelDraft.ts'

/** When it may go down: weather, seed, mowing. */
defineProps<{ at: (...fields: string[]) => string | undefined }>()
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
</script>

<template>
  <div class="pair">
    <NumberField
      v-model="draft.temperatureLeast"
      :label="say('label.temperatureLeast')"
      :fault="at('temperature')"
    />
    <NumberField v-model="draft.temperatureMost" :label="say('label.temperatureMost')" />
    <ChoiceField
      v-model="draft.temperatureUnit"
      :label="say('label.temperatureUnit')"
      :options="options(['degF', 'degC'], 'unit')"
    />
    <NumberField v-model="draft.windMost" unit="mph" :label="say('label.windMost')" />
  </div>
  <div class="pair">
    <NumberField v-model="draft.seedingDays" unit="d" :label="say('label.seeding')" />
    <NumberField v-model="draft.seedlingMowings" :label="say('label.seedlingMowings')" />
    <NumberField v-model="draft.mowBefore" unit="d" :label="say('label.mowBefore')" />
    <NumberField v-model="draft.mowAfter" unit="d" :label="say('label.mowAfter')" />
  </div>
</template>
