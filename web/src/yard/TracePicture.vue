<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { planOutline, shapes, type PlanOutline, type Point } from '@jardinero/core/yard'
import LengthField from '../kit/LengthField.vue'
import { useWords } from '../kit/session.ts'

/** A photo from above or a plan of one's own, on this device only: a line of known length first, then corner by corner. */
const emit = defineEmits<{ take: [outline: PlanOutline, accuracyFt: number] }>()
const { say, quantity, refusal } = useWords()
const picture = ref<{ url: string; width: number; height: number }>()
const fault = ref('')
const scale = ref<Point[]>([])
const lengthFt = ref(NaN)
const corners = ref<Point[]>([])
const svg = ref<SVGSVGElement>()
/** How far a press is off the corner that is meant, in pixels of the screen. */
const pressOffPx = 4

/** Larger than that it only costs memory. */
const mostPx = 1600
async function open(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (!file) return
  fault.value = ''
  let image: ImageBitmap
  try {
    image = await createImageBitmap(file)
  } catch {
    fault.value = say('yard.traceNoPicture')
    return
  }
  const by = Math.min(1, mostPx / Math.max(image.width, image.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(image.width * by)
  canvas.height = Math.round(image.height * by)
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
  image.close()
  picture.value = { url: canvas.toDataURL('image/jpeg', 0.85), width: canvas.width, height: canvas.height }
  scale.value = []
  corners.value = []
}
/** Pixels of the picture to one of the screen. */
const perScreenPx = () => (picture.value?.width ?? 1) / (svg.value?.getBoundingClientRect().width || 1)
function press(event: MouseEvent): void {
  const box = svg.value!.getBoundingClientRect()
  const by = perScreenPx()
  const at: Point = [(event.clientX - box.left) * by, (event.clientY - box.top) * by]
  if (scale.value.length < 2) scale.value = [...scale.value, at]
  else if (ftPerPx.value) corners.value = [...corners.value, at]
}
const undo = () => {
  if (corners.value.length) corners.value = corners.value.slice(0, -1)
  else scale.value = scale.value.slice(0, -1)
}
const ftPerPx = computed(() => {
  const [a, b] = scale.value
  const px = a && b ? Math.hypot(a[0] - b[0], a[1] - b[1]) : 0
  return px > 0 && lengthFt.value > 0 ? lengthFt.value / px : undefined
})
const onPlan = computed(() => {
  const { value: by } = ftPerPx
  return by === undefined ? [] : corners.value.map(([x, y]): Point => [x * by, y * by])
})
const outline = computed(() => (onPlan.value.length > 2 ? planOutline(onPlan.value) : undefined))
const area = computed(() => shapes.polygon.area(onPlan.value.flat()))
const step = computed(() => (scale.value.length < 2 ? 'scale' : ftPerPx.value ? 'corners' : 'length'))
const path = computed(() => corners.value.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${y}`).join('') + 'Z')
const dotPx = computed(() => (picture.value?.width ?? 0) / 110)
const done = () =>
  outline.value?.ok && emit('take', outline.value.value, pressOffPx * perScreenPx() * ftPerPx.value!)
</script>

<template>
  <div class="trace">
    <p class="small">{{ say('yard.traceSays') }}</p>
    <label class="link">
      {{ say(picture ? 'yard.traceOther' : 'yard.traceOpen') }}
      <input type="file" class="visually-hidden" accept="image/*" @change="open" />
    </label>
    <p v-if="fault" class="stop small" role="alert">{{ fault }}</p>
    <template v-if="picture">
      <p role="status">{{ say(`yard.traceNow.${step}`, { count: corners.length }) }}</p>
      <LengthField v-if="step !== 'scale'" v-model="lengthFt" :label="say('yard.traceLength')" />
      <svg
        ref="svg"
        :viewBox="`0 0 ${picture.width} ${picture.height}`"
        :aria-label="say('yard.tracePicture')"
        role="img"
        @click="press"
      >
        <image :href="picture.url" :width="picture.width" :height="picture.height" />
        <path v-if="corners.length" :d="path" class="outline" />
        <circle v-for="([x, y], i) in corners" :key="i" :cx="x" :cy="y" :r="dotPx" class="corner" />
        <path v-if="scale.length === 2" :d="`M${scale.join('L')}`" class="known" />
        <circle v-for="([x, y], i) in scale" :key="`s${i}`" :cx="x" :cy="y" :r="dotPx" class="end" />
      </svg>
      <p v-if="outline?.ok" role="status">{{ say('yard.traceArea', { area: quantity(area, 'ft2') }) }}</p>
      <p v-else-if="outline" class="stop small" role="alert">
        {{ outline.refusals.map((r) => refusal(r)).join(' ') }}
      </p>
      <div class="actions">
        <Button
          type="button"
          size="small"
          :label="say('yard.traceDone')"
          :disabled="!outline?.ok"
          @click="done"
        />
        <button v-if="scale.length" type="button" class="link" @click="undo">
          {{ say('yard.traceUndo') }}
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.trace {
  border-left: 3px solid var(--rule);
  padding-left: 1rem;
  margin: 0.6rem 0;
}
svg {
  display: block;
  width: 100%;
  max-height: 75vh;
  margin: 0.5rem 0;
  cursor: crosshair;
  touch-action: manipulation;
}
.outline {
  fill: color-mix(in srgb, var(--moss) 35%, transparent);
  stroke: var(--moss);
}
.known {
  stroke: var(--clay);
}
path {
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.corner {
  fill: var(--moss);
}
.end {
  fill: var(--clay);
}
.actions {
  display: flex;
  gap: 1rem;
  align-items: center;
}
</style>
