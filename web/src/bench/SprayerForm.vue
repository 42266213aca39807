<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Sprayer } from '@jardinero/contract/bench'
import {
  checkSprayer,
  droplets,
  nozzleTypes,
  spreaderKinds,
  sprayerKinds,
  type Capacity,
  type Droplet,
  type Nozzle,
  type SprayerKind,
} from '@jardinero/core/bench'
import ChoiceField from '../kit/ChoiceField.vue'
import { useRowForm } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import SwathFinder from './SwathFinder.vue'

/** A sprayer with its nozzle, or a spreader with its hopper. */
const props = defineProps<{ sprayer?: Sprayer | undefined }>()
const emit = defineEmits<{ done: [row?: Sprayer] }>()
const { say } = useWords()
const options = useOptions()
const typed = reactive({
  name: props.sprayer?.name ?? '',
  kind: props.sprayer?.kind ?? ('backpack' as SprayerKind),
  holds: (props.sprayer?.capacityGal ?? props.sprayer?.hopperLb ?? undefined) as number | undefined,
  swathFt: (props.sprayer?.swathFt ?? undefined) as number | undefined,
  nozzle: props.sprayer?.nozzle?.type as Nozzle['type'] | undefined,
  gpm: props.sprayer?.nozzle?.gpm,
  psi: props.sprayer?.nozzle?.psi,
  droplet: props.sprayer?.nozzle?.droplet as Droplet | undefined,
})
const isSpreader = computed(() => spreaderKinds.has(typed.kind))
const capacity = (): Capacity => ({
  capacityGal: isSpreader.value ? null : (typed.holds ?? null),
  hopperLb: isSpreader.value ? (typed.holds ?? null) : null,
})
const nozzle = (): Nozzle | null =>
  typed.nozzle && !isSpreader.value
    ? {
        type: typed.nozzle,
        ...(typed.gpm !== undefined && { gpm: typed.gpm }),
        ...(typed.psi !== undefined && { psi: typed.psi }),
        ...(typed.droplet && { droplet: typed.droplet }),
      }
    : null
const row = useRowForm({
  part: 'sprayers',
  row: props.sprayer,
  fields: () => ({
    name: typed.name || say(`bench.sprayerKind.${typed.kind}`),
    kind: typed.kind,
    ...capacity(),
    swathFt: typed.swathFt ?? null,
    nozzle: nozzle(),
  }),
  check: () => checkSprayer({ kind: typed.kind, ...capacity() }),
  done: (saved) => emit('done', saved),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField v-model="typed.name" :label="say('bench.sprayerName')" :fault="form.faultAt('name')" />
    <ChoiceField
      v-model="typed.kind"
      :label="say('bench.sprayerKind')"
      :options="options(sprayerKinds, 'bench.sprayerKind')"
    />
    <NumberField
      v-model="typed.holds"
      :unit="isSpreader ? 'lb' : 'gal'"
      :label="say(isSpreader ? 'bench.hopper' : 'bench.capacity')"
      :fault="form.faultAt('capacityGal', 'hopperLb')"
    />
    <details>
      <summary>{{ say('bench.nozzle') }}</summary>
      <NumberField
        v-model="typed.swathFt"
        unit="ft"
        :label="say('bench.swath')"
        :fault="form.faultAt('swathFt')"
      />
      <SwathFinder v-if="isSpreader" @take="(swathFt) => (typed.swathFt = swathFt)" />
      <template v-if="!isSpreader">
        <ChoiceField
          v-model="typed.nozzle"
          :label="say('bench.nozzleType')"
          :options="options(nozzleTypes, 'bench.nozzleType')"
        />
        <div class="pair">
          <NumberField
            v-model="typed.gpm"
            :label="say('bench.nozzleNominal')"
            :fault="form.faultAt('nozzle.gpm')"
          />
          <NumberField
            v-model="typed.psi"
            :label="say('bench.nozzlePsi')"
            :fault="form.faultAt('nozzle.psi')"
          />
        </div>
        <ChoiceField
          v-model="typed.droplet"
          :label="say('bench.droplet')"
          :options="options(droplets, 'bench.droplet')"
        />
      </template>
    </details>
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 0.8rem;
}
summary {
  cursor: pointer;
  padding: 0.4rem 0;
}
</style>
