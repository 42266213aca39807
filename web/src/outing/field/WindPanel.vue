<script setup lang="ts">
import { computed, ref } from 'vue'
import { compass } from '@jardinero/contract/constants'
import type { WindReading } from '@jardinero/contract/outing'
import { checkConditions, parseMeterLine, readWind, type WindSample } from '@jardinero/core/outing'
import { convert } from '@jardinero/core/quantity'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'
import { useDevice } from '../../kit/useDevice.ts'
import { useYard } from '../../state/index.ts'
import { useSoil } from '../../soil/index.ts'

/** Wind now: by a meter, by hand, or as it was forecast; each entry with its hour. */
const props = defineProps<{ winds: WindReading[]; now: string; mostMph: number }>()
const emit = defineEmits<{ add: [wind: WindReading] }>()
const soil = useSoil()
const { timeZone } = useYard()
const { say, time, quantity } = useWords()
const form = useForm()
const mph = ref<number>()
const from = ref('')
const samples = ref<WindSample[]>([])
const meter = useDevice(
  parseMeterLine,
  (sample) => (samples.value = [...samples.value.slice(-200), sample]),
  () => (samples.value = []),
)
const read = computed(() => readWind(samples.value))
const forecast = computed(() => {
  const hours = soil.isInvented ? [] : (soil.weather?.hours ?? [])
  const hour = hours.find((h) => {
    const since = Date.parse(props.now) - Date.parse(h.at)
    return since >= 0 && since < 3_600_000
  })
  return hour && convert(hour.wind, 'm/s', 'mph')
})
const points = computed(() =>
  compass.map((value) => ({
    value: value as string,
    label: say(value ? `compass.${value}` : 'outing.notSaid'),
  })),
)
const add = (value: number, how: WindReading['how'], point = '') =>
  emit('add', { at: props.now, mph: Math.round(value * 10) / 10, from: point as WindReading['from'], how })
function byHand(): void {
  const windMph = mph.value ?? NaN
  if (form.refuse(...checkConditions({ windMph }))) return
  add(windMph, 'hand', from.value)
  mph.value = undefined
}
function ofMeter(): void {
  if (!read.value) return
  add(read.value.mph, 'meter', read.value.from)
  meter.stop()
}
const last = computed(() => props.winds.at(-1))
</script>

<template>
  <section class="wind">
    <p v-if="last" :class="{ stop: last.mph > mostMph }" aria-live="polite">
      {{
        say('outing.windNow', {
          wind: quantity(last.mph, 'mph'),
          from: last.from ? say(`compass.${last.from}`) : '',
          said: String(Boolean(last.from)),
          at: time(last.at, timeZone),
          how: last.how,
        })
      }}
      <strong v-if="last.mph > mostMph">{{
        say('outing.windOver', { limit: quantity(mostMph, 'mph') })
      }}</strong>
    </p>
    <p v-else class="quiet">{{ say('outing.noWind') }}</p>
    <form class="row" novalidate @submit.prevent="byHand">
      <NumberField v-model="mph" unit="mph" :label="say('outing.wind')" :fault="form.faultAt('windMph')" />
      <ChoiceField v-model="from" :label="say('outing.windFrom')" :options="points" />
      <button class="link">{{ say('outing.addWind') }}</button>
    </form>
    <p class="small row">
      <button v-if="forecast !== undefined" class="link" @click="add(forecast, 'forecast')">
        {{ say('outing.asForecast', { wind: quantity(forecast, 'mph') }) }}
      </button>
      <template v-if="meter.open.value">
        <output>{{
          read
            ? say('outing.meterSays', {
                wind: quantity(read.mph, 'mph'),
                gust: quantity(read.gustMph, 'mph'),
              })
            : say('outing.meterWaits')
        }}</output>
        <button v-if="read" class="link" @click="ofMeter">{{ say('outing.takeMeter') }}</button>
        <button class="link" @click="meter.stop()">{{ say('frame.cancel') }}</button>
      </template>
      <template v-else>
        <button class="link" @click="meter.listen('/api/outing/meter')">
          {{ say('outing.listenMeter') }}
        </button>
        <button v-if="meter.hasSerial" class="link" @click="meter.plug()">
          {{ say('outing.plugMeter') }}
        </button>
      </template>
      <span v-if="meter.fault.value" class="stop">{{
        meter.fault.value === 'said' ? meter.said.value : say('outing.meterAway')
      }}</span>
    </p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  align-items: end;
}
.row > :deep(*) {
  flex: 0 1 9rem;
}
.row > .link {
  flex: none;
}
.stop {
  color: var(--stop);
}
</style>
