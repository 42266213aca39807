<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import type { LabelId, ZoneId } from '@jardinero/core/quantity'
import type { Tank } from '@jardinero/core/shelf'
import FaultList from '../kit/FaultList.vue'
import TextField from '../kit/TextField.vue'
import { newId } from '../kit/api.ts'
import { useForm } from '../kit/useForm.ts'
import { useWords } from '../kit/session.ts'
import { useJobs, useSaveWords, useYard } from '../state/index.ts'
import type { ShelfChoice } from './useChoice.ts'

/** The chosen set as a job for each lawn, on a day: what the weeds found there ask for. */
const props = defineProps<{ shelf: ShelfChoice; tank: Tank; opensOn?: string | undefined }>()
const emit = defineEmits<{ done: [saved: boolean] }>()
const { today, day: standing } = useYard()
const jobs = useJobs()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const day = ref(props.opensOn ?? (standing.value < today.value ? today.value : standing.value))
/** The same lawn keeps its id, so that a second try adds none twice. */
const ids = new Map<string, string>()
const idOf = (zoneId: string) => ids.get(zoneId) ?? ids.set(zoneId, newId()).get(zoneId)!

async function save(): Promise<void> {
  const products = props.tank.products.flatMap(({ product: { id, source } }) => {
    const rate = props.tank.rates.get(id)
    return rate && source !== 'sample' ? [{ labelId: id as LabelId, rate }] : []
  })
  const plants = [...props.tank.by].flatMap(([plant, by]) => (by ? [plant] : []))
  const saved = await form.save(async () => {
    for (const { id } of props.shelf.treated.value)
      await jobs.add(
        {
          zoneId: id as ZoneId,
          origin: 'find',
          task: 'apply',
          plants,
          products,
          ground: { kind: 'all', sqFt: null },
          when: { kind: 'day', day: day.value, latest: null },
          note: '',
          proposed: false,
          why: '',
        },
        idOf(id),
      )
  })
  if (saved) emit('done', true)
}
const shown = ['when.day', 'when']
</script>

<template>
  <form class="plan" novalidate @submit.prevent="save">
    <TextField v-model="day" type="date" :label="say('job.day')" :fault="form.faultAt(...shown)" />
    <FaultList :faults="form.faultsBeside(...shown)" />
    <Button
      type="submit"
      size="small"
      :label="saveWords.named(say('job.save.plan'))"
      :disabled="form.saving.value"
    />
    <button type="button" class="link" @click="emit('done', false)">{{ say('frame.cancel') }}</button>
  </form>
</template>

<style scoped>
.plan {
  max-width: 22rem;
  margin-bottom: 1rem;
}
.plan .link {
  margin-left: 1rem;
}
</style>
