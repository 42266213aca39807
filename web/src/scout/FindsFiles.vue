<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FindsTaken } from '@jardinero/contract/scout'
import FaultList from '../kit/FaultList.vue'
import { send } from '../kit/api.ts'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** Finds out and in again as CSV or GeoJSON. */
const account = useAccount()
const { say } = useWords()
const { yard } = useYard()
const form = useForm()
const faults = computed(() => {
  const { problem } = form
  return problem.value
    ? [
        ...problem.value.faults.slice(0, 6).map((f) => f.detail),
        ...(problem.value.faults.length ? [] : [problem.value.detail]),
      ]
    : []
})
const added = ref<number>()
const unread = ref(false)

/** The order a file makes: GeoJSON when it reads as JSON, else CSV when its first line has columns. */
function orderOf(text: string): { url: string; body: object } | undefined {
  const yardId = yard.value!.id
  if (text.trimStart().startsWith('{')) {
    try {
      return { url: '/api/scout/finds/geojson', body: { yardId, collection: JSON.parse(text) as object } }
    } catch {
      return undefined
    }
  }
  return text.split('\n')[0]?.includes(',')
    ? { url: '/api/scout/finds/csv', body: { yardId, csv: text } }
    : undefined
}
async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  added.value = undefined
  const order = orderOf(await file.text())
  unread.value = !order
  let taken = 0
  const saved =
    order &&
    (await form.save(async () => {
      taken = (await send<FindsTaken>('POST', order.url, order.body)).added
      account.askAgain()
    }))
  // Told once another file can be taken in.
  if (saved) added.value = taken
  input.value = ''
}
</script>

<template>
  <section>
    <h3>{{ say('scout.files') }}</h3>
    <p class="links">
      <a :href="`/api/scout/finds.csv?yardId=${yard?.id}`" download>{{ say('scout.csvOut') }}</a>
      <a :href="`/api/scout/finds.geojson?yardId=${yard?.id}`" download>{{ say('scout.geoOut') }}</a>
      <label class="link">
        {{ say('scout.takeIn') }}
        <input type="file" class="visually-hidden" accept=".csv,.json,.geojson,text/csv" @change="take" />
      </label>
    </p>
    <p v-if="added !== undefined" role="status">{{ say('scout.taken', { added }) }}</p>
    <p v-if="unread" class="stop" role="alert">{{ say('scout.notAFile') }}</p>
    <FaultList class="small" :faults="faults" />
  </section>
</template>

<style scoped>
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  margin: 0.4rem 0;
}
ul {
  padding-left: 1.1rem;
}
.link:focus-within {
  outline: 2px solid var(--clay);
}
</style>
