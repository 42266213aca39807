<script setup lang="ts">
import { onUnmounted, ref } from 'vue'
import type { Outline } from '@jardinero/core/yard'
import { openWorker, type OpenWorker } from '../kit/openWorker.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import type { ReadOutlineWorker } from '../workers/index.ts'

/** The outline of a piece of ground from a file or a phone, read off the page on this device. */
const emit = defineEmits<{ take: [outline: Outline, of: { name: string; isHole: boolean }] }>()
type Found = NonNullable<ReturnType<ReadOutlineWorker['read']>>
const { yard } = useYard()
const { say, quantity, refusal } = useWords()
const found = ref<Found>([])
const taken = ref<Outline>()
const fault = ref('')
const isReading = ref(false)
/** Larger than any lawn: 20,000 corners are two megabytes. */
const mostBytes = 10 * 1024 * 1024

let worker: OpenWorker<ReadOutlineWorker> | undefined
const reader = () =>
  (worker ??= openWorker<ReadOutlineWorker>(
    new Worker(new URL('../workers/readOutline.ts', import.meta.url), { type: 'module' }),
    () => {
      fault.value = say('yard.outlineBroke')
      isReading.value = false
    },
  ))
onUnmounted(() => worker?.end())

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  found.value = []
  taken.value = undefined
  fault.value = ''
  if (!file) return
  if (file.size > mostBytes) {
    fault.value = say('yard.outlineTooLarge')
    return
  }
  isReading.value = true
  const text = await file.text()
  const { latitude = 0, longitude = 0 } = yard.value ?? {}
  const outlines = await reader().call(
    (remote) => remote.read(text, { latitude, longitude }) as Promise<Found>,
  )
  isReading.value = false
  if (!outlines?.length) fault.value ||= say('yard.outlineNone')
  else if (outlines.length > 1) found.value = outlines
  else take(outlines[0]!)
}
function take({ name, outline, isHole }: Found[number]): void {
  if (!outline.ok) {
    fault.value = outline.refusals.map((r) => refusal(r)).join(' ')
    return
  }
  fault.value = ''
  taken.value = outline.value
  emit('take', outline.value, { name, isHole })
}
const nameOf = ({ name, isHole }: Found[number], i: number) => {
  const called = name || say('yard.outlineNumber', { n: i + 1 })
  return isHole ? say('yard.outlineHole', { name: called }) : called
}
</script>

<template>
  <p>
    <label class="link">
      {{ say('yard.outlineFile') }}
      <input type="file" class="visually-hidden" accept=".geojson,.json,.gpx,.kml" @change="read" />
    </label>
  </p>
  <p v-if="isReading" class="quiet small" role="status">{{ say('yard.outlineReading') }}</p>
  <p v-if="fault" class="stop small" role="alert">{{ fault }}</p>
  <p v-if="found.length" class="small">{{ say('yard.outlineWhich', { count: found.length }) }}</p>
  <ul v-if="found.length" class="found">
    <li v-for="(f, i) in found" :key="i">
      <button type="button" class="link" @click="take(f)">
        {{ nameOf(f, i)
        }}<template v-if="f.outline.ok">, {{ quantity(f.outline.value.area.value, 'ft2') }}</template>
      </button>
    </li>
  </ul>
  <p v-if="taken" class="small" role="status">
    {{
      say('yard.outlineTaken', {
        area: { value: taken.area.value, unit: 'ft2' },
        given: taken.given,
        kept: taken.kept,
      })
    }}
  </p>
</template>

<style scoped>
.found {
  list-style: none;
  padding: 0;
}
</style>
