<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { mixingOrder, wateringParams } from '@jardinero/core/bench'
import type { MassUnit } from '@jardinero/core/quantity'
import { useWords } from '../kit/session.ts'
import JarTest from './JarTest.vue'
import LeftOver from './LeftOver.vue'
import LoadTable from './LoadTable.vue'
import MeasureDrawing from './MeasureDrawing.vue'
import TankDrawing from './TankDrawing.vue'
import type { Bench } from './useBench.ts'
import type { BenchAnswer } from './useBenchAnswer.ts'
import { useTools } from './useTools.ts'

/** The tank as it is filled: drawn, measured, load by load; what it leaves over, and what to mind. */
const props = defineProps<{ bench: Bench; answer: BenchAnswer }>()
const ScalePanel = defineAsyncComponent(() => import('./ScalePanel.vue'))
const { say } = useWords()
const { mix, kept, stage, load, dose, names } = props.answer
const order = computed(() => mixingOrder((props.bench.request.value?.products ?? []).map((p) => p.rules)))
const { toolOf } = useTools()
const { choices } = props.bench
/** The scale the due amount is weighed on. */
const scale = computed(() => {
  const tool = dose.value && toolOf(dose.value.measured.tool)
  return tool?.kind === 'scale' ? tool : undefined
})
</script>

<template>
  <template v-if="mix && load && dose">
    <div class="drawings">
      <TankDrawing
        :load="load"
        :capacity-gal="bench.gear.sprayer.value?.capacityGal ?? load.water.value"
        :step="stage === 'mixing' ? kept!.step : 1"
        :names="names"
      />
      <div>
        <MeasureDrawing :dose="dose.measured" :label="mix.products[dose.product]!.name" />
        <ScalePanel
          v-if="stage === 'mixing' && scale"
          :key="`${kept!.load} ${dose.product}`"
          :amount="
            dose.measured.stock?.weigh ?? { value: dose.measured.amount.value, unit: scale.unit as MassUnit }
          "
          :tool="scale"
        />
      </div>
    </div>
    <p v-if="stage === 'planned' && mix.offer" class="offer">
      {{
        say('bench.offer', {
          ...mix.offer,
          isWeighed: Boolean(mix.offer.instead),
          instead: mix.offer.instead ?? mix.offer.worst,
        })
      }}
      <button type="button" class="link" @click="choices.fillGal = mix.offer.level.value">
        {{ say('bench.takeOffer') }}
      </button>
    </p>
    <LoadTable :mix="mix" :current="kept?.load ?? 0" />
    <p v-if="mix.watering" class="watering">
      {{ say('bench.watering', wateringParams(mix.watering)) }}
    </p>
    <LeftOver v-if="!kept && bench.request.value" :mix="mix" :request="bench.request.value" />
    <JarTest
      v-if="!kept && bench.request.value && names.length > 1"
      :request="bench.request.value"
      :order="order"
    />
    <ul class="cautions small">
      <li v-for="(c, i) in mix.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
    </ul>
  </template>
</template>

<style scoped>
.drawings {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(9rem, 1fr);
  gap: 1.5rem;
  align-items: center;
}
.watering {
  border-left: 3px solid var(--frost);
  padding-left: 0.7rem;
  margin: 0.8rem 0;
}
.cautions {
  color: var(--ember-text);
  padding-left: 1.1rem;
}
@media (max-width: 44rem) {
  .drawings {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
