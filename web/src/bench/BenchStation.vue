<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { kindOf } from '@jardinero/core/shelf'
import { mixingOrder, wateringParams } from '@jardinero/core/bench'
import type { MassUnit } from '@jardinero/core/quantity'
import BenchEditing from './BenchEditing.vue'
import BenchRefusals from './BenchRefusals.vue'
import type { Editing } from './editing.ts'
import LabelCautions from './LabelCautions.vue'
import LoadTable from './LoadTable.vue'
import MeasureDrawing from './MeasureDrawing.vue'
import MixChoices from './MixChoices.vue'
import JarTest from './JarTest.vue'
import LeftOver from './LeftOver.vue'
import MixKept from './MixKept.vue'
import SpreadView from './SpreadView.vue'
import TankDrawing from './TankDrawing.vue'
import { useBench } from './useBench.ts'
import { useBenchAnswer } from './useBenchAnswer.ts'
import { useTools } from './useTools.ts'

const ScalePanel = defineAsyncComponent(() => import('./ScalePanel.vue'))
const RecordForm = defineAsyncComponent(() => import('./RecordForm.vue'))
const bench = useBench()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const recording = ref(false)
const editing = ref<Editing>()
const { mix, kept, spread, stage, load, dose, names, answer } = useBenchAnswer(bench)

const refusals = computed(() => {
  const outcome = bench.outcome.value ?? bench.spread.value
  return outcome && !outcome.ok ? outcome.refusals : []
})
const refusalAt = (...fields: string[]) => {
  const refusal = refusals.value.find((r) => fields.includes(r.field ?? ''))
  return refusal ? say(`refusal.${refusal.code}`, refusal.params) : form.faultAt(...fields)
}
const order = computed(() => mixingOrder((bench.request.value?.products ?? []).map((p) => p.rules)))
const { toolOf } = useTools()
/** The scale the due amount is weighed on. */
const scale = computed(() => {
  const tool = dose.value && toolOf(dose.value.measured.tool)
  return tool?.kind === 'scale' ? tool : undefined
})
const print = () => window.print()
const shownLabels = computed(() =>
  mix.value || spread.value
    ? (kept.value?.tank.request.products ?? bench.goods.products.value)
        .map((p) => p.rules)
        .filter((r) => kindOf(r) === 'herbicide')
    : [],
)
const start = () => form.save(bench.mixing.start)
const edit = (what: 'sprayer' | 'calibration' | 'label', id?: string) =>
  (editing.value = { what, ...(id && { id }) })
const needs: Record<string, () => unknown> = {
  area: () => router.push({ name: 'yard' }),
  sprayer: () => edit('sprayer'),
  calibration: () => edit('calibration'),
  label: () => edit('label'),
}
async function recorded(): Promise<void> {
  bench.mixing.stop()
  await router.push({ name: 'ledger' })
}
</script>

<template>
  <StationPage wide>
    <template #answer><SaidText :code="answer.code" :params="answer.params" /></template>
    <template #actions>
      <template v-if="stage === 'mixing'">
        <Button :label="say('bench.isIn')" size="large" @click="bench.mixing.advance()" />
        <button class="link" @click="bench.mixing.stop()">{{ say('bench.stopMixing') }}</button>
        <span class="quiet">{{ say('bench.gearFirst') }}</span>
      </template>
      <template v-else-if="stage === 'mixed'">
        <Button v-if="!recording" :label="say('bench.record')" @click="recording = true" />
        <button class="link" @click="bench.mixing.stop()">{{ say('bench.notSprayed') }}</button>
      </template>
      <Button
        v-else-if="bench.missing.value"
        :label="say(`bench.needs.${bench.missing.value}`)"
        @click="needs[bench.missing.value]?.()"
      />
      <Button
        v-else-if="stage === 'planned'"
        :label="say('bench.startMixing')"
        :disabled="form.saving.value"
        @click="start"
      />
      <button v-if="mix" class="link" @click="print">{{ say('shelf.print') }}</button>
    </template>

    <BenchRefusals v-if="!kept" :bench="bench" :refusals="refusals" />
    <p v-if="form.problem.value" class="refusals" role="alert">{{ form.problem.value.detail }}</p>
    <RecordForm
      v-if="recording && kept && stage === 'mixed'"
      :tank="kept.tank"
      @done="recorded"
      @cancel="recording = false"
    />
    <SpreadView v-else-if="spread && stage === 'spread'" :bench="bench" :plan="spread" />
    <template v-else-if="mix && load && dose">
      <div class="drawings">
        <TankDrawing
          :load="load"
          :capacity-gal="bench.gear.sprayer.value?.capacityGal ?? load.water.value"
          :step="stage === 'mixing' ? kept!.step : 1"
          :names="names"
        />
        <div>
          <MeasureDrawing :dose="dose.measured" />
          <ScalePanel
            v-if="stage === 'mixing' && scale"
            :key="`${kept!.load} ${dose.product}`"
            :amount="{ value: dose.measured.amount.value, unit: scale.unit as MassUnit }"
            :tool="scale"
          />
        </div>
      </div>
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
    <LabelCautions
      v-for="rules in shownLabels"
      :key="rules.name"
      :rules="rules"
      :named="shownLabels.length > 1"
    />

    <template #rests>
      <BenchEditing v-if="editing" :bench="bench" :editing="editing" @next="(next) => (editing = next)" />
      <MixKept v-else-if="kept" :tank="kept.tank" />
      <MixChoices v-else :bench="bench" :fault-at="refusalAt" @edit="edit" />
    </template>
  </StationPage>
</template>

<style scoped>
.drawings {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(9rem, 1fr);
  gap: 1.5rem;
  align-items: center;
}
.refusals {
  color: var(--stop);
  border-left: 3px solid var(--stop);
  padding: 0.2rem 0 0.2rem 0.9rem;
  margin: 0 0 1rem;
  list-style: none;
  font-size: 1.05rem;
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
