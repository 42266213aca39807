<script setup lang="ts">
import type { Sprayer } from '@jardinero/contract/bench'
import { computed, ref } from 'vue'
import { loadPlans } from '@jardinero/core/bench'
import { kindOf } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import GroundRest from './GroundRest.vue'
import ProductRest from './ProductRest.vue'
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
  b.calibrations.value.flatMap((c) => {
    const sprayer = b.sprayersOf(c)
    return sprayer
      ? [{ value: c.id, label: say('bench.calibratedOn', { name: sprayer.name, day: c.day }) }]
      : []
  }),
)
const labelOptions = computed(() => b.leading.value.map((l) => ({ value: l.id, label: l.rules.name })))
const addable = computed(() =>
  b.labels.value
    .filter((l) => !b.products.value.includes(l))
    .map((l) => ({ value: l.id, label: l.rules.name })),
)
const ids = () => b.products.value.map((l) => l.id)
function takeFirst(id: string | undefined): void {
  if (id) b.startWith([id])
}
const adding = ref<string>()
function add(id: string | undefined): void {
  if (id) b.choices.value.labelIds = [...ids(), id]
  adding.value = undefined
}
const drop = (id: string) => (b.choices.value.labelIds = ids().filter((other) => other !== id))
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
  const at = b.products.value.findIndex((l) => kindOf(l.rules) === 'herbicide')
  return mix?.products[at]?.years[b.zone.value?.id ?? '']?.share
})
const isWet = computed(() => !b.spreads.value)
const capacityOf = ({ capacityGal, hopperLb }: Sprayer) =>
  hopperLb === null ? { value: capacityGal ?? 0, unit: 'gal' } : { value: hopperLb, unit: 'lb' }
</script>

<template>
  <GroundRest :bench="bench" :fault-at="faultAt" />
  <ChoiceField
    v-if="equipment.length > 1"
    :model-value="b.calibration.value?.id"
    :label="say('bench.equipment')"
    :options="equipment"
    @update:model-value="$event && b.takeEquipment($event)"
  />
  <RestRow :name="b.sprayer.value?.name ?? say('bench.noSprayer')">
    <template #value>
      <FigureText v-if="b.calibrated.value" :figure="b.calibrated.value.carrierVolume" />
      <FigureText
        v-else-if="b.anyCalibrated.value?.kind === 'spreader'"
        :figure="b.anyCalibrated.value.spreadRate"
      />
    </template>
    <template v-if="b.sprayer.value && b.calibration.value">{{
      say(b.spreads.value ? 'bench.weighedBack' : 'bench.calibrated', {
        day: b.calibration.value.day,
        runs: b.calibration.value.runs.length,
        variation: { value: b.calibrated.value?.variation?.value ?? 0, unit: 'ratio' },
        capacity: capacityOf(b.sprayer.value),
        setting: b.calibration.value.inputs?.setting || 'none',
      })
    }}</template>
    <p v-if="b.dueAgain.value" class="stop">{{ say('bench.dueAgain', { day: b.dueAgain.value }) }}</p>
    <span class="links">
      <button class="link" @click="emit('edit', 'sprayer', b.sprayer.value?.id)">
        {{ say(b.sprayer.value ? 'bench.changeSprayer' : 'bench.addSprayer') }}
      </button>
      <button v-if="b.sprayer.value" class="link" @click="emit('edit', 'calibration')">
        {{ say('bench.calibrateNow') }}
      </button>
      <button v-if="b.sprayer.value" class="link" @click="emit('edit', 'sprayer')">
        {{ say('bench.anotherSprayer') }}
      </button>
    </span>
  </RestRow>
  <template v-if="b.label.value">
    <ChoiceField
      :model-value="b.label.value.id"
      :label="say('bench.label')"
      :options="labelOptions"
      @update:model-value="takeFirst"
    />
    <p class="links">
      <span v-if="b.label.value.rules.sample" class="sample">{{ say('bench.sample') }}</span>
      <button class="link small" @click="emit('edit', 'label', b.label.value.id)">
        {{ say('bench.changeLabel') }}
      </button>
      <button class="link small" @click="emit('edit', 'label')">{{ say('bench.addLabel') }}</button>
    </p>
    <template v-for="(l, i) in b.products.value" :key="l.id">
      <p v-if="b.products.value.length > 1" class="product">
        <strong>{{ l.rules.name }}</strong>
        <button
          class="link small"
          :aria-label="say('bench.dropProduct', { label: l.rules.name })"
          @click="drop(l.id)"
        >
          {{ say('frame.remove') }}
        </button>
      </p>
      <p v-if="faultAt(`products.${i}`)" class="stop small" role="alert">{{ faultAt(`products.${i}`) }}</p>
      <ProductRest :bench="bench" :label="l" :index="i" :fault-at="faultAt" />
    </template>
    <ChoiceField
      v-if="isWet && addable.length"
      :model-value="adding"
      :label="say('bench.addProduct')"
      :options="addable"
      filter
      @update:model-value="add"
    />
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
.product {
  display: flex;
  justify-content: space-between;
  border-top: 1px solid var(--rule);
  padding-top: 0.5rem;
  margin-top: 0.4rem;
}
</style>
