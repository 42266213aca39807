<script setup lang="ts">
import { computed } from 'vue'
import { loadPlans } from '@jardinero/core/bench'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'
import type { Bench } from './useBench.ts'

/** What the mix rests on, editable in place: zone, sprayer, label, rate, tool, loads, the year. */
const props = defineProps<{ bench: Bench; faultAt: (field: string) => string | undefined }>()
const emit = defineEmits<{ edit: [what: 'sprayer' | 'calibration' | 'label', id?: string] }>()
const { areas } = useYard()
const { say, quantity, range, day: sayDay } = useWords()
const b = props.bench
const zoneOptions = computed(() => b.zones.value.map((z) => ({ value: z.id, label: z.name })))
const labelOptions = computed(() => b.labels.value.map((l) => ({ value: l.id, label: l.rules.name })))
const toolOptions = computed(() => b.tools.value.map((value) => ({ value, label: say(`tool.${value}`) })))
const planOptions = computed(() =>
  loadPlans.map((value) => ({ value, label: say(`bench.loadPlan.${value}`) })),
)
const rate = computed({
  get: () => b.rate.value?.value,
  set: (value) => (b.choices.value.rate = { value: value ?? NaN, unit: b.rate.value!.unit }),
})
const { yearUse } = b
const yearUseParams = computed(() => {
  const { used, maximum, passes, lastDay } = yearUse.value!
  return {
    used: { value: used.value, unit: used.unit },
    maximum: { value: maximum?.value ?? 0, unit: used.unit },
    passes,
    last: lastDay ? sayDay(lastDay, 'long') : '',
    hasLast: Boolean(lastDay),
  }
})
const result = computed(() => (b.outcome.value?.ok ? b.outcome.value.value : undefined))
</script>

<template>
  <ChoiceField
    v-if="b.zone.value"
    :model-value="b.zone.value.id"
    :label="say('yard.zone')"
    :options="zoneOptions"
    @update:model-value="b.choices.value.zoneId = $event"
  />
  <RestRow v-if="b.zone.value" :name="say(`turf.${b.zone.value.turf}`)">
    <template #value><FigureText :figure="areas.get(b.zone.value.id)!.area" /></template>
    {{
      say('bench.zoneSays', {
        state: b.zone.value.state,
        spread: quantity(areas.get(b.zone.value.id)!.uncertainty.value, 'ft2'),
      })
    }}
  </RestRow>
  <RestRow :name="b.sprayer.value?.name ?? say('bench.noSprayer')">
    <template #value
      ><FigureText v-if="b.calibrated.value" :figure="b.calibrated.value.carrierVolume"
    /></template>
    <template v-if="b.sprayer.value && b.calibration.value">{{
      say('bench.calibrated', {
        day: b.calibration.value.day,
        runs: b.calibration.value.runs.length,
        variation: { value: b.calibrated.value?.variation?.value ?? 0, unit: 'ratio' },
        capacity: { value: b.sprayer.value.capacityGal, unit: 'gal' },
      })
    }}</template>
    <span class="links">
      <button class="link" @click="emit('edit', 'sprayer', b.sprayer.value?.id)">
        {{ say(b.sprayer.value ? 'bench.changeSprayer' : 'bench.addSprayer') }}
      </button>
      <button v-if="b.sprayer.value" class="link" @click="emit('edit', 'calibration')">
        {{ say('bench.calibrateNow') }}
      </button>
    </span>
  </RestRow>
  <template v-if="b.label.value">
    <ChoiceField
      :model-value="b.label.value.id"
      :label="say('bench.label')"
      :options="labelOptions"
      @update:model-value="b.choices.value.labelId = $event"
    />
    <p class="links">
      <span v-if="b.label.value.rules.sample" class="sample">{{ say('bench.sample') }}</span>
      <button class="link small" @click="emit('edit', 'label', b.label.value.id)">
        {{ say('bench.changeLabel') }}
      </button>
      <button class="link small" @click="emit('edit', 'label')">{{ say('bench.addLabel') }}</button>
    </p>
    <NumberField
      v-if="b.use.value"
      v-model="rate"
      :unit="b.use.value.rate.unit"
      :label="say('bench.rate')"
      :fault="faultAt('rate')"
      :hint="
        say('bench.rateHint', {
          range: range(b.use.value.rate.min, b.use.value.rate.max, b.use.value.rate.unit),
        })
      "
    />
    <ChoiceField
      :model-value="b.tool.value"
      :label="say('bench.tool')"
      :options="toolOptions"
      :fault="faultAt('tool')"
      @update:model-value="b.choices.value.tool = $event!"
    />
    <ChoiceField v-model="b.choices.value.loadPlan" :label="say('bench.loadPlan')" :options="planOptions" />
  </template>
  <RestRow v-else :name="say('bench.noLabel')"
    ><button class="link" @click="emit('edit', 'label')">{{ say('bench.addLabel') }}</button></RestRow
  >
  <RestRow v-if="yearUse" :name="say('bench.yearUse')">
    <template #value><FigureText v-if="result?.yearShare" :figure="result.yearShare" /></template>
    {{ yearUse.maximum ? say('bench.yearUseSays', yearUseParams) : say('bench.noMaximum') }}
  </RestRow>
</template>

<style scoped>
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  align-items: center;
}
</style>
