<script setup lang="ts">
import { computed } from 'vue'
import type { Limit, PassLimits } from '@jardinero/core/outing'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'

/** The limits the hours are held against, each with who set it. */
const props = defineProps<{ limits: PassLimits }>()
const { say, quantity } = useWords()
const rows = computed(() => {
  const { wind, gust, airMost, airLeast, deltaT, rainfast, washOff, keepOff } = props.limits
  const all: [string, Limit | undefined, string][] = [
    ['wind', wind, 'm/s'],
    ['gust', gust, 'm/s'],
    ['airMost', airMost, 'degC'],
    ['airLeast', airLeast, 'degC'],
    ['deltaT', deltaT, 'deltaC'],
    ['rainfast', rainfast, 'h'],
    ['washOff', washOff, 'mm'],
    ['keepOff', keepOff, 'h'],
  ]
  return all.flatMap(([name, limit, unit]) =>
    limit
      ? [
          {
            name,
            value: unit === 'h' ? say('outing.hours', { hours: limit.value }) : quantity(limit.value, unit),
            by: say(`outing.by.${limit.from.by}`, { label: '', ...limit.from }),
          },
        ]
      : [],
  )
})
</script>

<template>
  <RestRow :name="say('outing.limits')">
    <table>
      <tbody>
        <tr v-for="r in rows" :key="r.name">
          <th scope="row">{{ say(`outing.limit.${r.name}`) }}</th>
          <td class="value">{{ r.value }}</td>
          <td>{{ r.by }}</td>
        </tr>
      </tbody>
    </table>
  </RestRow>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  font-weight: 400;
  text-align: left;
}
td,
th {
  padding: 0.12rem 0.4rem 0.12rem 0;
  vertical-align: top;
}
.value {
  color: var(--ink);
  white-space: nowrap;
}
</style>
