<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useAccount } from '../kit/account.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import LabelCautions from './LabelCautions.vue'
import LoadTable from './LoadTable.vue'
import MeasureDrawing from './MeasureDrawing.vue'
import MixChoices from './MixChoices.vue'
import MixKept from './MixKept.vue'
import TankDrawing from './TankDrawing.vue'
import { useBench } from './useBench.ts'
import { useBenchAnswer } from './useBenchAnswer.ts'

const CalibrationForm = defineAsyncComponent(() => import('./CalibrationForm.vue'))
const LabelEditor = defineAsyncComponent(() => import('../shelf/editor/LabelEditor.vue'))
const RecordForm = defineAsyncComponent(() => import('./RecordForm.vue'))
const SprayerForm = defineAsyncComponent(() => import('./SprayerForm.vue'))
const bench = useBench()
const account = useAccount()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const recording = ref(false)
const editing = ref<{ what: 'sprayer' | 'calibration' | 'label'; id?: string }>()
const { mix, kept, stage, load, zoneName, answer } = useBenchAnswer(bench)

const refusals = computed(() =>
  bench.outcome.value && !bench.outcome.value.ok ? bench.outcome.value.refusals : [],
)
const refusalAt = (field: string) => {
  const refusal = refusals.value.find((r) => r.field === field)
  return refusal ? say(`refusal.${refusal.code}`, refusal.params) : form.faultAt(field)
}
const start = () => form.save(bench.start)
const edit = (what: 'sprayer' | 'calibration' | 'label', id?: string) =>
  (editing.value = { what, ...(id && { id }) })
const needs: Record<string, () => unknown> = {
  area: () => router.push({ name: 'yard' }),
  sprayer: () => edit('sprayer'),
  calibration: () => edit('calibration'),
  label: () => edit('label'),
}
async function recorded(): Promise<void> {
  bench.stop()
  await router.push({ name: 'ledger' })
}
</script>

<template>
  <StationPage wide>
    <template #answer><SaidText :code="answer.code" :params="answer.params" /></template>
    <template #actions>
      <template v-if="stage === 'mixing'">
        <Button :label="say('bench.isIn')" size="large" @click="bench.advance()" />
        <button class="link" @click="bench.stop()">{{ say('bench.stopMixing') }}</button>
        <span class="quiet">{{ say('bench.gearFirst') }}</span>
      </template>
      <template v-else-if="stage === 'mixed'">
        <Button v-if="!recording" :label="say('bench.record')" @click="recording = true" />
        <button class="link" @click="bench.stop()">{{ say('bench.notSprayed') }}</button>
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
    </template>

    <ul v-if="refusals.length && !kept" class="refusals" role="alert">
      <li v-for="r in refusals" :key="r.code">{{ say(`refusal.${r.code}`, r.params) }}</li>
    </ul>
    <p v-if="form.problem.value" class="refusals" role="alert">{{ form.problem.value.detail }}</p>
    <RecordForm
      v-if="recording && kept && stage === 'mixed'"
      :mix="kept.mix"
      @done="recorded"
      @cancel="recording = false"
    />
    <template v-else-if="mix && load">
      <div class="drawings">
        <TankDrawing
          :load="load"
          :capacity-gal="bench.sprayer.value?.capacityGal ?? load.water.value"
          :step="stage === 'mixing' ? kept!.step : 1"
          :product-name="(kept?.mix.rules ?? bench.label.value!.rules).name"
        />
        <MeasureDrawing :dose="load.measured" />
      </div>
      <LoadTable :mix="mix" :current="kept?.load ?? 0" />
      <ul class="cautions small">
        <li v-for="(c, i) in mix.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
      </ul>
    </template>
    <LabelCautions v-if="bench.label.value && mix" :rules="kept?.mix.rules ?? bench.label.value.rules" />

    <template #rests>
      <template v-if="editing">
        <h3>{{ say(`bench.editing.${editing.what}`) }}</h3>
        <SprayerForm
          v-if="editing.what === 'sprayer'"
          :sprayer="account.state.sprayers.find((s) => s.id === editing!.id)"
          @done="editing = undefined"
        />
        <CalibrationForm
          v-else-if="editing.what === 'calibration'"
          :sprayer-id="bench.sprayer.value!.id"
          @done="(row) => ((editing = undefined), row && (bench.choices.value.calibrationId = row.id))"
        />
        <LabelEditor
          v-else
          :key="editing.id ?? 'new'"
          :label="account.state.labels.find((l) => l.id === editing!.id)"
          :turf="bench.zone.value ? [bench.zone.value.turf] : []"
          :lawn-sq-ft="bench.request.value?.areaSqFt"
          @done="(row) => ((editing = undefined), row && (bench.choices.value.labelId = row.id))"
        />
      </template>
      <MixKept v-else-if="kept" :mix="kept.mix" :zone="zoneName" />
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
