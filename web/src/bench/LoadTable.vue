<script setup lang="ts">
import { computed } from 'vue'
import type { TankDose, TankMix } from '@jardinero/core/bench'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { alikeLoads } from './alikeLoads.ts'
import { useTools } from './useTools.ts'

/** All loads at a look, and their sums: planned and as measured, product by product. */
const props = defineProps<{ mix: TankMix; current?: number }>()
const { say } = useWords()
const { toolName, amountSays, partsSay, stockSays } = useTools()
const groups = computed(() => alikeLoads(props.mix.loads))
const named = (product: number) => props.mix.products[product]!.name
const withOne = ({ product, measured }: TankDose) =>
  say('bench.measuredWith', {
    label: named(product),
    tool: toolName(measured.tool),
    full: measured.fills?.full ?? 0,
  })
const withTwo = ({ product, measured }: TankDose) =>
  say('bench.measuredWithTwo', { label: named(product), parts: partsSay(measured) })
function measuredSays(dose: TankDose): string {
  const { parts, stock } = dose.measured
  if (stock) return stockSays(stock, named(dose.product))
  return parts ? withTwo(dose) : withOne(dose)
}
</script>

<template>
  <div class="scroll">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ say('bench.load') }}</th>
          <th>{{ say('bench.water') }}</th>
          <th>{{ say('bench.covers') }}</th>
          <template v-if="mix.products.length === 1">
            <th>{{ say('bench.planned') }}</th>
            <th>{{ say('bench.measure') }}</th>
            <th>{{ say('bench.error') }}</th>
          </template>
          <th v-for="p in mix.products.length > 1 ? mix.products : []" :key="p.index">{{ p.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ load, first, last } in groups"
          :key="first"
          :class="{ current: current !== undefined && first <= current && current <= last }"
        >
          <td>
            {{ first === last ? first + 1 : say('bench.loadsAlike', { first: first + 1, last: last + 1 }) }}
          </td>
          <td><FigureText :figure="load.water" /></td>
          <td><FigureText :figure="load.covers" /></td>
          <template v-if="mix.products.length === 1">
            <td><FigureText :figure="load.doses[0]!.planned" /></td>
            <td>
              <FigureText :figure="load.doses[0]!.measured.amount" as-is />
              <span v-if="load.doses[0]!.measured.stock" class="quiet small off">{{
                amountSays(load.doses[0]!.measured)
              }}</span>
            </td>
            <td><FigureText :figure="load.doses[0]!.measured.error" /></td>
          </template>
          <td v-for="d in mix.products.length > 1 ? load.doses : []" :key="d.product">
            <FigureText :figure="d.measured.amount" as-is />
            <span class="quiet small off"><FigureText :figure="d.measured.error" /></span>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td>{{ say('bench.together') }}</td>
          <td><FigureText :figure="mix.water" /></td>
          <td><FigureText :figure="mix.treated" /></td>
          <template v-if="mix.products.length === 1">
            <td><FigureText :figure="mix.products[0]!.planned" /></td>
            <td><FigureText :figure="mix.products[0]!.measured" as-is /></td>
            <td />
          </template>
          <td v-for="p in mix.products.length > 1 ? mix.products : []" :key="p.index">
            <FigureText :figure="p.measured" as-is />
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
  <p class="quiet small">
    {{ mix.loads[0]!.doses.map(measuredSays).join(' ') }}
  </p>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
td,
th {
  padding-right: 0.9rem;
  white-space: nowrap;
}
tfoot td {
  font-weight: 650;
}
.off {
  margin-left: 0.5rem;
}
.current td:first-child {
  border-left: 3px solid var(--clay);
  padding-left: 0.5rem;
}
</style>
