<script setup lang="ts">
import Button from 'primevue/button'
import { computed, onUnmounted, ref } from 'vue'
import { convert } from '@jardinero/core/quantity'
import { outlineOf, type PlanOutline } from '@jardinero/core/yard'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import SectionDrawing from './SectionDrawing.vue'

/** The edge walked with this device in hand: its positions in order, and how sure they are. */
const emit = defineEmits<{ take: [outline: PlanOutline, accuracyFt: number] }>()
const { yard } = useYard()
const { say, quantity, refusal } = useWords()
interface Step {
  latitude: number
  longitude: number
  accuracyM: number
}
const steps = ref<Step[]>([])
const watching = ref<number>()
const fault = ref('')
/** Nearer than that to the last one it is the same spot. */
const leastStepM = 1.5
/** What is less sure than that is left out: a first fix under trees. */
const mostAccuracyM = 30

const accuracyM = computed(() => {
  const all = steps.value.map((s) => s.accuracyM).sort((a, b) => a - b)
  return all[Math.floor(all.length / 2)] ?? 0
})
function note({ coords }: GeolocationPosition): void {
  fault.value = ''
  const { latitude, longitude, accuracy } = coords
  if (accuracy > mostAccuracyM) {
    fault.value = say('yard.walkUnsure', { off: { value: accuracy, unit: 'm' } })
    return
  }
  const last = steps.value.at(-1)
  const metres = (degrees: number) => degrees * 111_195
  const moved = last
    ? Math.hypot(
        metres(latitude - last.latitude),
        metres(longitude - last.longitude) * Math.cos((latitude * Math.PI) / 180),
      )
    : Infinity
  if (moved >= leastStepM) steps.value = [...steps.value, { latitude, longitude, accuracyM: accuracy }]
}
function begin(): void {
  steps.value = []
  fault.value = ''
  if (!('geolocation' in navigator)) return void (fault.value = say('where.noDevice'))
  watching.value = navigator.geolocation.watchPosition(note, () => (fault.value = say('where.noDevice')), {
    enableHighAccuracy: true,
    maximumAge: 0,
  })
}
function stop(): void {
  if (watching.value !== undefined) navigator.geolocation.clearWatch(watching.value)
  watching.value = undefined
}
onUnmounted(stop)
const outline = computed(() => {
  if (steps.value.length < 3) return undefined
  const { latitude = 0, longitude = 0 } = yard.value ?? {}
  return outlineOf(
    steps.value.map((s) => [s.latitude, s.longitude]),
    { latitude, longitude },
  )
})
const drawn = computed(() =>
  outline.value?.ok
    ? { name: '', kind: 'polygon' as const, lengthsFt: outline.value.value.lengthsFt, deduction: false }
    : undefined,
)
/** Where the yard lies tens of miles off its guess, the piece still lies at the plan's own corner. */
function done(): void {
  stop()
  if (!outline.value?.ok) return
  const { lengthsFt, kept } = outline.value.value
  emit('take', { lengthsFt, kept, xFt: 0, yFt: 0 }, Math.max(1, convert(accuracyM.value, 'm', 'ft')))
}
</script>

<template>
  <div class="walk">
    <p class="small">{{ say('yard.walkSays') }}</p>
    <Button
      v-if="watching === undefined"
      type="button"
      size="small"
      :label="say('yard.walkStart')"
      @click="begin"
    />
    <template v-else>
      <p role="status">
        {{
          say('yard.walkFar', {
            count: steps.length,
            off: { value: accuracyM, unit: 'm' },
            known: String(Boolean(outline?.ok)),
            area: outline?.ok ? quantity(outline.value.area.value, 'ft2') : '',
          })
        }}
      </p>
      <SectionDrawing v-if="drawn" :section="drawn" />
      <p v-if="outline && !outline.ok" class="small">
        {{ outline.refusals.map((r) => refusal(r)).join(' ') }}
      </p>
      <div class="actions">
        <Button
          type="button"
          size="small"
          :label="say('yard.walkDone')"
          :disabled="!outline?.ok"
          @click="done"
        />
        <button type="button" class="link" @click="begin">{{ say('yard.walkAgain') }}</button>
      </div>
    </template>
    <p v-if="fault" class="stop small" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.walk {
  border-left: 3px solid var(--rule);
  padding-left: 1rem;
  margin: 0.6rem 0;
}
.actions {
  display: flex;
  gap: 1rem;
  align-items: center;
}
</style>
