<script setup lang="ts">
import type { YardId } from '@jardinero/core/quantity'
import type { TaskFile } from '@jardinero/contract/task'
import { send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** A season of one yard on paper: made as a task, however long it is, and then fetched. */
const props = defineProps<{ yardId: YardId; year: string }>()
const { say } = useWords()
const form = useForm()
const make = () =>
  form.save(async () => {
    const made = await send<TaskFile>('POST', '/api/ledger/season-reports', {
      yardId: props.yardId,
      from: `${props.year}-01-01`,
      to: `${props.year}-12-31`,
    })
    location.assign(`/api/account/tasks/${made.taskId}/file`)
  })
</script>

<template>
  <button type="button" class="link" :disabled="form.saving.value" @click="make">
    {{ say('ledger.seasonPdf', { year }) }}
  </button>
  <span v-if="form.problem.value" class="stop" role="alert">{{
    form.problem.value.faults[0]?.detail ?? form.problem.value.detail
  }}</span>
</template>
