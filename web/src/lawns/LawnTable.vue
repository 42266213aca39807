<script setup lang="ts">
import Column from 'primevue/column'
import DataTable, { type DataTableSortEvent } from 'primevue/datatable'
import type { LawnOrder } from '@jardinero/contract/constants'
import type { LawnRow } from '@jardinero/contract/lawns'
import { useWords } from '../kit/session.ts'
import DueMark from './DueMark.vue'

/** Lawns as rows: as many as there are, though only those that are seen are here. */
const props = defineProps<{
  rows: (LawnRow | undefined)[]
  order: LawnOrder
  descending: boolean
}>()
const emit = defineEmits<{
  see: [first: number, last: number]
  all: []
  sort: [order: LawnOrder, descending: boolean]
}>()
/** Chosen lawns and their yards. */
const chosen = defineModel<Map<string, string>>('chosen', { required: true })
const { say, day, quantity, number } = useWords()
const rowPx = 46

/** Which column a heading orders by. */
const orderOf: Record<string, LawnOrder> = {
  yard: 'name',
  client: 'client',
  turf: 'turf',
  areaSqFt: 'area',
  day: 'due',
  escaped: 'risk',
  soilC: 'soil',
}
const fieldOf = (order: LawnOrder) => Object.keys(orderOf).find((f) => orderOf[f] === order)
function sort({ sortField, sortOrder }: DataTableSortEvent): void {
  const order = orderOf[String(sortField)]
  if (order) emit('sort', order, sortOrder === -1)
}
function turn({ id, yardId }: LawnRow): void {
  const next = new Map(chosen.value)
  if (!next.delete(id)) next.set(id, yardId)
  chosen.value = next
}
const place = (row: LawnRow) => ({ name: 'today', params: { yardId: row.yardId } })
</script>

<template>
  <DataTable
    :value="props.rows"
    data-key="id"
    lazy
    scrollable
    scroll-height="min(70vh, 44rem)"
    size="small"
    removable-sort
    :sort-field="fieldOf(order)"
    :sort-order="descending ? -1 : 1"
    :virtual-scroller-options="{
      lazy: true,
      itemSize: rowPx,
      delay: 60,
      onLazyLoad: ({ first, last }) => emit('see', first, last),
    }"
    @sort="sort"
  >
    <Column header-style="width: 2.6rem">
      <template #header
        ><input
          type="checkbox"
          :checked="chosen.size > 0 && chosen.size === rows.length"
          :aria-label="say('lawns.chooseAll', { lawns: rows.length })"
          @change="chosen.size ? (chosen = new Map()) : emit('all')"
      /></template>
      <template #body="{ data }"
        ><input
          v-if="data"
          type="checkbox"
          :checked="chosen.has(data.id)"
          :aria-label="say('lawns.choose.one', { name: `${data.yard} ${data.name}` })"
          @change="turn(data)"
      /></template>
    </Column>
    <Column field="yard" :header="say('lawns.column.name')" sortable>
      <template #body="{ data }">
        <RouterLink v-if="data" :to="place(data)" class="name"
          ><strong>{{ data.yard }}</strong> <span class="quiet">{{ data.name }}</span></RouterLink
        >
        <span v-else class="quiet">…</span>
      </template>
    </Column>
    <Column field="day" :header="say('lawns.due')" sortable>
      <template #body="{ data }">
        <DueMark v-if="data" :due="data.due" :day="data.day && day(data.day)" />
        <span v-if="data?.jobs" class="quiet small jobs">{{ say('lawns.jobs', { jobs: data.jobs }) }}</span>
      </template>
    </Column>
    <Column field="product" :header="say('lawns.product')" class="wide">
      <template #body="{ data }"
        >{{ data?.product
        }}<span v-if="data?.planned" class="quiet small planned">{{ say('lawns.planned') }}</span></template
      >
    </Column>
    <Column field="client" :header="say('lawns.column.client')" sortable class="wide">
      <template #body="{ data }">{{ data?.client }}</template>
    </Column>
    <Column field="turf" :header="say('lawns.column.turf')" sortable class="wide">
      <template #body="{ data }">{{ data && say(`turf.${data.turf}`) }}</template>
    </Column>
    <Column field="areaSqFt" :header="say('lawns.column.area')" sortable>
      <template #body="{ data }"
        ><span v-if="data" class="figure-cell">{{
          data.areaSqFt === null ? say('lawns.noSize') : quantity(data.areaSqFt, 'ft2')
        }}</span></template
      >
    </Column>
    <Column field="escaped" :header="say('lawns.risk')" sortable class="wide">
      <template #body="{ data }"
        ><span v-if="data && data.escaped !== null" class="figure-cell"
          >{{ number(100 * data.escaped, { maximumFractionDigits: 0 }) }} %</span
        ></template
      >
    </Column>
    <Column field="soilC" :header="say('lawns.soil')" sortable class="wide">
      <template #body="{ data }"
        ><span v-if="data && data.soilC !== null" class="figure-cell">{{
          quantity(data.soilC, 'degC')
        }}</span></template
      >
    </Column>
    <Column field="tags" :header="say('lawns.tags')" class="wide">
      <template #body="{ data }"
        ><span v-for="t in data?.tags ?? []" :key="t" class="tag">{{ t }}</span></template
      >
    </Column>
    <template #empty>{{ say('lawns.none') }}</template>
  </DataTable>
</template>

<style scoped>
.name {
  text-decoration: none;
  color: inherit;
  display: block;
}
.name:hover strong {
  text-decoration: underline;
}
.planned,
.jobs {
  margin-left: 0.4rem;
}
.tag {
  border: 1px solid var(--rule);
  border-radius: 0.6rem;
  padding: 0 0.4rem;
  margin-right: 0.3rem;
  font-size: 0.85em;
}
:deep(td),
:deep(th) {
  border-color: var(--rule) !important;
}
:deep(td) {
  height: 46px;
  white-space: nowrap;
}
@media (max-width: 60rem) {
  :deep(.wide) {
    display: none;
  }
}
</style>
