<script setup lang="ts">
import { computed } from 'vue'
import type { LabelsTaken } from '@jardinero/contract/shelf'
import FaultList from '../kit/FaultList.vue'
import { newId } from '../kit/api.ts'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useDifferences } from './useDifferences.ts'

/** Labels of a file that are here under the same name with other figures: which of the two holds is for their owner to say. */
const differing = defineModel<LabelsTaken['differing']>({ required: true })
const account = useAccount()
const { say } = useWords()
const differences = useDifferences()
const form = useForm()
const rows = computed(() =>
  differing.value.flatMap((other) => {
    const own = account.state.labels.find((l) => l.id === other.id)
    return own ? [{ own, other, says: differences(own.rules, other.rules) }] : []
  }),
)
type Row = (typeof rows.value)[number]
const settle = ({ other }: Row) => (differing.value = differing.value.filter((d) => d !== other))
async function take(row: Row): Promise<void> {
  if (await form.save(() => account.change('labels', row.own, { rules: row.other.rules }))) settle(row)
}
async function addBeside(row: Row): Promise<void> {
  if (await form.save(() => account.add('labels', { rules: row.other.rules }, newId()))) settle(row)
}
</script>

<template>
  <section v-if="rows.length" aria-live="polite">
    <h3>{{ say('label.differing', { count: rows.length }) }}</h3>
    <article v-for="row in rows" :key="row.own.id">
      <h4>{{ row.own.rules.name }}</h4>
      <ul class="small">
        <li v-for="(text, i) in row.says" :key="i">{{ text }}</li>
      </ul>
      <p class="acts">
        <button type="button" class="link" @click="take(row)">{{ say('label.differing.take') }}</button>
        <button type="button" class="link" @click="settle(row)">{{ say('label.differing.keep') }}</button>
        <button type="button" class="link" @click="addBeside(row)">
          {{ say('label.differing.beside') }}
        </button>
      </p>
    </article>
    <FaultList
      v-if="form.faults.value.length"
      class="small"
      :faults="form.faults.value.map((f) => f.detail)"
    />
    <p v-else-if="form.problem.value" class="stop small" role="alert">{{ form.problem.value.detail }}</p>
  </section>
</template>

<style scoped>
h4 {
  margin: 0.6rem 0 0.2rem;
}
ul {
  padding-left: 1.1rem;
  margin: 0.2rem 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
}
</style>
