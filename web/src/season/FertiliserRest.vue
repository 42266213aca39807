<script setup lang="ts">
import { computed, reactive } from 'vue'
import { computeFertiliser } from '@jardinero/core/bench'
import type { FertiliserPass, Programme } from '@jardinero/core/season'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { newId } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import WishList from './WishList.vue'
import { usePlanContext } from './usePlanContext.ts'

/** Fertiliser that rides along: nitrogen wanted, from the bag's analysis. */
const props = defineProps<{ programme: Programme }>()
const emit = defineEmits<{ change: [fertiliser: FertiliserPass[]] }>()
const { context } = usePlanContext()
const { say, refusal } = useWords()
const form = useForm()
const typed = reactive({
  day: '',
  nitrogenPercent: undefined as number | undefined,
  nitrogenLbPer1000: undefined as number | undefined,
})
const area = (zones: string[]) =>
  context.value.zones.filter((z) => zones.includes(z.id)).reduce((sum, z) => sum + z.areaSqFt, 0)
const rows = computed(() =>
  props.programme.fertiliser.map((f) => {
    const needed = computeFertiliser(f, area(f.zones))
    return needed.ok
      ? say('season.fertiliserSays', {
          day: f.day,
          nitrogen: { value: f.nitrogenLbPer1000, unit: 'lb/1000ft2' },
          rate: { value: needed.value.rate.value, unit: 'lb/1000ft2' },
          product: { value: needed.value.product.value, unit: 'lb' },
        })
      : refusal(needed.refusals[0]!)
  }),
)
function save(done: () => void): void {
  const { day, nitrogenPercent = NaN, nitrogenLbPer1000 = NaN } = typed
  const zones = context.value.zones.map((z) => z.id)
  const needed = computeFertiliser({ nitrogenPercent, nitrogenLbPer1000 }, area(zones))
  const dated = /^\d{4}-\d{2}-\d{2}$/.test(day)
  const refusals = [
    ...(dated ? [] : [{ code: 'dayMissing', field: 'day', params: {} }]),
    ...(needed.ok ? [] : needed.refusals),
  ]
  if (form.refuse(...refusals)) return
  emit('change', [
    ...props.programme.fertiliser,
    { id: newId(), day, zones, nitrogenPercent, nitrogenLbPer1000 },
  ])
  done()
}
</script>

<template>
  <WishList
    :name="say('season.fertiliser')"
    :rows="rows"
    :add="say('season.addFertiliser')"
    @remove="
      (at) =>
        emit(
          'change',
          programme.fertiliser.filter((_, i) => i !== at),
        )
    "
    @save="save"
  >
    <TextField v-model="typed.day" type="date" :label="say('season.day')" :fault="form.faultAt('day')" />
    <NumberField
      v-model="typed.nitrogenPercent"
      :label="say('season.nitrogenPercent')"
      :fault="form.faultAt('nitrogenPercent')"
    />
    <NumberField
      v-model="typed.nitrogenLbPer1000"
      unit="lb/1000ft2"
      :label="say('season.nitrogenRate')"
      :fault="form.faultAt('nitrogenLbPer1000')"
    />
  </WishList>
</template>
