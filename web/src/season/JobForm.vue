<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { jobTasks, type JobTask } from '@jardinero/core/job'
import ChoiceField from '../kit/ChoiceField.vue'
import FaultList from '../kit/FaultList.vue'
import TextField from '../kit/TextField.vue'
import { useForm } from '../kit/useForm.ts'
import { useWords } from '../kit/session.ts'
import { useJobs, useSaveWords, useYard } from '../state/index.ts'
import ProductFields, { type ChosenProduct } from './ProductFields.vue'

/** A job made by hand: what, where, with what, on which day. */
const emit = defineEmits<{ done: [] }>()
const { zones, today } = useYard()
const { add } = useJobs()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const task = ref<JobTask | undefined>('apply')
const zoneId = ref(zones.value[0]?.id)
const day = ref(today.value)
const note = ref('')
const product = ref<ChosenProduct>()
const tasks = computed(() => jobTasks.map((value) => ({ value, label: say(`job.task.${value}`) })))
const lawns = computed(() => zones.value.map((z) => ({ value: z.id, label: z.name })))

async function save(): Promise<void> {
  const applies = task.value === 'apply'
  const { labelId, rate, unit } = product.value ?? {}
  if (
    form.refuse(
      ...(applies && !(rate && rate > 0) ? [{ code: 'rateNotPositive', field: 'rate', params: {} }] : []),
    )
  )
    return
  const order = {
    zoneId: zoneId.value!,
    origin: 'hand' as const,
    task: task.value!,
    plants: [],
    products: applies ? [{ labelId: labelId!, rate: { value: rate!, unit: unit as 'oz/1000ft2' } }] : [],
    ground: { kind: 'all' as const, sqFt: null },
    when: { kind: 'day' as const, day: day.value, latest: null },
    note: note.value.trim(),
    proposed: false,
    why: '',
  }
  if (await form.save(() => add(order))) emit('done')
}
const shown = ['rate', 'products', 'when.day', 'when']
</script>

<template>
  <form class="form" novalidate @submit.prevent="save">
    <ChoiceField v-model="task" :label="say('job.what')" :options="tasks" />
    <ChoiceField v-model="zoneId" :label="say('season.zone')" :options="lawns" />
    <ProductFields
      v-if="task === 'apply' && zoneId"
      v-model="product"
      :zone-id="zoneId"
      :fault="form.faultAt('rate', 'products')"
    />
    <TextField v-model="day" type="date" :label="say('job.day')" :fault="form.faultAt('when.day', 'when')" />
    <TextField v-model="note" :label="say('job.note')" />
    <FaultList :faults="form.faultsBeside(...shown)" />
    <Button
      type="submit"
      size="small"
      :label="saveWords.named(say('job.save.add'))"
      :disabled="form.saving.value || (task === 'apply' && !product)"
    />
    <button type="button" class="link" @click="emit('done')">{{ say('frame.cancel') }}</button>
  </form>
</template>

<style scoped>
.form {
  max-width: 26rem;
  margin: 0.6rem 0 1.2rem;
}
.form .link {
  margin-left: 1rem;
}
</style>
