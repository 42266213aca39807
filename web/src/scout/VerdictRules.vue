<script setup lang="ts">
import { ref } from 'vue'
import { verdictThresholds, type ThresholdName, type Thresholds } from '@jardinero/core/scout'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { givenFigure } from '../kit/working.ts'

/** The numbers a verdict rests on; each may be changed inside its range, for this yard. */
const props = defineProps<{ thresholds: Thresholds }>()
const account = useAccount()
const { say, quantity } = useWords()
const saveWords = useSaveWords()
const { yard } = useYard()
const changing = ref<ThresholdName>()
const typed = ref<number>()
const names = Object.keys(verdictThresholds) as ThresholdName[]
const unitOf = (name: ThresholdName) => verdictThresholds[name].unit
const own = (name: ThresholdName) => yard.value?.verdictThresholds?.[name] !== undefined

function open(name: ThresholdName): void {
  changing.value = name
  typed.value = props.thresholds[name]
}
async function save(name: ThresholdName): Promise<void> {
  const { least, most } = verdictThresholds[name]
  if (typed.value === undefined || !(typed.value >= least && typed.value <= most)) return
  await account.change('yards', yard.value!, {
    verdictThresholds: { ...yard.value?.verdictThresholds, [name]: typed.value },
  })
  changing.value = undefined
}
const range = (name: ThresholdName) => {
  const { least, most, unit } = verdictThresholds[name]
  return say('refusal.outsideRange', { least: quantity(least, unit), most: quantity(most, unit) })
}
const outside = (name: ThresholdName) => {
  const { least, most } = verdictThresholds[name]
  return typed.value === undefined || !(typed.value >= least && typed.value <= most)
}
</script>

<template>
  <section>
    <h3>{{ say('scout.find.rules') }}</h3>
    <RestRow v-for="name in names" :key="name" :name="say(`threshold.${name}`)">
      <template #value
        ><FigureText
          :figure="givenFigure(thresholds[name], unitOf(name), own(name) ? 'person' : 'practice')"
          :title="say(`threshold.${name}`)"
      /></template>
      <form v-if="changing === name" novalidate @submit.prevent="save(name)">
        <NumberField
          v-model="typed"
          :unit="unitOf(name)"
          :label="say(`threshold.${name}`)"
          :fault="outside(name) ? range(name) : undefined"
        />
        <button class="link">{{ saveWords.save() }}</button>
        <button type="button" class="link" @click="changing = undefined">{{ say('frame.cancel') }}</button>
      </form>
      <template v-else>
        {{ say(`threshold.${name}.says`) }}
        <button class="link" @click="open(name)">{{ say('frame.change') }}</button>
      </template>
    </RestRow>
  </section>
</template>

<style scoped>
h3 {
  margin-top: 1.2rem;
}
form .link {
  margin-right: 1rem;
}
</style>
