<script setup lang="ts">
import { computed } from 'vue'
import { createActiveFinder, weedsReached } from '@jardinero/core/shelf'
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
/** A start to strike through: what the actives do, as far as the almanac knows. */
function proposeFromActives(): void {
  const { controls, less } = weedsReached(actives.value)
  draft.value.controls = controls
  draft.value.suppresses = less.filter(([, e]) => e === 'suppression' || e === 'fair').map(([p]) => p)
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
