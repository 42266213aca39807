<script setup lang="ts">
import { computed } from 'vue'
import { computeArea, tapeNames, type ShapeKind } from '@jardinero/core/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import LengthField from '../kit/LengthField.vue'
import { useWords } from '../kit/session.ts'
import type { Form } from '../kit/useForm.ts'
import SectionDrawing from '../yard/SectionDrawing.vue'
import type { FirstYard } from './useFirstYard.ts'

const props = defineProps<{ first: FirstYard; form: Form }>()
const { said } = props.first
const { say, quantity } = useWords()
const kinds: ShapeKind[] = ['trapezoid', 'threeSides']
const options = computed(() => kinds.map((value) => ({ value, label: say(`shape.${value}`) })))
const names = computed(() => tapeNames(said.kind, 3))
const section = computed(() => ({ ...said, name: '', deduction: false }))
const area = computed(() => {
  const measured = computeArea([section.value])
  return measured.ok ? measured.value : undefined
})
</script>

<template>
  <ChoiceField v-model="said.kind" :label="say('yard.shape')" :options="options" />
  <div class="tapes">
    <LengthField
      v-for="(name, i) in names"
      :key="name"
      v-model="said.lengthsFt[i]!"
      :label="say(`tape.${name}`)"
      :fault="form.faultAt(`section.lengthsFt.${i}`)"
    />
  </div>
  <p v-if="form.faultAt('section.lengthsFt')" class="stop" role="alert">
    {{ form.faultAt('section.lengthsFt') }}
  </p>
  <SectionDrawing v-if="area" :section="section" />
  <p v-if="area" role="status">
    {{
      say('welcome.measured', {
        area: quantity(area.area.value, 'ft2'),
        spread: quantity(area.uncertainty.value, 'ft2'),
      })
    }}
  </p>
</template>

<style scoped>
.tapes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr));
  gap: 0 1.2rem;
}
</style>
