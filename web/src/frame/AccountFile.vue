<script setup lang="ts">
import { ref } from 'vue'
import type { ImportResult } from '@jardinero/contract/task'
import { send } from '../kit/api.ts'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** The whole account out and in again, and the lists as CSV. */
const account = useAccount()
const { say } = useWords()
const form = useForm()
const result = ref<ImportResult>()
const unreadable = ref(false)
const sum = (counts: Record<string, number>) => Object.values(counts).reduce((a, b) => a + b, 0)

async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (!file) return
  result.value = undefined
  unreadable.value = false
  form.clear()
  try {
    const content: unknown = JSON.parse(await file.text())
    await form.save(async () => {
      const taken = await send<ImportResult>('POST', '/api/account/file', content)
      account.askAgain()
      result.value = taken
    })
  } catch {
    unreadable.value = true
  }
  input.value = ''
}
</script>

<template>
  <section class="file">
    <h2>{{ say('you.file') }}</h2>
    <p>{{ say('you.fileSays') }}</p>
    <p class="links">
      <a href="/api/account/file" download>{{ say('you.takeOut') }}</a>
      <a href="/api/soil/readings.csv" download>{{ say('you.readingsCsv') }}</a>
      <a href="/api/ledger/records.csv" download>{{ say('you.recordsCsv') }}</a>
    </p>
    <label
      >{{ say('you.takeIn') }}
      <input type="file" accept="application/json,.json" :disabled="form.saving.value" @change="takeIn"
    /></label>
    <p v-if="result" role="status">
      {{ say('you.takenIn', { added: sum(result.added), kept: sum(result.kept) }) }}
    </p>
    <p v-if="unreadable" class="stop" role="alert">{{ say('you.notJson') }}</p>
    <div v-if="form.problem.value" class="stop" role="alert">
      <p v-if="!form.problem.value.faults.length">{{ form.problem.value.detail }}</p>
      <template v-else>
        <p>{{ say('you.nothingTaken') }}</p>
        <ul>
          <li v-for="f in form.problem.value.faults.slice(0, 8)" :key="f.field ?? f.code">
            {{ f.field }}: {{ f.detail }}
          </li>
        </ul>
      </template>
    </div>
  </section>
</template>

<style scoped>
.file {
  margin-top: 2rem;
  display: grid;
  gap: 0.6rem;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.4rem;
}
</style>
