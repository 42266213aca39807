<script setup lang="ts">
import { adjuvantClasses } from '@jardinero/core/shelf'
import CheckList from '../../kit/CheckList.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import LineField from './LineField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import type { LabelDraft } from './labelDraft.ts'

/** What may share its tank, and in which order. */
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
const rules = ['notSaid', 'needs', 'allows', 'forbids'] as const
const places = ['usual', 'first', 'last'] as const
</script>

<template>
  <ChoiceField
    v-model="draft.adjuvant"
    :label="say('label.adjuvant')"
    :options="options(rules, 'label.adjuvant')"
  />
  <CheckList
    v-if="draft.adjuvant !== 'notSaid'"
    v-model="draft.adjuvantClasses"
    :label="say('label.adjuvantClasses')"
    :options="options(adjuvantClasses, 'adjuvant')"
  />
  <LineField v-model="draft.notWith" :label="say('label.notWith')" />
  <div class="pair">
    <NumberField v-model="draft.waterFirst" unit="ratio" :label="say('label.waterFirst')" />
    <ChoiceField
      v-model="draft.place"
      :label="say('label.place')"
      :options="options(places, 'label.place')"
    />
  </div>
</template>
