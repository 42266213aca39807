<script setup lang="ts">
import { computed } from 'vue'
import { turfStates } from '@jardinero/core/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import { useAccount } from '../state/index.ts'
import { useTurfNames } from '../yard/index.ts'
import { useWords } from '../kit/session.ts'
import type { Form } from '../kit/useForm.ts'
import type { FirstYard } from './useFirstYard.ts'

const props = defineProps<{ first: FirstYard; form: Form }>()
const { said } = props.first
const account = useAccount()
const { say } = useWords()
const { turf: options, otherNames } = useTurfNames()
const states = computed(() => turfStates.map((value) => ({ value, label: say(`turfState.${value}`) })))
const chosen = computed(() => account.almanac.turf.find((t) => t.code === said.turf))
</script>

<template>
  <ChoiceField
    v-model="said.turf"
    :label="say('yard.turf')"
    :options="options"
    :fault="form.faultAt('turf')"
    filter
  />
  <p v-if="chosen" class="quiet small">
    <i>{{ chosen.botanical }}</i>. {{ otherNames(chosen) }}
  </p>
  <ChoiceField v-model="said.state" :label="say('yard.state')" :options="states" />
</template>
