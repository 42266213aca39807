<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed, watch } from 'vue'
import type { ProbeSample } from '@jardinero/core/soil'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { useProbe } from './useProbe.ts'

/** A probe that speaks: the needle nears the ground's temperature, and it is said when it has settled. */
const emit = defineEmits<{ settled: [temperatureC: number] }>()
const { yard } = useYard()
const { say, quantity } = useWords()
const probe = useProbe()
const { settling, samples, open, fault, name, said, hasSerial } = probe
const [width, height] = [230, 60]
const seconds = 60
const path = computed(() => {
  const last = samples.value.at(-1)
  if (!last) return ''
  const shown = samples.value.filter((s) => s.atS >= last.atS - seconds)
  const temperatures = shown.map((s) => s.temperatureC)
  const x = scaleLinear([last.atS - seconds, last.atS], [0, width])
  const y = scaleLinear([Math.min(...temperatures) - 0.5, Math.max(...temperatures) + 0.5], [height - 4, 4])
  return (
    line<ProbeSample>(
      (s) => x(s.atS),
      (s) => y(s.temperatureC),
    )(shown) ?? ''
  )
})
watch(
  () => settling.value?.settled,
  (settled) => {
    if (!settled || !open.value) return
    emit('settled', settling.value!.temperatureC)
    probe.stop()
  },
)
</script>

<template>
  <div class="probe">
    <template v-if="open">
      <p class="small quiet">{{ name || say('soil.probe.waiting') }}</p>
      <svg :width="width" :height="height" aria-hidden="true"><path :d="path" /></svg>
      <p role="status">
        <strong v-if="settling">{{ quantity(settling.temperatureC, 'degC') }}</strong>
        {{ say('soil.probe.settling') }}
      </p>
      <button type="button" class="link small" @click="probe.stop()">{{ say('frame.cancel') }}</button>
    </template>
    <template v-else>
      <p v-if="settling?.settled" role="status">
        <strong>{{ quantity(settling.temperatureC, 'degC') }}</strong> {{ say('soil.probe.settled') }}
      </p>
      <p v-if="fault" class="stop small" role="alert">
        {{ fault === 'away' ? say('problem.probeAway') : say('soil.probe.said', { text: said }) }}
      </p>
      <button type="button" class="link small" @click="yard && probe.listen(yard.id)">
        {{ say('soil.probe.listen') }}
      </button>
      <button v-if="hasSerial" type="button" class="link small" @click="probe.plug()">
        {{ say('soil.probe.plug') }}
      </button>
    </template>
  </div>
</template>

<style scoped>
.probe {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 1rem;
  margin: 0.2rem 0 0.6rem;
}
path {
  fill: none;
  stroke: var(--ember);
  stroke-width: 1.8;
}
</style>
