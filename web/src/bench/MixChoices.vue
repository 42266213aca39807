<script setup lang="ts">
import { computed } from 'vue'
import { loadPlans } from '@jardinero/core/bench'
import { kindOf } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useMay } from '../kit/useMay.ts'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import CanRest from './CanRest.vue'
import EquipmentRest from './EquipmentRest.vue'
import GroundRest from './GroundRest.vue'
import MixProducts from './MixProducts.vue'
import ToolsRest from './ToolsRest.vue'
import WaterRest from './TankWaterRest.vue'
import type { Bench } from './useBench.ts'

/** What the mix rests on, editable in place: lawns, sprayer, products, rates, tools, loads, water, the year. */
const props = defineProps<{ bench: Bench; faultAt: (...fields: string[]) => string | undefined }>()
const emit = defineEmits<{ edit: [what: 'sprayer' | 'calibration' | 'label', id?: string] }>()
const { say, day: sayDay } = useWords()
const may = useMay()
const options = useOptions()
const b = props.bench
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
</script>

<template>
  <GroundRest :bench="bench" :fault-at="faultAt" />
  <EquipmentRest :bench="bench" @edit="(...what) => emit('edit', ...what)" />
  <template v-if="b.goods.label.value">
    <ChoiceField
      :model-value="b.goods.label.value.id"
      :label="say('bench.label')"
      :options="labelOptions"
      @update:model-value="takeFirst"
    />
    <p class="links">
      <span v-if="b.goods.label.value.rules.sample" class="sample">{{ say('bench.sample') }}</span>
      <template v-if="may('shelf.write')">
        <button class="link small" @click="emit('edit', 'label', b.goods.label.value.id)">
          {{ say('bench.changeLabel') }}
        </button>
        <button class="link small" @click="emit('edit', 'label')">{{ say('bench.addLabel') }}</button>
      </template>
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
    ><button v-if="may('shelf.write')" class="link" @click="emit('edit', 'label')">
      {{ say('bench.addLabel') }}
    </button></RestRow
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
