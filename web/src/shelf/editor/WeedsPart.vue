<script setup lang="ts">
import { computed } from 'vue'
import { createActiveFinder, efficacyOf, isControl, weedStages, type Efficacy } from '@jardinero/core/shelf'
import { useWords } from '../../kit/session.ts'
import { useShelf } from '../shelfStore.ts'
import PlantList from './PlantList.vue'
import type { LabelDraft } from './labelDraft.ts'

/** The weeds a label lists: what it controls apart from what it only suppresses. */
defineProps<{ at: (...fields: string[]) => string | undefined }>()
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const shelf = useShelf()
const actives = computed(() => {
  const activeOf = createActiveFinder(shelf.almanac.actives)
  return draft.value.actives.flatMap((a) => activeOf(a.name) ?? [])
})
const does = (plant: string, test: (e: Efficacy) => boolean) =>
  actives.value.some((a) =>
    weedStages.some((s) => {
      const found = efficacyOf(a, plant, s)
      return found !== undefined && test(found)
    }),
  )
/** A start to strike through: what the actives do, as far as the almanac knows. */
function proposeFromActives(): void {
  const plants = [...new Set(actives.value.flatMap((a) => Object.keys(a.efficacy)))].sort()
  draft.value.controls = plants.filter((p) => does(p, isControl))
  draft.value.suppresses = plants.filter(
    (p) => !draft.value.controls.includes(p) && does(p, (e) => e === 'suppression' || e === 'fair'),
  )
}
</script>

<template>
  <label class="check"
    ><input v-model="draft.weedsCopied" type="checkbox" /> {{ say('label.weedsCopied') }}</label
  >
  <template v-if="draft.weedsCopied">
    <button v-if="actives.length" type="button" class="link small" @click="proposeFromActives">
      {{ say('label.propose') }}
    </button>
    <PlantList v-model="draft.controls" :label="say('label.controls')" :fault="at('weeds')" />
    <PlantList v-model="draft.suppresses" :label="say('label.suppresses')" />
  </template>
  <p v-else class="quiet small">{{ say('label.weedsNotCopied') }}</p>
</template>
