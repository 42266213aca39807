<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { LabelsFile, LabelsTaken } from '@jardinero/contract/shelf'
import { kindOf } from '@jardinero/core/shelf'
import FaultList from '../kit/FaultList.vue'
import FigureText from '../kit/FigureText.vue'
import StationPage from '../kit/StationPage.vue'
import { useAccount } from '../state/index.ts'
import { useMay } from '../kit/useMay.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import LongList from '../kit/LongList.vue'
import { useLongList } from '../kit/useLongList.ts'
import LabelsDiffering from './LabelsDiffering.vue'
import { useShelf } from './shelfStore.ts'
import { useStock } from './useStock.ts'

/** Everything on the shelf: the labels copied, what is left of each, and the way in and out as files. */
const router = useRouter()
const account = useAccount()
const shelf = useShelf()
const { say } = useWords()
const may = useMay()
const { stockOf } = useStock()
const form = useForm()
const taken = ref<string>()
const differing = ref<LabelsTaken['differing']>([])
const open = (at?: string, label?: string) =>
  router.push({ name: 'shelf', query: { ...(at && { at }), ...(label && { label }) } })
const rows = computed(() =>
  account.state.labels
    .map((label) => ({ label, stock: stockOf(label) }))
    .toSorted(
      (a, b) =>
        Number(Boolean(b.stock)) - Number(Boolean(a.stock)) ||
        a.label.rules.name.localeCompare(b.label.rules.name),
    ),
)
const list = useLongList(rows, ({ label: { rules } }) =>
  [rules.name, ...rules.actives.map((a) => a.name), say(`labelKind.${kindOf(rules)}`)].join(' '),
)
const { some } = list
const owned = computed(() => rows.value.filter((r) => r.stock && r.stock.left.value > 0).length)
async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  taken.value = undefined
  if (!file) return
  let content: LabelsFile
  try {
    content = JSON.parse(await file.text()) as LabelsFile
  } catch {
    form.refuse({ code: 'notLabelFile', field: 'file', params: { given: file.name } })
    return
  }
  form.clear()
  await form.save(async () => {
    const told = await shelf.takeLabels(content)
    differing.value = told.differing
    taken.value = say('shelf.takenIn', { added: told.added.length, kept: told.kept.length })
  })
}
</script>

<template>
  <StationPage>
    <template #answer>{{ say('shelf.labels.answer', { count: rows.length, owned }) }}</template>
    <template #actions>
      <Button v-if="may('shelf.write')" :label="say('shelf.copyAnother')" @click="open('label')" />
      <button class="link" @click="open()">{{ say('shelf.backToChoice') }}</button>
      <button class="link" @click="open('sheet')">{{ say('shelf.sheetLink') }}</button>
    </template>
    <LongList :list="list" :label="say('shelf.searchLabels')">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ say('shelf.sheet.label') }}</th>
            <th>{{ say('shelf.sheet.actives') }}</th>
            <th>{{ say('shelf.left') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ label, stock } in some" :key="label.id">
            <td>
              <button class="link" @click="open('label', label.id)">{{ label.rules.name }}</button>
              <span v-if="label.rules.sample" class="sample tag">{{ say('bench.sample') }}</span>
            </td>
            <td>
              {{
                kindOf(label.rules) === 'herbicide'
                  ? label.rules.actives
                      .map((a) => say('shelf.sheet.active', { name: a.name, group: a.group ?? '?' }))
                      .join(', ')
                  : say(`labelKind.${kindOf(label.rules)}`)
              }}
            </td>
            <td>
              <FigureText v-if="stock" :figure="stock.left" :title="say('shelf.left')" />
              <span v-else class="quiet">{{ say('shelf.stock.notHere') }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </LongList>
    <template #rests>
      <h3>{{ say('shelf.files') }}</h3>
      <p>
        <a class="link" href="/api/shelf/labels.json" download>{{ say('shelf.filesJson') }}</a>
      </p>
      <p>
        <a class="link" href="/api/shelf/labels.csv" download>{{ say('shelf.filesCsv') }}</a>
      </p>
      <p>
        <a class="link" href="/api/shelf/stock.csv" download>{{ say('shelf.stockCsv') }}</a>
      </p>
      <label class="small"
        >{{ say('shelf.takeIn') }} <input type="file" accept="application/json,.json" @change="takeIn"
      /></label>
      <p v-if="taken" role="status">{{ taken }}</p>
      <LabelsDiffering v-model="differing" />
      <FaultList
        v-if="form.faults.value.length"
        class="small"
        :faults="form.faults.value.slice(0, 8).map((f) => `${f.field}: ${f.detail}`)"
      />
      <p v-else-if="form.problem.value" class="stop small" role="alert">{{ form.problem.value.detail }}</p>
    </template>
  </StationPage>
</template>

<style scoped>
.tag {
  margin-left: 0.6rem;
}
h3 {
  margin: 0.8rem 0 0.3rem;
}
p {
  margin: 0.3rem 0;
}
</style>
