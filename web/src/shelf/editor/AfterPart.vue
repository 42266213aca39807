<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import { waterAfter, type LabelDraft, type WaterAfter } from './labelDraft.ts'

/** What is done once it is down: watered in or left dry, and how long people and dogs keep off. */
defineProps<{ at: (...fields: string[]) => string | undefined }>()
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
const waters = () => draft.value.waterLeast !== undefined || draft.value.waterDays !== undefined
const chosen = ref<WaterAfter>(
  waters() ? 'waterIn' : draft.value.dryHours !== undefined ? 'leaveDry' : 'notSaid',
)
const after = computed({
  get: () => chosen.value,
  set: (value) => {
    chosen.value = value
    if (value !== 'waterIn')
      Object.assign(draft.value, { waterLeast: undefined, waterMost: undefined, waterDays: undefined })
    if (value !== 'leaveDry') draft.value.dryHours = undefined
  },
})
</script>

<template>
  <div class="pair">
    <ChoiceField v-model="after" :label="say('label.after')" :options="options(waterAfter, 'label.after')" />
    <template v-if="after === 'waterIn'">
      <NumberField
        v-model="draft.waterLeast"
        unit="in"
        :label="say('label.waterIn')"
        :fault="at('wateringIn', 'wateringIn.leastIn')"
      />
      <NumberField v-model="draft.waterMost" unit="in" :label="say('label.waterMost')" />
      <NumberField v-model="draft.waterDays" unit="d" :label="say('label.waterDays')" />
    </template>
    <NumberField
      v-else-if="after === 'leaveDry'"
      v-model="draft.dryHours"
      unit="h"
      :label="say('label.dryHours')"
      :fault="at('dryHours')"
    />
  </div>
  <div class="pair">
    <label class="check"
      ><input v-model="draft.untilDry" type="checkbox" /> {{ say('label.untilDry') }}</label
    >
    <NumberField v-model="draft.keepOffHours" unit="h" :label="say('label.keepOff')" />
  </div>
</template>
