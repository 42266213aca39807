<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import type { LabelRules, Package, Purpose, ReadFigure } from '@jardinero/core/shelf'
import { useAccount } from '../../state/index.ts'
import { useWords } from '../../kit/session.ts'
import LabelFindings from '../editor/LabelFindings.vue'
import FigureLook from './FigureLook.vue'
import { keepReaders, readFiles } from './readFiles.ts'
import { useReading } from './useReading.ts'

/** A label read from a PDF or photos of its booklet, figure by figure, into the form below. */
export interface LabelRead {
  rules: Partial<LabelRules>
  /** What it is for, where that was among it. */
  purpose?: Purpose | undefined
  contents?: Package['amount'] | undefined
  files: File[]
}
const emit = defineEmits<{ read: [label: LabelRead] }>()
/** Somebody goes from figure to figure: the form waits. */
const going = defineModel<boolean>('going', { required: true })
const account = useAccount()
const { say, number } = useWords()
const {
  files,
  progress,
  problem,
  pictures,
  figures,
  at,
  current,
  refused,
  findings,
  start,
  cancel,
  ...reading
} = useReading(readFiles)
const isOver = ref(false)
const isGoing = computed(() => figures.value.length > 0 && at.value < figures.value.length)
const isDone = ref(false)
watch([progress, isGoing, isDone], () => {
  going.value = Boolean(progress.value) || (isGoing.value && !isDone.value)
})
const takenCount = computed(() => figures.value.filter((f) => f.is === 'taken').length)
const leftCount = computed(() => figures.value.length - takenCount.value)
/** A label of that name is there already: two of one product are told apart by hand. */
const sameName = computed(() => {
  const name = figures.value.find((f) => f.is === 'taken' && f.figure.field === 'name')?.figure.value as
    string | undefined
  return name
    ? account.state.labels.find((l) => l.rules.name.toLowerCase() === name.toLowerCase())
    : undefined
})
function chosen(event: Event): void {
  const input = event.target as HTMLInputElement
  const picked = [...(input.files ?? [])]
  input.value = ''
  isDone.value = false
  void start(picked)
}
function dropped(event: DragEvent): void {
  isOver.value = false
  isDone.value = false
  void start([...(event.dataTransfer?.files ?? [])])
}
function finish(): void {
  const { contents, purpose, ...rules } = reading.result()
  isDone.value = true
  emit('read', { rules, purpose, contents, files: files.value })
}
function take(typed?: string): void {
  reading.take(typed)
  if (at.value >= figures.value.length) finish()
}
function leave(): void {
  reading.leave()
  if (at.value >= figures.value.length) finish()
}
/** The readers are fetched while there is a network, so that a label can be read at the shop. */
onMounted(() => {
  const idle = globalThis.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 2000))
  const saves = (navigator as { connection?: { saveData?: boolean } }).connection?.saveData
  if (navigator.onLine && !saves && 'serviceWorker' in navigator)
    idle(() => void keepReaders().catch(() => undefined))
})
</script>

<template>
  <section class="reader">
    <template v-if="progress">
      <p role="status">
        {{
          say(`reading.progress.${progress.kind}`, {
            done: Math.min(progress.of, Math.floor(progress.done) + 1),
            of: progress.of,
          })
        }}
        <progress :value="progress.done" :max="progress.of" :aria-label="say('reading.progress')">
          {{ number(Math.round((100 * progress.done) / progress.of)) }} %
        </progress>
      </p>
      <button type="button" class="link" @click="cancel">{{ say('reading.cancel') }}</button>
    </template>
    <template v-else-if="isGoing && !isDone">
      <FigureLook
        :figure="current!.figure as ReadFigure"
        :as-typed="reading.typed(current!.figure as ReadFigure)"
        :at="at"
        :of="figures.length"
        :pictures="pictures"
        :refused="refused"
        @take="take"
        @choose="(v) => reading.choose(v as ReadFigure['value'])"
        @leave="leave"
        @back="reading.back"
      />
      <p v-if="sameName" class="mind small">{{ say('reading.sameName', { label: sameName.rules.name }) }}</p>
      <LabelFindings :findings="findings" />
      <button type="button" class="link small" @click="finish">
        {{ say('reading.toForm', { count: takenCount }) }}
      </button>
    </template>
    <p v-else-if="isDone" role="status" class="small">
      {{ say('reading.done', { taken: takenCount, left: leftCount }) }}
    </p>
    <div
      v-if="!progress && (!isGoing || isDone)"
      class="drop"
      :class="{ over: isOver }"
      @dragover.prevent="isOver = true"
      @dragleave="isOver = false"
      @drop.prevent="dropped"
    >
      <label class="choose"
        ><span>{{ say(isDone ? 'reading.another' : 'reading.drop') }}</span>
        <input type="file" multiple accept="application/pdf,image/*" @change="chosen"
      /></label>
      <p class="small quiet">{{ say('reading.staysHere') }}</p>
    </div>
    <p v-if="problem" class="stop" role="alert">{{ say(`reading.problem.${problem}`) }}</p>
  </section>
</template>

<style scoped>
.reader {
  margin: 0.4rem 0 1.2rem;
}
.drop {
  border: 1px dashed var(--rule);
  padding: 0.8rem 1rem;
}
.drop.over {
  border-style: solid;
  background: var(--sunken, transparent);
}
.choose {
  display: grid;
  gap: 0.4rem;
  font-weight: 600;
}
progress {
  width: 100%;
}
</style>
