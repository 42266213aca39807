<script setup lang="ts">
import type { Sprayer } from '@jardinero/contract/bench'
import { computed } from 'vue'
import { loadPlans } from '@jardinero/core/bench'
import { kindOf } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import CanRest from './CanRest.vue'
import GroundRest from './GroundRest.vue'
import MixProducts from './MixProducts.vue'
import ToolsRest from './ToolsRest.vue'
import WaterRest from './TankWaterRest.vue'
import type { Bench } from './useBench.ts'

/** What the mix rests on, editable in place: lawns, sprayer, products, rates, tools, loads, water, the year. */
const props = defineProps<{ bench: Bench; faultAt: (...fields: string[]) => string | undefined }>()
const emit = defineEmits<{ edit: [what: 'sprayer' | 'calibration' | 'label', id?: string] }>()
const { say, day: sayDay } = useWords()
const options = useOptions()
const b = props.bench
const equipment = computed(() =>
  b.gear.calibrations.value.flatMap((c) => {
    const sprayer = b.gear.sprayersOf(c)
    return sprayer
      ? [{ value: c.id, label: say('bench.calibratedOn', { name: sprayer.name, day: c.day }) }]
      : []
  }),
)
const labelOptions = computed(() => b.goods.leading.value.map((l) => ({ value: l.id, label: l.rules.name })))
function takeFirst(id: string | undefined): void {
  if (id) (wetted.value ? b.leaveCan : b.startWith)([id])
}
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
const yearShare = computed(() => {
  const mix = b.outcome.value?.ok ? b.outcome.value.value : undefined
  const at = b.goods.products.value.findIndex((l) => kindOf(l.rules) === 'herbicide')
  return mix?.products[at]?.years[b.ground.zone.value?.id ?? '']?.share
})
/** Nobody measured it: it is taken as heavy as a can can be meant. */
const wetted = computed(() => b.gear.calibration.value?.method === 'wetted')
/** A tank on wheels is filled for the day, and drawn down lawn by lawn. */
const isRig = computed(() => ['truckRig', 'towBehind'].includes(b.gear.sprayer.value?.kind ?? ''))
const isWet = computed(() => !b.gear.spreads.value)
const capacityOf = ({ capacityGal, hopperLb }: Sprayer) =>
  hopperLb ? { value: hopperLb, unit: 'lb' } : { value: capacityGal ?? 0, unit: 'gal' }
</script>

<template>
  <GroundRest :bench="bench" :fault-at="faultAt" />
  <ChoiceField
    v-if="equipment.length > 1"
    :model-value="b.gear.calibration.value?.id"
    :label="say('bench.equipment')"
    :options="equipment"
    @update:model-value="$event && b.takeEquipment($event)"
  />
  <RestRow :name="b.gear.sprayer.value?.name ?? say('bench.noSprayer')">
    <template #value>
      <FigureText v-if="b.gear.calibrated.value" :figure="b.gear.calibrated.value.carrierVolume" />
      <FigureText
        v-else-if="b.gear.anyCalibrated.value?.kind === 'spreader'"
        :figure="b.gear.anyCalibrated.value.spreadRate"
      />
    </template>
    <template v-if="b.gear.sprayer.value && b.gear.calibration.value">{{
      say(b.gear.spreads.value ? 'bench.weighedBack' : wetted ? 'bench.wetted' : 'bench.calibrated', {
        day: b.gear.calibration.value.day,
        runs: b.gear.calibration.value.runs.length,
        variation: { value: b.gear.calibrated.value?.variation?.value ?? 0, unit: 'ratio' },
        capacity: capacityOf(b.gear.sprayer.value),
        setting: b.gear.calibration.value.inputs?.setting || 'none',
      })
    }}</template>
    <p v-if="b.gear.dueAgain.value" class="stop">
      {{ say('bench.dueAgain', { day: b.gear.dueAgain.value }) }}
    </p>
    <span class="links">
      <button class="link" @click="emit('edit', 'sprayer', b.gear.sprayer.value?.id)">
        {{ say(b.gear.sprayer.value ? 'bench.changeSprayer' : 'bench.addSprayer') }}
      </button>
      <button v-if="b.gear.sprayer.value && !wetted" class="link" @click="emit('edit', 'calibration')">
        {{ say('bench.calibrateNow') }}
      </button>
      <button v-if="b.gear.sprayer.value" class="link" @click="emit('edit', 'sprayer')">
        {{ say('bench.anotherSprayer') }}
      </button>
    </span>
  </RestRow>
  <template v-if="b.goods.label.value">
    <ChoiceField
      :model-value="b.goods.label.value.id"
      :label="say('bench.label')"
      :options="labelOptions"
      @update:model-value="takeFirst"
    />
    <p class="links">
      <span v-if="b.goods.label.value.rules.sample" class="sample">{{ say('bench.sample') }}</span>
      <button class="link small" @click="emit('edit', 'label', b.goods.label.value.id)">
        {{ say('bench.changeLabel') }}
      </button>
      <button class="link small" @click="emit('edit', 'label')">{{ say('bench.addLabel') }}</button>
    </p>
    <CanRest
      v-if="b.goods.label.value.rules.spots?.length"
      :key="b.goods.label.value.id"
      :bench="bench"
      :label="b.goods.label.value"
    />
    <MixProducts :bench="bench" :fault-at="faultAt" />
    <ChoiceField
      v-if="isWet"
      v-model="b.choices.value.loadPlan"
      :label="say('bench.loadPlan')"
      :options="options(loadPlans, 'bench.loadPlan')"
    />
    <ChoiceField
      v-else
      :model-value="b.choices.value.directions ?? 2"
      :label="say('bench.directions')"
      :options="([2, 1] as const).map((value) => ({ value, label: say(`bench.directions.${value}`) }))"
      @update:model-value="$event && (b.choices.value.directions = $event)"
    />
    <NumberField
      v-if="isWet && isRig"
      v-model="b.choices.value.spareGal"
      unit="gal"
      :label="say('bench.spare')"
      :hint="say('bench.spareHint')"
      :fault="faultAt('spareGal')"
    />
    <NumberField
      v-if="isWet && !wetted"
      v-model="b.choices.value.fillGal"
      unit="gal"
      :label="say('bench.fillTo')"
      :hint="say('bench.fillToHint')"
      :fault="faultAt('capacityGal', 'fillGal')"
    />
    <NumberField
      v-if="isWet"
      v-model="b.choices.value.waterFirst"
      unit="ratio"
      :label="say('bench.waterFirst')"
      :hint="say('bench.waterFirstHint')"
      :fault="faultAt('waterFirst')"
    />
    <WaterRest v-if="isWet" :bench="bench" />
  </template>
  <RestRow v-else :name="say('bench.noLabel')"
    ><button class="link" @click="emit('edit', 'label')">{{ say('bench.addLabel') }}</button></RestRow
  >
  <RestRow v-if="yearUse" :name="say('bench.yearUse')">
    <template #value><FigureText v-if="yearShare" :figure="yearShare" /></template>
    {{ yearUse.maximum ? say('bench.yearUseSays', yearUseParams) : say('bench.noMaximum') }}
  </RestRow>
  <ToolsRest />
</template>

<style scoped>
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  align-items: center;
}
</style>
