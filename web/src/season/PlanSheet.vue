<script setup lang="ts">
import { computed } from 'vue'
import { computeEvents, type JudgedProgramme } from '@jardinero/core/season'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { useSprinklerOutput } from './useSprinklerOutput.ts'
import { usePlanContext } from './usePlanContext.ts'

/** The plan as a printed page: every day with what to do, and the cautions. Seen on paper only. */
const props = defineProps<{ judged: JudgedProgramme }>()
const { yard } = useYard()
const { context } = usePlanContext()
const { say, day: sayDay } = useWords()
const output = useSprinklerOutput()
const events = computed(() =>
  computeEvents(props.judged.programme, props.judged.passes, {
    ...context.value,
    ...(output.value && { outputMmPerHour: output.value }),
  }),
)
</script>

<template>
  <section class="sheet">
    <h2>{{ say('season.planSheet', { yard: yard?.name ?? '' }) }}</h2>
    <table class="rows">
      <tbody>
        <tr v-for="e in events" :key="e.id">
          <th scope="row">{{ sayDay(e.from, 'weekday') }}</th>
          <td>
            <strong>{{ say(`season.event.${e.code}`, e.params) }}</strong><br />{{
              say(`season.event.${e.code}.says`, e.params)
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p>{{ say('season.caution') }} {{ say('caution.labelIsLaw') }}</p>
  </section>
</template>

<style scoped>
.sheet {
  display: none;
}
@media print {
  .sheet {
    display: block;
    margin-top: 1rem;
  }
}
</style>
