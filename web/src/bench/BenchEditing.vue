<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import type { Calibration, Sprayer } from '@jardinero/contract/bench'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import type { Editing } from './editing.ts'
import type { Bench } from './useBench.ts'

/** A sprayer, a calibration or a label, added or changed beside the mix. */
const props = defineProps<{ bench: Bench; editing: Editing }>()
const emit = defineEmits<{ next: [editing: Editing | undefined] }>()
const CalibrationForm = defineAsyncComponent(() => import('./CalibrationForm.vue'))
const LabelEditor = defineAsyncComponent(() => import('../shelf/editor/LabelEditor.vue'))
const SprayerForm = defineAsyncComponent(() => import('./SprayerForm.vue'))
const account = useAccount()
const { say } = useWords()
/** A sprayer that is new has no figure yet: it is calibrated next. */
function sprayerKept(row?: Sprayer): void {
  const isNew = row && !account.state.calibrations.some((c) => c.sprayerId === row.id)
  emit('next', isNew && account.state.calibrations.length ? { what: 'calibration', id: row.id } : undefined)
}
function calibrated(row?: Calibration): void {
  emit('next', undefined)
  const { choices } = props.bench
  if (row) choices.value.calibrationId = row.id
}
</script>

<template>
  <h3>{{ say(`bench.editing.${editing.what}`) }}</h3>
  <SprayerForm
    v-if="editing.what === 'sprayer'"
    :key="editing.id ?? 'new'"
    :sprayer="account.state.sprayers.find((s) => s.id === editing.id)"
    @done="sprayerKept"
  />
  <CalibrationForm
    v-else-if="editing.what === 'calibration'"
    :key="editing.id ?? bench.gear.sprayer.value!.id"
    :sprayer="account.state.sprayers.find((s) => s.id === editing.id) ?? bench.gear.sprayer.value!"
    :whole-sq-ft="bench.ground.grounds.value[0]?.areaSqFt"
    @done="calibrated"
  />
  <LabelEditor
    v-else
    :key="editing.id ?? 'new'"
    :label="account.state.labels.find((l) => l.id === editing.id)"
    :turf="bench.ground.zone.value ? [bench.ground.zone.value.turf] : []"
    :lawn-sq-ft="bench.ground.grounds.value[0]?.areaSqFt"
    @done="(row) => (emit('next', undefined), row && bench.startWith([row.id]))"
  />
</template>
