<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import { computeDrawDown, mayTake, type Stop } from '@jardinero/core/bench'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useShelf } from '../shelf/index.ts'
import RecordForm from './RecordForm.vue'
import type { Bench } from './useBench.ts'
import { useDrawn } from './useDrawn.ts'

/** A tank over several lawns, drawn down stop by stop: what each takes, what is left, and where that may still go. */
const props = defineProps<{ bench: Bench; tank: Tank }>()
const emit = defineEmits<{ empty: [] }>()
const { say, quantity, refusal } = useWords()
const shelf = useShelf()
const form = useForm()
const { drawn, elsewhereGal, recordsOf, drawElsewhere } = useDrawn(() => props.tank)
const down = computed(() => computeDrawDown(props.tank, drawn.value))
/** What went elsewhere is no stop of this tank. */
const left = computed(() => down.value.left.value - elsewhereGal.value)
const overGal = computed(() => down.value.overGal - elsewhereGal.value)

const open = ref<string>()
const stopOf = (s: Stop) => ({
  mixIds: recordsOf(s.groundId),
  gal: s.planned.value,
})
function written(): void {
  open.value = undefined
  if (down.value.stops.every((s) => s.drawnGal !== undefined) && Math.abs(left.value) < 0.01) emit('empty')
}

/** Lawns of the yard that the tank was not mixed for. */
const others = computed(() => {
  const mine = new Set<string>(props.tank.request.grounds.map((g) => g.id))
  const grounds = props.bench.ground.everyGround.value.filter((g) => !mine.has(g.id))
  const request = { ...props.tank.request, actives: shelf.almanac.actives }
  return mayTake({ request, result: props.tank.result }, grounds)
})
const may = computed(() => others.value.filter((o) => !o.refusals.length).map((o) => o.ground))
const mayNot = computed(() => others.value.filter((o) => o.refusals.length))
const to = ref<string>()
const gal = ref<number>()
async function draw(): Promise<void> {
  if (!(await form.save(() => drawElsewhere(to.value ?? '', gal.value ?? NaN)))) return
  to.value = undefined
  gal.value = undefined
}
</script>

<template>
  <section class="down">
    <h2>{{ say('bench.drawDown') }}</h2>
    <p>
      {{ say('bench.leftInTank', { left: { value: left, unit: 'gal' } }) }}
      <template v-if="overGal > 0.005">{{
        say('bench.overInTank', {
          over: { value: overGal, unit: 'gal' },
          area: { value: (overGal / tank.request.carrierVolume.value) * 1000, unit: 'ft2' },
        })
      }}</template>
      <span v-else-if="overGal < -0.005" class="stop">{{
        say('bench.shortInTank', { short: { value: -overGal, unit: 'gal' } })
      }}</span>
    </p>
    <ol>
      <li v-for="s in down.stops" :key="s.groundId">
        <strong>{{ s.name }}</strong>
        <span class="quiet">{{ say(`turf.${s.turf}`) }}</span>
        <FigureText :figure="s.planned" :title="s.name" />
        <span v-if="s.drawnGal !== undefined" class="done">{{
          say('bench.stopDone', { gal: { value: s.drawnGal, unit: 'gal' } })
        }}</span>
        <button v-else-if="open !== s.groundId" type="button" class="link" @click="open = s.groundId">
          {{ say('bench.stopRecord') }}
        </button>
        <RecordForm
          v-if="open === s.groundId"
          :tank="tank"
          :stop="stopOf(s)"
          @done="written"
          @cancel="open = undefined"
        />
      </li>
    </ol>
    <template v-if="overGal > 0.005 && others.length">
      <h3>{{ say('bench.mayGo') }}</h3>
      <form v-if="may.length" class="elsewhere" novalidate @submit.prevent="draw">
        <ChoiceField
          v-model="to"
          :label="say('yard.zone')"
          :options="may.map((g) => ({ value: g.id, label: `${g.name}, ${quantity(g.areaSqFt, 'ft2')}` }))"
          :fault="form.faultAt('zoneId')"
        />
        <NumberField v-model="gal" unit="gal" :label="say('bench.stopUsed')" :fault="form.faultAt('gal')" />
        <Button type="submit" :label="say('bench.stopRecord')" :disabled="form.saving.value || !to" />
      </form>
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <p v-for="o in mayNot" :key="o.ground.id" class="small quiet">
        {{ o.ground.name }}: {{ refusal(o.refusals[0]!) }}
      </p>
    </template>
  </section>
</template>

<style scoped>
ol {
  padding-left: 1.4rem;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
  padding: 0.4rem 0;
  border-top: 1px solid var(--rule);
}
li > form {
  width: 100%;
}
.done {
  color: var(--moss);
  font-weight: 600;
}
.elsewhere {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
  align-items: end;
}
.elsewhere > :first-child {
  min-width: 14rem;
}
</style>
