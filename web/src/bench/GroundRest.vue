<script setup lang="ts">
import { computed } from 'vue'
import { treatModes } from '@jardinero/core/bench'
import type { PlaceId } from '@jardinero/core/quantity'
import { isTurf } from '@jardinero/core/yard'
import CheckList from '../kit/CheckList.vue'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'
import { useYard } from '../state/index.ts'
import type { GroundChoice } from './useTankChoices.ts'
import type { Bench } from './useBench.ts'

/** Which lawns the tank is for, and how much of each: all of it, spots, edges a second time. */
const props = defineProps<{ bench: Bench; faultAt: (...fields: string[]) => string | undefined }>()
const { areas, strips } = useYard()
const { say, quantity } = useWords()
const options = useOptions()
const b = props.bench
const zoneOptions = computed(() => b.ground.zones.value.map((z) => ({ value: z.id, label: z.name })))
const chosen = computed({
  get: () => b.ground.chosenZones.value.map((z) => z.id),
  set: (ids) => (b.choices.value.zoneIds = ids),
})
const ground = (id: string): GroundChoice => b.choices.value.ground[id] ?? { mode: 'broadcast' }
const stripOptions = (id: string) =>
  (strips.value.get(id) ?? []).map((s) => ({
    value: s.id as PlaceId,
    label: `${s.name}, ${quantity(s.area.value, 'ft2')}`,
  }))
const change = (id: string, patch: Partial<GroundChoice>) =>
  (b.choices.value.ground[id] = { ...ground(id), ...patch })
</script>

<template>
  <CheckList
    v-if="b.ground.zones.value.length > 1"
    v-model="chosen"
    :label="say('yard.zone')"
    :options="zoneOptions"
  />
  <template v-for="(z, i) in b.ground.chosenZones.value" :key="z.id">
    <RestRow :name="b.ground.chosenZones.value.length > 1 ? z.name : say(`turf.${z.turf}`)">
      <template v-if="areas.get(z.id)" #value><FigureText :figure="areas.get(z.id)!.area" /></template>
      {{
        areas.get(z.id)
          ? say(isTurf(z.turf) ? 'bench.zoneSays' : 'bench.openSays', {
              state: z.state,
              spread: quantity(areas.get(z.id)!.uncertainty.value, 'ft2'),
            })
          : say('bench.notMeasured')
      }}
    </RestRow>
    <ChoiceField
      v-if="!b.gear.spreads.value"
      :model-value="ground(z.id).mode"
      :label="say('bench.mode')"
      :options="options(treatModes, 'bench.mode')"
      @update:model-value="$event && change(z.id, { mode: $event })"
    />
    <NumberField
      v-if="ground(z.id).mode === 'spot'"
      :model-value="ground(z.id).spotSqFt"
      unit="ft2"
      :label="say('bench.spotArea')"
      :fault="faultAt(`grounds.${i}.spotSqFt`)"
      @update:model-value="change(z.id, { spotSqFt: $event! })"
    />
    <CheckList
      v-if="ground(z.id).mode !== 'spot' && strips.get(z.id)?.length"
      :model-value="ground(z.id).stripIds ?? []"
      :label="say('bench.strips')"
      :options="stripOptions(z.id)"
      :fault="faultAt(`grounds.${i}.edgeSqFt`)"
      @update:model-value="change(z.id, { stripIds: $event })"
    />
    <NumberField
      v-if="ground(z.id).mode !== 'spot'"
      :model-value="ground(z.id).edgeSqFt"
      unit="ft2"
      :label="say(strips.get(z.id)?.length ? 'bench.edgeAreaBeside' : 'bench.edgeArea')"
      :fault="faultAt(`grounds.${i}.edgeSqFt`)"
      @update:model-value="change(z.id, { edgeSqFt: $event! })"
    />
  </template>
</template>
