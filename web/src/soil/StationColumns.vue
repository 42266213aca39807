<script setup lang="ts">
import { computed } from 'vue'
import { stationColumns, stationUnits, type StationColumn, type StationMapping } from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import { useWords } from '../kit/session.ts'

/** What each column of a station's file is, and in what unit. */
const props = defineProps<{ heading: string[] }>()
const mapping = defineModel<StationMapping>({ required: true })
const { say } = useWords()
const none = -1
const columnOptions = computed(() => [
  { value: none, label: say('soil.station.none') },
  ...props.heading.map((name, value) => ({ value, label: name || String(value + 1) })),
])
const shownColumns = computed(() =>
  stationColumns.filter((c) =>
    mapping.value.every === 'hour' ? c !== 'minimum' && c !== 'maximum' : c !== 'temperature',
  ),
)
function pick(column: StationColumn, index: number | undefined): void {
  const { [column]: _, ...others } = mapping.value.columns
  mapping.value.columns = index === undefined || index === none ? others : { ...others, [column]: index }
}
const units = <U extends string>(list: readonly U[]) =>
  list.map((value) => ({ value, label: say(`stationUnit.${value}`) }))
</script>

<template>
  <ChoiceField v-model="mapping.every" :label="say('soil.station.every')" :options="units(['day', 'hour'])" />
  <ChoiceField
    v-for="c in shownColumns"
    :key="c"
    :model-value="mapping.columns[c] ?? none"
    :label="say(`stationColumn.${c}`)"
    :options="columnOptions"
    @update:model-value="pick(c, $event)"
  />
  <ChoiceField
    v-model="mapping.dayOrder"
    :label="say('soil.station.dayOrder')"
    :options="units(['ymd', 'mdy', 'dmy'])"
  />
  <ChoiceField
    v-model="mapping.temperatureUnit"
    :label="say('stationColumn.temperature')"
    :options="units(stationUnits.temperature)"
  />
  <ChoiceField
    v-model="mapping.rainUnit"
    :label="say('stationColumn.rain')"
    :options="units(stationUnits.rain)"
  />
  <ChoiceField
    v-if="mapping.columns.wind !== undefined"
    v-model="mapping.windUnit"
    :label="say('stationColumn.wind')"
    :options="units(stationUnits.wind)"
  />
  <ChoiceField
    v-if="mapping.columns.solar !== undefined"
    v-model="mapping.solarUnit"
    :label="say('stationColumn.solar')"
    :options="units(stationUnits.solar)"
  />
</template>
