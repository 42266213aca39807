<script setup lang="ts">
import { computed, ref } from 'vue'
import type { RatingRow } from '@jardinero/contract/ledger'
import { computeCover } from '@jardinero/core/ledger'
import FigureText from '../kit/FigureText.vue'
import { type OpenRecord, useAccount } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'
import { useWords } from '../kit/session.ts'
import RatingForm from './RatingForm.vue'
import type { useAfter } from './useAfter.ts'

/** How a pass was rated, each rating with its interval; where it failed, what speaks for why. */
const props = defineProps<{ record: OpenRecord; after: ReturnType<typeof useAfter> }>()
const account = useAccount()
const { say, day, quantity } = useWords()
usePlants()
const adding = ref(false)
const judged = computed(() => props.after.judged.value)
const interval = (e: { low: number; high: number }) =>
  say('ledger.interval', { low: quantity(e.low, 'ratio'), high: quantity(e.high, 'ratio') })
const settle = (row: RatingRow, why: string) =>
  account.change('ratings', row, { why: (row.why === why ? null : why) as RatingRow['why'] })
</script>

<template>
  <section>
    <article v-for="{ rating, verdict, control } in judged" :key="rating.id" class="rating">
      <p class="line">
        <strong>{{ say('ledger.rated', { plant: rating.plant, day: day(rating.day) }) }}</strong>
        <span>{{ say('ledger.cover') }} </span><FigureText :figure="computeCover(rating.treated).value" />
        <span class="quiet small"> {{ interval(computeCover(rating.treated)) }}</span>
        <template v-if="control">
          <span>· {{ say(`ledger.control.${control.method}`) }}</span> <FigureText :figure="control.value" />
          <span class="quiet small"> {{ interval(control) }}</span>
        </template>
        <span>· {{ say('ledger.injury', { injury: rating.injury }) }}</span>
        <button class="link small" @click="account.remove('ratings', rating)">
          {{ say('frame.remove') }}
        </button>
      </p>
      <p v-if="verdict" :class="['verdict', verdict]">
        {{ say(`ledger.verdict.${verdict}`, { plant: rating.plant }) }}
      </p>
      <p v-else class="quiet small">{{ say('refusal.nothingToCompare') }}</p>
      <p v-if="rating.injury > 0 && rating.injury <= 3" class="quiet small">
        {{ say('ledger.injuryGrowsOut') }}
      </p>
      <template v-if="verdict === 'failed' || verdict === 'partly'">
        <p class="small">{{ say(after.causesOf(rating).length ? 'ledger.why' : 'ledger.whyUnknown') }}</p>
        <ul class="causes small">
          <li v-for="c in after.causesOf(rating)" :key="c.code">
            {{ say(`cause.${c.code}`, c.params) }} <em>{{ say(`nextYear.${c.code}`, c.params) }}</em>
            <button class="link" :aria-pressed="rating.why === c.code" @click="settle(rating, c.code)">
              {{ say(rating.why === c.code ? 'ledger.settled' : 'ledger.settle') }}
            </button>
          </li>
        </ul>
      </template>
    </article>
    <RatingForm v-if="adding" :record="record" @done="adding = false" />
    <button v-else class="link" @click="adding = true">{{ say('ledger.rate') }}</button>
  </section>
</template>

<style scoped>
.rating p {
  margin: 0.25rem 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 0.35rem;
}
.verdict {
  padding-left: 0.7rem;
  border-left: 3px solid var(--moss);
}
.verdict.partly {
  border-color: var(--wheat);
}
.verdict.failed {
  border-color: var(--stop);
}
.causes {
  padding-left: 1.1rem;
}
em {
  font-style: normal;
  font-weight: 600;
}
</style>
