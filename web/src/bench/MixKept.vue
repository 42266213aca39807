<script setup lang="ts">
import type { Tank } from '@jardinero/contract/bench'
import { treatedSqFt } from '@jardinero/core/bench'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { givenFigure } from '../kit/working.ts'

/** What a tank being filled rests on: as it was when it was made; none of it can change now. */
defineProps<{ tank: Tank }>()
const { say, day } = useWords()
</script>

<template>
  <RestRow v-for="g in tank.request.grounds" :key="g.id" :name="g.name">
    <template #value><FigureText :figure="givenFigure(treatedSqFt(g), 'ft2', 'tape')" /></template>
    {{ say('bench.madeOn', { day: day(tank.day, 'long') }) }}
  </RestRow>
  <RestRow v-for="p in tank.result.products" :key="p.index" :name="p.name">
    <template #value><FigureText :figure="p.measuredRate ?? p.concentration" /></template>
    <span v-if="tank.request.products[p.index]!.rules.sample" class="sample">{{ say('bench.sample') }}</span>
    {{ say('bench.measuredCounts') }}
    <template v-for="(year, zoneId) in p.years" :key="zoneId">
      <p v-if="year.share">
        {{ say('bench.yearUse') }} <FigureText :figure="year.share" :title="say('bench.yearUse')" />,
        {{ say('bench.onceDown') }}
      </p>
    </template>
  </RestRow>
  <p class="links">
    <a class="link" :href="`/api/bench/tanks/${tank.id}/sheet.pdf`" download>{{ say('bench.sheetPdf') }}</a>
    <a class="link" :href="`/api/bench/tanks/${tank.id}`" :download="`tank-${tank.day}.json`">{{
      say('bench.asJson')
    }}</a>
    <RouterLink class="link" :to="{ name: 'bench', query: { tank: tank.id } }">{{
      say('bench.share')
    }}</RouterLink>
  </p>
</template>

<style scoped>
.links {
  display: flex;
  gap: 1.2rem;
  padding-top: 0.8rem;
}
</style>
