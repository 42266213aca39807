<script setup lang="ts">
import { computed } from 'vue'
import type { JudgedProduct } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'
import ActivesBasis from './ActivesBasis.vue'

/** Why one product is, or is not, for one weed or turf. */
const props = defineProps<{ judged: JudgedProduct; plant: string }>()
const { say, has, refusal } = useWords()
const mark = computed(() => props.judged.marks.get(props.plant))
const what = computed(() =>
  has(`plant.${props.plant}`) ? say(`plant.${props.plant}`) : say(`turf.${props.plant}`),
)
const good = computed(() => {
  const { grade, active = '' } = mark.value ?? {}
  if (mark.value?.mark !== 'controls' || !grade) return ''
  const { value: efficacy, low: surely } = grade
  return say(surely === efficacy ? 'shelf.why.controls' : 'shelf.why.controlsPerhaps', {
    active,
    efficacy,
    surely,
    plant: props.plant,
  })
})
</script>

<template>
  <section class="why" aria-live="polite">
    <h3>{{ say('shelf.why.title', { label: judged.product.rules.name, what }) }}</h3>
    <p v-if="good">{{ good }}</p>
    <ul v-if="mark?.why.length || judged.refusals.length">
      <li v-for="(r, i) in judged.refusals" :key="`r${i}`" class="stop">
        {{ refusal(r) }}
      </li>
      <li v-for="(r, i) in mark?.why ?? []" :key="`m${i}`">{{ refusal(r) }}</li>
    </ul>
    <p v-else-if="!good">{{ say('shelf.why.open') }}</p>
    <ul v-if="judged.cautions.length" class="cautions small">
      <li v-for="(c, i) in judged.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
    </ul>
    <ActivesBasis :labels="[judged.product.rules]" :readings="mark?.grade?.readings" />
  </section>
</template>

<style scoped>
.why {
  border-left: 3px solid var(--ink);
  padding-left: 0.9rem;
  margin: 1rem 0;
}
ul {
  margin: 0.3rem 0;
  padding-left: 1.1rem;
}
.cautions {
  color: var(--ember-text);
}
</style>
