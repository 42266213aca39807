<script setup lang="ts">
import { computed, ref } from 'vue'
import { findSwath } from '@jardinero/core/bench'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'

/** Trays across one pass of a spreader: which swath lays the pattern most evenly over itself. */
const emit = defineEmits<{ take: [swathFt: number] }>()
const { say, quantity, refusal } = useWords()
const typed = ref('')
const apartFt = ref<number | undefined>(1)
/** Numbers as they come, a decimal comma too where blanks or semicolons part them. */
const catches = computed(() => {
  const text = typed.value.trim()
  const parts = /[;\s]/.test(text) ? text.split(/[;\s]+|,\s+/) : text.split(',')
  return parts.filter(Boolean).map((part) => Number(part.replace(/,$/, '').replace(',', '.')))
})
const found = computed(() =>
  catches.value.length > 1 ? findSwath(catches.value, apartFt.value ?? NaN) : undefined,
)
const faultAt = (...fields: string[]) => {
  const fault = found.value && !found.value.ok && found.value.refusals.find((r) => fields.includes(r.field!))
  return fault ? refusal(fault) : undefined
}
const best = computed(() => (found.value?.ok ? found.value.value.best : undefined))
/** Even only where passes lie so close that the spreader throws most of its pattern over ground it has been on. */
const isRagged = computed(
  () => best.value && best.value.swathFt < (catches.value.length * apartFt.value!) / 3,
)
const [width, height] = [240, 70]
/** What lies across the lawn at the best swath: the pattern of three passes and their sum. */
const bars = computed(() => {
  if (!best.value) return []
  const step = Math.round(best.value.swathFt / apartFt.value!)
  const own = catches.value
  const turned = own.toReversed()
  const sums = Array.from(
    { length: own.length },
    (_, x) => own[x]! + (turned[x - step] ?? 0) + (turned[x + step] ?? 0),
  )
  const top = Math.max(...sums)
  const wide = width / own.length
  return own.map((own, i) => ({
    x: i * wide,
    wide: wide - 1,
    own: (own / top) * height,
    sum: (sums[i]! / top) * height,
  }))
})
</script>

<template>
  <details class="swath">
    <summary>{{ say('bench.trays') }}</summary>
    <p class="small">{{ say('bench.traysSay') }}</p>
    <TextField v-model="typed" :label="say('bench.trayCatches')" :fault="faultAt('catches')" />
    <NumberField v-model="apartFt" unit="ft" :label="say('bench.trayApart')" :fault="faultAt('trayFt')" />
    <div v-if="best" role="status">
      <svg :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="say('bench.trayPicture')">
        <g v-for="(b, i) in bars" :key="i">
          <rect :x="b.x" :y="height - b.sum" :width="b.wide" :height="b.sum" class="sum" />
          <rect :x="b.x" :y="height - b.own" :width="b.wide" :height="b.own" class="own" />
        </g>
      </svg>
      <p>
        {{
          say('bench.bestSwath', {
            swath: { value: best.swathFt, unit: 'ft' },
            variation: { value: best.variation, unit: 'ratio' },
          })
        }}
      </p>
      <p v-if="isRagged" class="caution small">{{ say('bench.swathUneven') }}</p>
      <button type="button" class="link" @click="emit('take', best.swathFt)">
        {{ say('bench.takeSwath', { swath: quantity(best.swathFt, 'ft') }) }}
      </button>
    </div>
  </details>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 18rem;
}
.sum {
  fill: var(--clay-soft);
}
.own {
  fill: var(--clay);
}
.caution {
  color: var(--ember-text);
}
</style>
