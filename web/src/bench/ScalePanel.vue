<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { judgeWeight, parseScaleLine, type MeasuringTool, type ScaleSample } from '@jardinero/core/bench'
import { convert, type MassUnit } from '@jardinero/core/quantity'
import { send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useDevice } from '../kit/useDevice.ts'

/** A scale that speaks: tare, the weight as it grows, and the word to stop. */
const props = defineProps<{ amount: { value: number; unit: MassUnit }; tool: MeasuringTool }>()
const { say, quantity } = useWords()
const sample = ref<ScaleSample>()
/** Something weighed when tare was pressed: the jug is on, and no longer counts. */
const tared = ref(false)
const device = useDevice(
  parseScaleLine,
  (s) => (sample.value = s),
  () => {
    sample.value = undefined
    tared.value = false
  },
)
const { open, fault, said, name, hasSerial } = device
const wantedG = computed(() => convert(props.amount.value, props.amount.unit, 'g'))
const stepG = computed(() => convert(props.tool.step, props.tool.unit as MassUnit, 'g'))
const stage = computed(() =>
  sample.value && tared.value ? judgeWeight(sample.value.weightG, wantedG.value, stepG.value) : undefined,
)
const part = computed(() => Math.min(1, Math.max(0, (sample.value?.weightG ?? 0) / wantedG.value)))
const shown = computed(() =>
  quantity(convert(sample.value?.weightG ?? 0, 'g', props.amount.unit), props.amount.unit, true),
)
const listen = () => device.listen(`/api/bench/scale?aimG=${wantedG.value.toFixed(2)}`)
async function tare(): Promise<void> {
  if (!(await device.tell('TARE'))) {
    const done = await send('POST', '/api/bench/scale/tare').then(
      () => true,
      () => false,
    )
    if (!done) return device.stop()
  }
  tared.value = true
}
// Another product, another jug.
watch(wantedG, () => open.value && device.stop())
</script>

<template>
  <div class="scale">
    <p v-if="fault" class="stop small" role="alert">
      {{ fault === 'away' ? say('problem.scaleAway') : say('bench.scale.said', { text: said }) }}
    </p>
    <template v-if="open">
      <p class="small quiet">{{ name || say('bench.scale.waiting') }}</p>
      <template v-if="sample">
        <p class="weight" :data-stage="stage">{{ shown }}</p>
        <div v-if="tared" class="bar" aria-hidden="true">
          <span :style="{ width: `${100 * part}%` }" :data-stage="stage" />
        </div>
        <p role="status" :data-stage="stage">
          {{ say(stage ? `bench.scale.${stage}` : 'bench.scale.putJug') }}
        </p>
        <Button v-if="!tared" :label="say('bench.scale.tare')" size="large" @click="tare" />
      </template>
      <button type="button" class="link small" @click="device.stop()">{{ say('frame.cancel') }}</button>
    </template>
    <template v-else>
      <button type="button" class="link small" @click="listen">{{ say('bench.scale.listen') }}</button>
      <button v-if="hasSerial" type="button" class="link small" @click="device.plug()">
        {{ say('bench.scale.plug') }}
      </button>
    </template>
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  justify-items: start;
  gap: 0.4rem;
  margin-top: 0.6rem;
}
.weight {
  font-family: var(--serif);
  font-size: 1.8rem;
  margin: 0;
}
.bar {
  justify-self: stretch;
  height: 0.7rem;
  border: 1px solid var(--ink);
  border-radius: 3px;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--clay);
}
[data-stage='over'] {
  color: var(--stop);
}
.bar [data-stage='over'] {
  background: var(--stop);
}
[data-stage='stop'] {
  font-weight: 650;
}
</style>
