<script setup lang="ts">
import { protectiveGear, signalWords, sites } from '@jardinero/core/shelf'
import CheckList from '../../kit/CheckList.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import LineField from './LineField.vue'
import type { LabelDraft } from './labelDraft.ts'

/** Who may use it where, and what protects people. */
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
</script>

<template>
  <CheckList v-model="draft.gear" :label="say('label.gear')" :options="options(protectiveGear, 'gear')" />
  <div class="pair">
    <ChoiceField
      v-model="draft.signalWord"
      :label="say('label.signalWord')"
      :options="options(signalWords, 'signalWord')"
    />
  </div>
  <label class="check"
    ><input v-model="draft.restrictedUse" type="checkbox" /> {{ say('label.restrictedUse') }}</label
  >
  <CheckList v-model="draft.sites" :label="say('label.sites')" :options="options(sites, 'site')" />
  <LineField v-model="draft.notIn" :label="say('label.notIn')" />
</template>
