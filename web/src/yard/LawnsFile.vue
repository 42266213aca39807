<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { mostLawnsText } from '@jardinero/contract/constants'
import type { LawnsOrder, LawnsTaken } from '@jardinero/contract/yard'
import { guessLawnColumns, lawnColumns, type LawnColumns } from '@jardinero/core/yard'
import ChoiceField from '../kit/ChoiceField.vue'
import FaultList from '../kit/FaultList.vue'
import { send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { readText } from './readText.ts'
import { useTurfNames } from './useTurfNames.ts'

/** A firm's list of lawns: first what it would come to, with which column tells what; then all of it, or nothing. */
const props = defineProps<{ nearYardId: string }>()
const emit = defineEmits<{ added: [] }>()
const { say } = useWords()
const form = useForm()
const { turf: turfs } = useTurfNames()
const csv = ref<string>()
const columns = ref<LawnColumns>()
/** No grass for all lines that say none. */
const none = 'none'
const usualTurf = ref<string>(none)
const told = ref<LawnsTaken>()
const added = ref<number>()
const isTooLarge = ref(false)
const heading = ref<string[]>([])
const columnOptions = computed(() => [
  { value: -1, label: say('lawns.noColumn') },
  ...heading.value.map((label, value) => ({ value, label: label || String(value + 1) })),
])
const turfOptions = computed(() => [{ value: none, label: say('lawns.noUsualTurf') }, ...turfs.value])
const faults = computed(() => {
  const problem = form.problem.value
  if (!problem) return []
  return problem.faults.length ? problem.faults.slice(0, 12).map((f) => f.detail) : [problem.detail]
})

async function ask(dryRun: boolean): Promise<void> {
  told.value = undefined
  added.value = undefined
  await form.save(async () => {
    const order: LawnsOrder = {
      csv: csv.value!,
      nearYardId: props.nearYardId,
      columns: columns.value ?? null,
      usualTurf: usualTurf.value === none ? null : usualTurf.value,
      dryRun,
    }
    const taken = await send<LawnsTaken>('POST', '/api/yard/lawns', order)
    if (dryRun) told.value = taken
    else {
      added.value = taken.added
      csv.value = undefined
      emit('added')
    }
  })
}
async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (!file) return
  const text = await readText(file)
  isTooLarge.value = text.length > mostLawnsText
  csv.value = isTooLarge.value ? undefined : text
  form.clear()
  const { default: Papa } = await import('papaparse')
  heading.value =
    Papa.parse<string[]>(text.replace(/^\ufeff/, '').slice(0, 60_000), { preview: 1 }).data[0] ?? []
  // Shown also where the list is refused: then it is what may be wrong.
  columns.value = guessLawnColumns(heading.value)
  if (csv.value !== undefined) await ask(true)
}
function sayColumn(column: (typeof lawnColumns)[number], at: number | undefined): void {
  const { [column]: _, ...others } = columns.value ?? {}
  columns.value = at === undefined || at < 0 ? others : { ...others, [column]: at }
  void ask(true)
}
function sayTurf(turf: string | undefined): void {
  usualTurf.value = turf ?? none
  void ask(true)
}
</script>

<template>
  <section class="lawns">
    <h2>{{ say('lawns.title') }}</h2>
    <p class="quiet">{{ say('lawns.says') }}</p>
    <label class="button">
      {{ say('lawns.choose') }}
      <input type="file" class="visually-hidden" accept=".csv,text/csv,text/plain" @change="choose" />
    </label>
    <p v-if="isTooLarge" class="stop" role="alert">{{ say('lawns.tooLarge') }}</p>
    <template v-if="csv !== undefined">
      <div class="columns">
        <ChoiceField
          v-for="c in lawnColumns"
          :key="c"
          :model-value="columns?.[c] ?? -1"
          :label="say(`lawns.column.${c}`)"
          :options="columnOptions"
          @update:model-value="sayColumn(c, $event)"
        />
        <ChoiceField
          :model-value="usualTurf"
          :label="say('lawns.usualTurf')"
          :options="turfOptions"
          @update:model-value="sayTurf"
        />
      </div>
      <FaultList :faults="faults" />
      <p v-if="told" role="status">
        {{ say('lawns.found', { lawns: told.lawns, properties: told.properties, doubles: told.doubles }) }}
        <Button :label="say('lawns.import')" size="small" :disabled="form.saving.value" @click="ask(false)" />
      </p>
    </template>
    <p v-if="added !== undefined" role="status">{{ say('lawns.added', { added }) }}</p>
  </section>
</template>

<style scoped>
.lawns {
  margin-top: 2.4rem;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0 1.2rem;
  margin-top: 0.8rem;
}
</style>
