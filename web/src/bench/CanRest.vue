<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import { planCan } from '@jardinero/core/bench'
import type { ZoneId } from '@jardinero/core/quantity'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useYard } from '../state/index.ts'
import { useCan } from './useCan.ts'
import type { Bench } from './useBench.ts'

/** Spots by the can: the printed spot mix in a can, without a calibration and without an area. */
const props = defineProps<{ bench: Bench; label: Label }>()
const { zones } = useYard()
const { say, quantity, number, refusal } = useWords()
const form = useForm()
const spots = computed(() => props.label.rules.spots ?? [])
const { taken, canGal: usualGal, take } = useCan(props.bench)
const typed = ref({ canGal: usualGal.value ?? spots.value[0]?.waterGal, cans: 1 as number | undefined })
const zoneId = ref<ZoneId | undefined>(props.bench.ground.zone.value?.id ?? zones.value[0]?.id)
const zone = computed(() => zones.value.find((z) => z.id === zoneId.value))
const lawns = computed(() => zones.value.map((z) => ({ value: z.id, label: z.name })))
const planned = computed(() => {
  const [spot] = spots.value
  const { canGal = NaN, cans = NaN } = typed.value
  return spot && zone.value
    ? planCan({
        rules: props.label.rules,
        spot,
        canGal,
        cans,
        turf: zone.value.turf,
        state: zone.value.state,
      })
    : undefined
})
const plan = computed(() => (planned.value?.ok ? planned.value.value : undefined))
const faultAt = (field: string) => {
  const found =
    planned.value && !planned.value.ok ? planned.value.refusals.find((r) => r.field === field) : undefined
  return found && refusal(found)
}
const whole = (sqFt: number) => quantity(Math.ceil(sqFt / 10) * 10, 'ft2')
const mix = () =>
  form.save(() =>
    take({ label: props.label, zone: zone.value!, plan: plan.value!, canGal: typed.value.canGal! }),
  )
</script>

<template>
  <details class="can" :open="taken">
    <summary>{{ say('bench.can') }}</summary>
    <ChoiceField
      v-if="lawns.length > 1"
      v-model="zoneId"
      :label="say('yard.zone')"
      :options="lawns"
      :fault="faultAt('turf')"
    />
    <div class="pair">
      <NumberField
        v-model="typed.canGal"
        unit="gal"
        :label="say('bench.can.holds')"
        :fault="faultAt('canGal')"
      />
      <NumberField v-model="typed.cans" :label="say('bench.can.count')" :fault="faultAt('cans')" />
    </div>
    <p v-if="faultAt('spot') ?? (lawns.length < 2 && faultAt('turf'))" class="stop small" role="alert">
      {{ faultAt('spot') ?? faultAt('turf') }}
    </p>
    <template v-if="plan">
      <p>
        <FigureText :figure="plan.perCan" :title="say('bench.can')" />
        {{ say('bench.can.inEach', { water: { value: typed.canGal ?? 0, unit: 'gal' } }) }}
      </p>
      <p class="small">
        {{
          say('bench.can.covers', {
            least: whole(plan.covers.least),
            most: whole(plan.covers.most),
            limit: whole(plan.leastSqFt),
            half: String(!Number.isInteger(typed.cans)),
            halfMix: { value: plan.perCan.value / 2, unit: plan.perCan.unit },
            halfWater: { value: (typed.canGal ?? 0) / 2, unit: 'gal' },
          })
        }}
      </p>
      <p class="small quiet">{{ say('bench.can.how') }}</p>
      <Button
        size="small"
        :label="say('bench.can.take', { cans: number(typed.cans ?? 1) })"
        :disabled="form.saving.value"
        @click="mix"
      />
      <p v-if="form.problem.value" class="stop small" role="alert">{{ form.problem.value.detail }}</p>
    </template>
  </details>
</template>

<style scoped>
.can {
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  padding: 0.5rem 0;
  margin: 0.6rem 0;
}
summary {
  cursor: pointer;
  font-weight: 600;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 0.8rem;
}
p {
  margin: 0.4rem 0;
}
</style>
