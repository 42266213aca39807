<script setup lang="ts">
import { useWords } from '../kit/session.ts'
import YardPlan from '../yard/YardPlan.vue'

/** A point on the yard plan, feet; set by a press on a small plan. */
const model = defineModel<[number, number] | undefined>({ required: true })
const { say, quantity } = useWords()
</script>

<template>
  <div class="point">
    <p class="small quiet">
      {{ say('scout.form.point') }}:
      {{
        model
          ? say('scout.form.pointAt', { x: quantity(model[0], 'ft'), y: quantity(model[1], 'ft') })
          : say('scout.form.noPoint')
      }}
      <button v-if="model" type="button" class="link" @click="model = undefined">
        {{ say('scout.form.clearPoint') }}
      </button>
    </p>
    <YardPlan still :most="190" @spot="model = $event">
      <template #over="{ ftPerPx }">
        <circle v-if="model" :cx="model[0]" :cy="model[1]" :r="6 * ftPerPx" />
      </template>
    </YardPlan>
    <p class="small quiet">{{ say('scout.form.pointHint') }}</p>
  </div>
</template>

<style scoped>
.point {
  margin: 0.6rem 0;
}
circle {
  fill: var(--clay);
}
</style>
