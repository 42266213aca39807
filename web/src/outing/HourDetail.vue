<script setup lang="ts">
import type { JudgedHour } from '@jardinero/core/outing'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { shutParams } from './shutParams.ts'

/** One hour ahead: the air, and everything that shuts it, each with who set the limit. */
defineProps<{ hour: JudgedHour }>()
const { timeZone } = useYard()
const { say, quantity, time } = useWords()
</script>

<template>
  <section class="hour" aria-live="polite">
    <p>
      <strong>{{ time(hour.at, timeZone) }}</strong>{{
        say('outing.air', {
          wind: quantity(hour.wind, 'm/s'),
          gust: quantity(hour.gust, 'm/s'),
          air: quantity(hour.temperatureC, 'degC'),
          delta: quantity(hour.deltaT, 'deltaC'),
          humidity: quantity(hour.humidity, 'ratio'),
          rain: quantity(hour.rainMm, 'mm'),
        })
      }}
    </p>
    <ul v-if="hour.shuts.length">
      <li v-for="s in hour.shuts" :key="s.code">
        {{ say(`shut.${s.code}`, shutParams(s, time, timeZone)) }}
      </li>
    </ul>
    <p v-else class="open">{{ say('outing.keepsAll') }}</p>
    <ul v-if="hour.cautions.length" class="cautions">
      <li v-for="c in hour.cautions" :key="c.code">{{ say(`caution.${c.code}`, c.params) }}</li>
    </ul>
  </section>
</template>

<style scoped>
.hour {
  border-left: 3px solid var(--rule);
  padding: 0.2rem 0 0.2rem 0.9rem;
  margin: 0.9rem 0;
}
ul {
  margin: 0.3rem 0;
  padding-left: 1.1rem;
}
.open {
  color: var(--moss);
}
.cautions {
  color: var(--ember-text);
}
</style>
