<script setup lang="ts">
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import { blankRun, type TypedRun } from './typedRun.ts'

/** Runs over known ground: how much, what it took, how long. */
defineProps<{
  byWeight: boolean
  fixed: boolean
  faultAt: (run: number, field: 'areaSqFt' | 'volumeGal' | 'seconds') => string | undefined
}>()
const runs = defineModel<TypedRun[]>({ required: true })
const { say } = useWords()
</script>

<template>
  <fieldset v-for="(run, i) in runs" :key="i">
    <legend>{{ say('operand.run', { n: i + 1 }) }}</legend>
    <NumberField
      v-model="run.areaSqFt"
      unit="ft2"
      :label="say('bench.runArea')"
      :fault="faultAt(i, 'areaSqFt')"
    />
    <NumberField
      v-model="run.volumeGal"
      :unit="byWeight ? 'lb' : 'gal'"
      :label="say(byWeight ? 'bench.runWeight' : 'bench.runWater')"
      :fault="faultAt(i, 'volumeGal')"
    />
    <NumberField
      v-if="!byWeight"
      v-model="run.seconds"
      unit="s"
      :label="say('bench.runTime')"
      :fault="faultAt(i, 'seconds')"
    />
  </fieldset>
  <button v-if="!fixed" type="button" class="link" @click="runs.push(blankRun())">
    {{ say('bench.moreRuns') }}
  </button>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--rule);
  padding: 0.3rem 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0 0.7rem;
}
</style>
