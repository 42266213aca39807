<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Job, JobTime } from '@jardinero/core/job'
import FaultList from '../kit/FaultList.vue'
import TextField from '../kit/TextField.vue'
import { useForm } from '../kit/useForm.ts'
import { useWords } from '../kit/session.ts'
import { useJobs, useSaveWords, useYard } from '../state/index.ts'
import ProductFields, { type ChosenProduct } from './ProductFields.vue'
import { useJobDays } from './useJobDays.ts'

/** One step of a job: done on a day, moved to another, skipped, taken up again, or planned with a product. */
const props = defineProps<{ job: Job; kind: 'do' | 'move' | 'skip' | 'reopen' | 'plan' }>()
const emit = defineEmits<{ done: [] }>()
const { today, day } = useYard()
const { dayOf } = useJobDays()
const { step } = useJobs()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const on = ref(
  props.kind === 'do'
    ? day.value < today.value
      ? day.value
      : today.value
    : (dayOf(props.job).day ?? today.value),
)
const why = ref('')
const product = ref<ChosenProduct>()
const shown = ['day', 'when.day', 'when', 'why', 'rate', 'products']

const needsDay = computed(() => props.kind === 'do' || props.kind === 'move')
/** A step of a chain keeps its distance: its day is a wish. */
const moved = (): JobTime =>
  props.job.when.kind === 'after'
    ? { ...props.job.when, day: on.value }
    : { kind: 'day', day: on.value, latest: props.job.when.kind === 'day' ? props.job.when.latest : null }
function order() {
  const { kind } = props
  const said = { why: why.value.trim() }
  if (kind === 'do') return { kind, day: on.value, ...said }
  if (kind === 'move') return { kind, when: moved(), ...said }
  if (kind !== 'plan') return { kind, ...said }
  const { labelId, rate, unit } = product.value!
  return {
    kind,
    ask: { products: [{ labelId, rate: { value: rate!, unit: unit as 'oz/1000ft2' } }] },
    ...said,
  }
}
async function save(): Promise<void> {
  if (props.kind === 'plan' && !(product.value && product.value.rate && product.value.rate > 0)) {
    form.refuse({ code: 'rateNotPositive', field: 'rate', params: {} })
    return
  }
  form.refuse()
  if (await form.save(() => step(props.job, order()))) emit('done')
}
</script>

<template>
  <form class="step" novalidate @submit.prevent="save">
    <TextField
      v-if="needsDay"
      v-model="on"
      type="date"
      :label="say(kind === 'do' ? 'job.doneOn' : 'job.newDay')"
      :fault="form.faultAt('day', 'when.day', 'when')"
    />
    <ProductFields
      v-if="kind === 'plan'"
      v-model="product"
      :zone-id="job.zoneId"
      :role="job.chain?.role ?? (job.origin === 'mark' ? 'preEmergent' : null)"
      :fault="form.faultAt('rate', 'products')"
    />
    <TextField
      v-if="kind !== 'do' && kind !== 'plan'"
      v-model="why"
      :label="say('job.why')"
      :fault="form.faultAt('why')"
    />
    <FaultList :faults="form.faultsBeside(...shown)" />
    <Button
      v-if="kind !== 'plan' || product"
      type="submit"
      size="small"
      :label="saveWords.named(say(`job.save.${kind}`))"
      :disabled="form.saving.value"
    />
    <button type="button" class="link" @click="emit('done')">{{ say('frame.cancel') }}</button>
  </form>
</template>

<style scoped>
.step {
  max-width: 26rem;
  margin: 0.6rem 0;
}
.step .link {
  margin-left: 1rem;
}
</style>
