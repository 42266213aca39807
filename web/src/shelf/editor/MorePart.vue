<script setup lang="ts">
import { computed } from 'vue'
import { formulations, type Formulation } from '@jardinero/core/shelf'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import AmountsPart from './AmountsPart.vue'
import LimitsPart from './LimitsPart.vue'
import LineField from './LineField.vue'
import SafetyPart from './SafetyPart.vue'
import TankPart from './TankPart.vue'
import UseMore from './UseMore.vue'
import UseShort from './UseShort.vue'
import WeedsPart from './WeedsPart.vue'
import { emptyUse, notCopied, type LabelDraft } from './labelDraft.ts'

/** All else a label may say, with what of it is not copied yet: each is asked about when it first matters. */
const props = defineProps<{
  measure: 'mass' | 'volume'
  opened: boolean
  at: (...fields: string[]) => string | undefined
}>()
const emit = defineEmits<{ formulation: [formulation: Formulation] }>()
const draft = defineModel<LabelDraft>({ required: true })
const { say } = useWords()
const options = useOptions()
const isHerbicide = computed(() => draft.value.kind === 'herbicide')
const missing = computed(() => (isHerbicide.value ? notCopied(draft.value) : []))
const missingSays = computed(() => missing.value.map((key) => say(`label.${key}`).toLowerCase()).join(', '))
/** A new line like the last one, for another turf: most labels differ by the rate alone. */
function addUse(): void {
  const last = draft.value.uses.at(-1)
  draft.value.uses.push(
    last ? { ...last, turf: [], states: [...last.states], onlySuppresses: [] } : emptyUse(props.measure),
  )
}
</script>

<template>
  <details class="more" :open="opened">
    <summary>
      {{ say('label.more', { count: missing.length }) }}
      <span v-if="missing.length" class="quiet small missing">{{ missingSays }}</span>
    </summary>
    <div class="pair">
      <ChoiceField
        :model-value="draft.formulation"
        :label="say('label.formulation')"
        :options="options(formulations, 'formulation')"
        @update:model-value="$event && emit('formulation', $event)"
      />
      <TextField
        v-model="draft.registration"
        :label="say('label.registration')"
        :fault="at('registration')"
      />
    </div>
    <template v-if="isHerbicide">
      <UseMore v-model="draft.uses[0]!" :measure="measure" />
      <fieldset v-for="(_, i) in draft.uses.slice(1)" :key="i" class="use">
        <legend>{{ say('label.line', { n: i + 2 }) }}</legend>
        <UseShort
          v-model="draft.uses[i + 1]!"
          v-model:spots="draft.spots"
          :measure="measure"
          :path="`uses.${i + 1}`"
          :at="at"
        />
        <UseMore v-model="draft.uses[i + 1]!" :measure="measure" />
        <button type="button" class="link small" @click="draft.uses.splice(i + 1, 1)">
          {{ say('label.dropLine', { n: i + 2 }) }}
        </button>
      </fieldset>
      <button type="button" class="link" @click="addUse">{{ say('label.addLine') }}</button>
      <h3>{{ say('label.limits') }}</h3>
      <LimitsPart v-model="draft" :at="at" />
      <h3>{{ say('label.weeds') }}</h3>
      <WeedsPart v-model="draft" :at="at" />
      <h3>{{ say('label.tank') }}</h3>
      <TankPart v-model="draft" />
    </template>
    <h3>{{ say('label.amounts') }}</h3>
    <AmountsPart v-model="draft.packages" :measure="measure" part="packages" :at="at" />
    <template v-if="isHerbicide">
      <AmountsPart v-model="draft.coverage" :measure="measure" part="coverage" of-unit="ft2" :at="at" />
      <AmountsPart
        v-if="!draft.uses.some((u) => u.fromSpots)"
        v-model="draft.spots"
        :measure="measure"
        part="spots"
        of-unit="gal"
        :at="at"
      />
    </template>
    <h3>{{ say('label.safety') }}</h3>
    <SafetyPart v-model="draft" />
    <LineField v-model="draft.notes" :label="say('label.notes')" />
  </details>
</template>

<style scoped>
.missing {
  display: block;
  font-weight: 400;
}
</style>
