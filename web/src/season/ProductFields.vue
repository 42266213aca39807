<script setup lang="ts">
import { computed, watch } from 'vue'
import type { LabelId, ZoneId } from '@jardinero/core/quantity'
import { useForRole, type ChainRole } from '@jardinero/core/job'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import { useShelf } from '../shelf/index.ts'
import { useAccount, useYard } from '../state/index.ts'

/** A product of one's shelf for a lawn, at a rate that its label's line for that turf holds. */
const props = defineProps<{
  zoneId: ZoneId
  role?: ChainRole | null | undefined
  fault?: string | undefined
}>()
export interface ChosenProduct {
  labelId: LabelId
  rate: number | undefined
  unit: string
}
const model = defineModel<ChosenProduct | undefined>({ required: true })
const account = useAccount()
const shelf = useShelf()
const { zones } = useYard()
const { say, range } = useWords()

const zone = computed(() => zones.value.find((z) => z.id === props.zoneId))
/** Labels with a line for this turf; what no label allows there is not offered. */
const usable = computed(() =>
  account.state.labels.flatMap(({ id, rules }) => {
    const use = zone.value && useForRole(rules, props.role, zone.value, shelf.activeOf)
    return use ? [{ id, rules, use }] : []
  }),
)
const options = computed(() => usable.value.map((u) => ({ value: u.id, label: u.rules.name })))
const chosen = computed(() => usable.value.find((u) => u.id === model.value?.labelId))
function take(labelId: LabelId | undefined): void {
  const found = usable.value.find((u) => u.id === labelId)
  if (!found) return void (model.value = undefined)
  const { min, unit } = found.use.rate
  model.value = { labelId: found.id, rate: min, unit }
}
const setRate = (rate: number | undefined) => model.value && (model.value = { ...model.value, rate })
watch(usable, (now) => !now.some((u) => u.id === model.value?.labelId) && take(now[0]?.id), {
  immediate: true,
})
</script>

<template>
  <p v-if="!usable.length" class="quiet small">{{ say('job.noProduct') }}</p>
  <template v-else>
    <ChoiceField
      :model-value="model?.labelId"
      :label="say('job.product')"
      :options="options"
      @update:model-value="take"
    />
    <NumberField
      v-if="chosen && model"
      :model-value="model.rate"
      :label="say('job.rate')"
      :unit="chosen.use.rate.unit"
      :hint="range(chosen.use.rate.min, chosen.use.rate.max, chosen.use.rate.unit)"
      :fault="fault"
      @update:model-value="setRate"
    />
  </template>
</template>
