<script setup lang="ts">
import { computed, toRef } from 'vue'
import FigureText from '../kit/FigureText.vue'
import { newId } from '../kit/api.ts'
import { type OpenRecord, useSeason } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import RatingPart from './RatingPart.vue'
import RecordPhotos from './RecordPhotos.vue'
import { useAfter } from './useAfter.ts'

/** What follows a pass: plan against done, water, when to judge and to repeat, ratings, pictures. */
const props = defineProps<{ record: OpenRecord }>()
const { say, day, quantity } = useWords()
const after = useAfter(toRef(props, 'record'))
const { watering, expectation, deviations } = after
const season = useSeason()
const form = useForm()
const asking = form.saving
/** What the person says of the day's water goes into the record, as an amendment. */
const settleWater = (waterAfterMm: number) =>
  form.save(() =>
    season.amend(props.record.id, {
      id: newId(),
      reason: say('ledger.askedWater'),
      changes: { waterAfterMm },
    }),
  )
const told = computed(() =>
  deviations.value.map((d) =>
    say('ledger.deviation', {
      what: d.what,
      later: String(d.by > 0),
      days: Math.abs(d.by),
      by: quantity(Math.abs(d.by), 'ratio'),
      planned: typeof d.planned === 'string' ? d.planned : quantity(d.planned.value, d.planned.unit),
      done: typeof d.done === 'string' ? d.done : quantity(d.done.value, d.done.unit),
    }),
  ),
)
</script>

<template>
  <section class="after">
    <h3>{{ say('ledger.after') }}</h3>
    <ul v-if="told.length" class="small">
      <li v-for="t in told" :key="t">{{ t }}</li>
    </ul>
    <p v-else-if="record.planned" class="quiet small">{{ say('ledger.asPlanned') }}</p>
    <p v-if="watering && !record.wateredInOn" class="small">
      {{
        say('ledger.watering', {
          state: watering.enoughOn ? 'enough' : watering.daysToWater < 0 ? 'missed' : 'open',
          on: watering.enoughOn ?? '',
          by: watering.waterBy,
          least: { value: watering.leastIn, unit: 'in' },
          left: { value: watering.leftIn, unit: 'in' },
        })
      }}
      <FigureText :figure="watering.fallen" :title="say('ledger.fallen')" />
      {{ say('ledger.fallenSince') }}
      <span v-if="watering.askMm" class="ask">
        {{ say('ledger.askWater', { depth: { value: watering.askMm, unit: 'mm' } }) }}
        <button type="button" class="link" :disabled="asking" @click="settleWater(watering.askMm)">
          {{ say('ledger.waterAfter') }}
        </button>
        <button type="button" class="link" :disabled="asking" @click="settleWater(0)">
          {{ say('ledger.waterBefore') }}
        </button>
      </span>
      <span v-if="watering.washed" class="caution">{{
        say('ledger.washed', {
          day: watering.washed.day,
          depth: { value: watering.washed.depthIn, unit: 'in' },
        })
      }}</span>
    </p>
    <p v-if="expectation" class="small">
      {{
        say('shelf.expect', {
          sign: say(`symptom.${expectation.signs[0]!.kind}`),
          from: day(expectation.signs[0]!.from),
          judge: day(expectation.judgeFrom),
          until: day(expectation.judgeTo),
          repeat: expectation.repeatFrom ? day(expectation.repeatFrom) : 'none',
          left: expectation.passesLeft === 0 ? 'last' : (expectation.passesLeft ?? 'none'),
        })
      }}
    </p>
    <RatingPart :record="record" :after="after" />
    <RecordPhotos :record="record" />
  </section>
</template>

<style scoped>
.after {
  border-top: 1px solid var(--rule);
  margin-top: 0.8rem;
  padding-top: 0.4rem;
}
.ask {
  display: block;
}
.ask .link {
  margin-right: 1rem;
}
.caution {
  color: var(--ember-text);
}
</style>
