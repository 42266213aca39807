<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { ToolRow } from '@jardinero/contract/bench'
import { checkTool, toolKinds, type ToolKind } from '@jardinero/core/bench'
import type { MassUnit, VolumeUnit } from '@jardinero/core/quantity'
import ChoiceField from '../kit/ChoiceField.vue'
import { useRowForm } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useOptions } from '../kit/useOptions.ts'

/** One measure: what it is, its smallest step, what it holds. Spoons are told by country: they differ by a third. */
const props = defineProps<{ tool?: ToolRow | undefined }>()
const emit = defineEmits<{ done: [] }>()
const { say } = useWords()
const options = useOptions()
const scaleUnits = ['g', 'oz', 'lb', 'kg'] as const
const pourUnits = [
  'floz',
  'mL',
  'tsp',
  'tbsp',
  'tspMetric',
  'tbspMetric',
  'tbspAu',
  'pt',
  'qt',
  'gal',
] as const
const draft = reactive({
  name: props.tool?.name ?? '',
  kind: props.tool?.kind ?? ('scale' as ToolKind),
  step: props.tool?.step as number | undefined,
  unit: props.tool?.unit ?? ('g' as MassUnit | VolumeUnit),
  holds: (props.tool?.holds ?? undefined) as number | undefined,
})
const units = computed(() => options<string>(draft.kind === 'scale' ? scaleUnits : pourUnits, 'unit'))
function takeKind(kind: ToolKind | undefined): void {
  if (!kind) return
  draft.kind = kind
  draft.unit = kind === 'scale' ? 'g' : kind === 'spoon' ? 'tsp' : 'mL'
}
const fields = () => ({
  name: draft.name.trim(),
  measure: draft.kind === 'scale' ? ('mass' as const) : ('volume' as const),
  kind: draft.kind,
  step: draft.step ?? NaN,
  unit: draft.unit,
  holds: draft.holds ?? null,
})
const row = useRowForm({
  part: 'tools',
  row: props.tool,
  fields,
  check: () => {
    const { holds, name, ...tool } = fields()
    return [
      ...(name ? [] : [{ code: 'missing', field: 'name', params: {} }]),
      ...checkTool({ ...tool, ...(holds !== null && { holds }) }),
    ]
  },
  done: () => emit('done'),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField v-model="draft.name" :label="say('bench.toolName')" :fault="form.faultAt('name')" />
    <ChoiceField
      :model-value="draft.kind"
      :label="say('bench.toolKind')"
      :options="options(toolKinds, 'bench.toolKind')"
      @update:model-value="takeKind"
    />
    <div class="pair">
      <NumberField v-model="draft.step" :label="say('bench.toolStep')" :fault="form.faultAt('step')" />
      <ChoiceField
        :model-value="draft.unit as string"
        :label="say('bench.unit')"
        :options="units"
        :fault="form.faultAt('unit')"
        @update:model-value="$event && (draft.unit = $event as 'g')"
      />
      <NumberField v-model="draft.holds" :label="say('bench.toolHolds')" :fault="form.faultAt('holds')" />
    </div>
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0 0.7rem;
}
</style>
