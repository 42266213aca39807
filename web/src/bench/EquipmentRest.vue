<script setup lang="ts">
import type { Sprayer } from '@jardinero/contract/bench'
import { computed } from 'vue'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import type { Bench } from './useBench.ts'

/** What it goes down with: which sprayer or spreader, and what it puts down, by whose measure. */
const props = defineProps<{ bench: Bench }>()
const emit = defineEmits<{ edit: [what: 'sprayer' | 'calibration', id?: string] }>()
const { say } = useWords()
const b = props.bench
const equipment = computed(() =>
  b.gear.calibrations.value.flatMap((c) => {
    const sprayer = b.gear.sprayersOf(c)
    return sprayer
      ? [{ value: c.id, label: say('bench.calibratedOn', { name: sprayer.name, day: c.day }) }]
      : []
  }),
)
/** Nobody measured it: it is taken as heavy as a can can be meant. */
const wetted = computed(() => b.gear.calibration.value?.method === 'wetted')
/** Nor this one: it goes by what its kind usually puts down. */
const isUsual = computed(() => b.gear.calibration.value?.method === 'usual')
const calibratedSays = computed(() =>
  b.gear.spreads.value
    ? 'bench.weighedBack'
    : wetted.value
      ? 'bench.wetted'
      : isUsual.value
        ? 'bench.usual'
        : 'bench.calibrated',
)
const capacityOf = ({ capacityGal, hopperLb }: Sprayer) =>
  hopperLb ? { value: hopperLb, unit: 'lb' } : { value: capacityGal ?? 0, unit: 'gal' }
</script>

<template>
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
      say(calibratedSays, {
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
        {{ say(isUsual ? 'bench.measureIt' : 'bench.calibrateNow') }}
      </button>
      <button v-if="b.gear.sprayer.value" class="link" @click="emit('edit', 'sprayer')">
        {{ say('bench.anotherSprayer') }}
      </button>
    </span>
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
