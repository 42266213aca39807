<script setup lang="ts">
import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { placeKinds, type PlaceKind } from '@jardinero/core/yard'
import CheckList from '../kit/CheckList.vue'
import ChoiceField from '../kit/ChoiceField.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import type { UsedKeying } from './useKeying.ts'

/** Where the plant grows: lawn, place, and what the spot is like. */
const props = defineProps<{ keying: UsedKeying }>()
const { say } = useWords()
const { zones, places } = useYard()
const { state } = props.keying
const { zone, place } = props.keying.where
const zoneOptions = computed(() => zones.value.map((z) => ({ value: z.id, label: z.name })))
const placeOptions = computed(() => [
  { value: 'none', label: say('scout.form.noPlace') },
  ...places.value.filter((p) => p.zoneId === zone.value?.id).map((p) => ({ value: p.id, label: p.name })),
])
const kinds = computed(() =>
  placeKinds
    .filter((k) => k !== 'middle' && k !== place.value?.kind)
    .map((value) => ({ value, label: say(`placeKind.${value}`) })),
)
function takeZone(zoneId: ZoneId | undefined): void {
  state.value = { ...state.value, ...(zoneId && { zoneId }), placeId: null }
}
const takeMarks = (marks: PlaceKind[]) => (state.value = { ...state.value, marks })
</script>

<template>
  <section>
    <ChoiceField
      v-if="zones.length > 1"
      :model-value="zone?.id"
      :label="say('scout.form.zone')"
      :options="zoneOptions"
      @update:model-value="takeZone"
    />
    <ChoiceField
      v-if="state.ask === 'weed'"
      :model-value="place?.id ?? 'none'"
      :label="say('scout.key.where')"
      :options="placeOptions"
      @update:model-value="state.placeId = $event === 'none' || !$event ? null : $event"
    />
    <CheckList
      v-if="state.ask === 'weed'"
      :model-value="state.marks"
      :label="say('scout.key.spot')"
      :options="kinds"
      @update:model-value="takeMarks"
    />
  </section>
</template>
