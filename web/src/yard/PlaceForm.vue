<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Place, Zone } from '@jardinero/contract/yard'
import { computeSides, placeKinds, stripsOn, type PlaceKind } from '@jardinero/core/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import { useAccount, useRowForm } from '../state/index.ts'
import LengthField from '../kit/LengthField.vue'
import FormActions from '../state/FormActions.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'

/** A spot measured on its own; a warm edge lies on one side of a section. */
const props = defineProps<{ place?: Place | undefined; zones: Zone[] }>()
const emit = defineEmits<{ done: [] }>()
const account = useAccount()
const { say, quantity } = useWords()
const typed = reactive({
  name: props.place?.name ?? '',
  zoneId: props.place?.zoneId ?? props.zones[0]?.id ?? '',
  kind: props.place?.kind ?? ('edge' as PlaceKind),
  widthFt: props.place?.widthFt ?? NaN,
  where: props.place?.sectionId ? `${props.place.sectionId}/${props.place.side}` : '',
})
const kinds = computed(() => placeKinds.map((value) => ({ value, label: say(`placeKind.${value}`) })))
const zoneOptions = computed(() => props.zones.map((z) => ({ value: z.id, label: z.name })))

/** Every side of every section of the zone, by its length. */
const sides = computed(() =>
  account.state.sections
    .filter((s) => s.zoneId === typed.zoneId)
    .flatMap((section) => {
      const computed = computeSides(section)
      if (!computed.ok) return []
      return computed.value.map((side, i) => {
        const length = side
          .slice(1)
          .reduce((sum, [x, y], k) => sum + Math.hypot(x - side[k]![0], y - side[k]![1]), 0)
        return {
          value: `${section.id}/${i}`,
          label: say('yard.sideOf', { section: section.name, n: i + 1, length: quantity(length, 'ft') }),
        }
      })
    }),
)

/** The strip as it is typed. */
const strip = computed(() => {
  const [sectionId = '', side = ''] = typed.where.split('/')
  const place = { id: '', name: typed.name, sectionId, side: Number(side), widthFt: typed.widthFt }
  return side ? stripsOn([place], account.state.sections)[0] : undefined
})

const row = useRowForm({
  part: 'places',
  row: props.place,
  fields: () => {
    const [sectionId, side] = typed.kind === 'edge' && typed.where ? typed.where.split('/') : []
    return {
      name: typed.name,
      zoneId: typed.zoneId,
      kind: typed.kind,
      sectionId: sectionId ?? null,
      side: side === undefined ? null : Number(side),
      widthFt: side !== undefined && Number.isFinite(typed.widthFt) ? typed.widthFt : null,
    }
  },
  done: () => emit('done'),
})
const { form } = row
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField v-model="typed.name" :label="say('yard.placeName')" :fault="form.faultAt('name')" />
    <ChoiceField v-model="typed.kind" :label="say('yard.placeKind')" :options="kinds" />
    <ChoiceField
      v-if="zones.length > 1"
      v-model="typed.zoneId"
      :label="say('yard.zone')"
      :options="zoneOptions"
    />
    <ChoiceField
      v-if="typed.kind === 'edge'"
      v-model="typed.where"
      :label="say('yard.side')"
      :options="sides"
      :hint="say('yard.sideHint')"
    />
    <template v-if="typed.kind === 'edge' && typed.where">
      <LengthField v-model="typed.widthFt" :label="say('yard.stripWidth')" :fault="form.faultAt('widthFt')" />
      <p class="quiet small">
        {{
          strip ? say('yard.stripSays', { area: quantity(strip.area.value, 'ft2') }) : say('yard.stripHint')
        }}
      </p>
    </template>
    <FormActions :row="row" />
  </form>
</template>
