<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from 'vue'
import type { Section, Zone } from '@jardinero/contract/yard'
import {
  checkSection,
  shapeKinds,
  shapes,
  tapeNames,
  type PlanOutline,
  type ShapeKind,
} from '@jardinero/core/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import { useRowForm } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import LengthField from '../kit/LengthField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import OtherMeasures from './OtherMeasures.vue'
import SectionDrawing from './SectionDrawing.vue'

/** A taped piece: its shape, its lengths, and whether it is taken off. */
const props = defineProps<{
  section?: Section | undefined
  zones: Zone[]
  spot: { xFt: number; yFt: number }
  /** The first piece of a yard: what is known without a tape stands first. */
  first?: boolean
}>()
const emit = defineEmits<{ done: [] }>()
const { say } = useWords()
const typed = reactive({
  name: props.section?.name ?? '',
  zoneId: props.section?.zoneId ?? props.zones[0]?.id ?? '',
  kind: props.section?.kind ?? ((props.first ? 'known' : 'rectangle') as ShapeKind),
  lengthsFt: [...(props.section?.lengthsFt ?? (props.first ? [NaN] : [NaN, NaN]))],
  deduction: props.section?.deduction ?? false,
  turnDeg: props.section?.turnDeg ?? (0 as number | undefined),
  accuracyFt: props.section?.accuracyFt ?? null,
})
/** What is known of it first: it is what most people have. */
const kinds = computed(() =>
  (['known', ...shapeKinds.filter((kind) => kind !== 'known')] as ShapeKind[]).map((value) => ({
    value,
    label: say(`shape.${value}`),
  })),
)
const zoneOptions = computed(() => props.zones.map((z) => ({ value: z.id, label: z.name })))
const names = computed(() => tapeNames(typed.kind, typed.lengthsFt.length))
const isOpenEnded = computed(() => shapes[typed.kind].count[1] > shapes[typed.kind].count[0])
const step = computed(() => (typed.kind === 'polygon' || typed.kind === 'offsetsCurved' ? 2 : 1))
const measurable = computed(() => checkSection(typed).length === 0)

watch(
  () => typed.kind,
  (kind) => {
    const [least, most] = shapes[kind].count
    const count = Math.min(most, Math.max(least, isOpenEnded.value ? typed.lengthsFt.length : least))
    typed.lengthsFt = Array.from({ length: count }, (_, i) => typed.lengthsFt[i] ?? NaN)
    typed.accuracyFt = null
    row.form.clear()
  },
)
/** Corners anyone tapes, along and across each. */
const mostTaped = 80
const more = () => typed.lengthsFt.push(...Array.from({ length: step.value }, () => NaN))
const fewer = () => typed.lengthsFt.splice(-step.value)

/** So many corners were not taped: they come from a file, and nobody types over them. */
const isOutline = computed(
  () => typed.kind === 'polygon' && (typed.accuracyFt !== null || typed.lengthsFt.length > mostTaped),
)
const lies = ref<{ xFt: number; yFt: number }>()
async function takeOutline(
  { lengthsFt, xFt, yFt }: PlanOutline,
  {
    name = '',
    isHole = typed.deduction,
    accuracyFt,
  }: { name?: string; isHole?: boolean; accuracyFt?: number } = {},
): Promise<void> {
  typed.kind = 'polygon'
  // A change of shape asks for other tapes first.
  await nextTick()
  Object.assign(typed, { lengthsFt, name: name || typed.name, deduction: isHole, turnDeg: 0 })
  typed.accuracyFt = accuracyFt ?? null
  lies.value = { xFt, yFt }
}
/** An area that is known is typed as one, and kept as the side of its square. */
const knownSqFt = computed({
  get: () => (typed.lengthsFt[0]! > 0 ? typed.lengthsFt[0]! ** 2 : undefined),
  set: (sqFt: number | undefined) => (typed.lengthsFt[0] = sqFt! > 0 ? Math.sqrt(sqFt!) : NaN),
})

const row = useRowForm({
  part: 'sections',
  row: props.section,
  fields: () => ({ ...typed, name: typed.name || say('welcome.firstSection'), turnDeg: typed.turnDeg || 0 }),
  onAdd: () => lies.value ?? props.spot,
  check: () => checkSection(typed, '').map((r) => ({ ...r, field: r.field?.replace(/^\./, '') ?? '' })),
  done: () => emit('done'),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField
      v-if="!first"
      v-model="typed.name"
      :label="say('yard.sectionName')"
      :fault="form.faultAt('name')"
    />
    <ChoiceField
      v-if="zones.length > 1"
      v-model="typed.zoneId"
      :label="say('yard.zone')"
      :options="zoneOptions"
      :fault="form.faultAt('zoneId')"
    />
    <ChoiceField v-model="typed.kind" :label="say('yard.shape')" :options="kinds" />
    <OtherMeasures v-if="!section || isOutline" @take="takeOutline" />
    <p v-if="isOutline" class="small">
      {{ say('yard.outlineCorners', { count: typed.lengthsFt.length / 2 }) }}
    </p>
    <NumberField
      v-else-if="typed.kind === 'known'"
      v-model="knownSqFt"
      unit="ft2"
      :label="say('yard.knownArea')"
      :fault="form.faultAt('lengthsFt.0')"
      :hint="say('yard.knownHint')"
    />
    <div v-else class="tapes">
      <LengthField
        v-for="(name, i) in names"
        :key="`${typed.kind}${i}`"
        v-model="typed.lengthsFt[i]!"
        :label="say(`tape.${name}`)"
        :fault="form.faultAt(`lengthsFt.${i}`)"
      />
    </div>
    <p v-if="isOpenEnded && !isOutline" class="more">
      <button type="button" class="link" @click="more">{{ say('yard.moreTapes') }}</button>
      <button
        v-if="typed.lengthsFt.length > shapes[typed.kind].count[0]"
        type="button"
        class="link"
        @click="fewer"
      >
        {{ say('yard.fewerTapes') }}
      </button>
    </p>
    <p v-if="form.faultAt('lengthsFt')" class="stop" role="alert">{{ form.faultAt('lengthsFt') }}</p>
    <template v-if="!first">
      <label class="check"
        ><input v-model="typed.deduction" type="checkbox" /> {{ say('yard.deduction') }}</label
      >
      <NumberField v-model="typed.turnDeg" :label="say('yard.turn')" :fault="form.faultAt('turnDeg')" />
    </template>
    <SectionDrawing v-if="measurable" :section="typed" />
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.tapes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 1rem;
}
.more {
  display: flex;
  gap: 1rem;
}
.check {
  display: block;
  margin: 0.5rem 0;
}
</style>
