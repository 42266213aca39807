<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { kindOf } from '@jardinero/core/shelf'
import { useSeason } from '../state/index.ts'
import BenchEditing from './BenchEditing.vue'
import BenchRefusals from './BenchRefusals.vue'
import type { Editing } from './editing.ts'
import LabelCautions from './LabelCautions.vue'
import MixChoices from './MixChoices.vue'
import MixKept from './MixKept.vue'
import SpreadView from './SpreadView.vue'
import TankView from './TankView.vue'
import { useBench } from './useBench.ts'
import { useBenchAnswer } from './useBenchAnswer.ts'

const DrawDown = defineAsyncComponent(() => import('./DrawDown.vue'))
const RecordForm = defineAsyncComponent(() => import('./RecordForm.vue'))
const bench = useBench()
const season = useSeason()
const router = useRouter()
const { say, refusal } = useWords()
const form = useForm()
const recording = ref(false)
const editing = ref<Editing>()
const shown = useBenchAnswer(bench)
const { mix, kept, spread, stage, load, dose, answer } = shown

const refusals = computed(() => {
  const outcome = bench.outcome.value ?? bench.spread.value
  return outcome && !outcome.ok ? outcome.refusals : []
})
const refusalAt = (...fields: string[]) => {
  const found = refusals.value.find((r) => fields.includes(r.field ?? ''))
  return found ? refusal(found) : form.faultAt(...fields)
}
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
/** Some of the tank is written down, lawn by lawn. */
const isDrawn = computed(() => {
  const own = new Set(kept.value?.tank.mixIds ?? [])
  return season.records.some((r) => own.has(r.mixId))
})
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
        <Button v-if="!recording && !isDrawn" :label="say('bench.record')" @click="recording = true" />
        <button class="link" @click="bench.mixing.stop()">
          {{ say(isDrawn ? 'bench.tankIsEmpty' : 'bench.notSprayed') }}
        </button>
      </template>
      <Button
        v-else-if="bench.missing.value"
        :label="say(`bench.needs.${bench.missing.value}`)"
        @click="needs[bench.missing.value]?.()"
      />
      <button
        v-if="bench.missing.value === 'calibration' && bench.gear.usual.value"
        class="link"
        @click="form.save(bench.gear.takeUsual)"
      >
        {{ say('bench.goByUsual') }}
      </button>
      <Button
        v-if="stage === 'planned'"
        :label="say('bench.startMixing')"
        :disabled="form.saving.value"
        @click="start"
      />
      <button v-if="mix" class="link" @click="print">{{ say('shelf.print') }}</button>
    </template>

    <BenchRefusals :bench="bench" :refusals="kept ? [] : refusals" :problem="form.problem.value?.detail" />
    <RecordForm
      v-if="recording && kept && stage === 'mixed'"
      :tank="kept.tank"
      @done="recorded"
      @cancel="recording = false"
    />
    <DrawDown
      v-else-if="kept && stage === 'mixed' && kept.tank.request.grounds.length > 1"
      :bench="bench"
      :tank="kept.tank"
      @empty="recorded"
    />
    <SpreadView v-else-if="spread && stage === 'spread'" :bench="bench" :plan="spread" />
    <TankView v-else-if="mix && load && dose" :bench="bench" :answer="shown" />
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
