<script setup lang="ts">
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import type { Form } from '../kit/useForm.ts'
import type { FirstYard } from './useFirstYard.ts'

const props = defineProps<{ first: FirstYard; form: Form }>()
const { said } = props.first
const { say } = useWords()
</script>

<template>
  <p>{{ say('welcome.readingSays') }}</p>
  <div class="pair">
    <NumberField
      v-model="said.temperatureC"
      unit="degC"
      :label="say('soil.temperature')"
      :fault="form.faultAt('temperatureC')"
    />
    <NumberField
      v-model="said.depthCm"
      unit="cm"
      :label="say('soil.depth')"
      :fault="form.faultAt('depthCm')"
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1.5rem;
}
</style>
