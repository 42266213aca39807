<script setup lang="ts">
import { computed, ref } from 'vue'
import { computeRecordedRate } from '@jardinero/core/ledger'
import type { Figure, Refusal } from '@jardinero/core/quantity'
import { findUse } from '@jardinero/core/shelf'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { type OpenRecord, useYard } from '../state/index.ts'
import AfterPass from './AfterPass.vue'
import AmendForm from './AmendForm.vue'

/** One record as the sheet regulators want, printable; amendments under it, the first entry kept. */
const props = defineProps<{ record: OpenRecord }>()
const { yard, timeZone } = useYard()
const { say, quantity, time, number, day: sayDay } = useWords()
const amending = ref(false)
const r = computed(() => props.record)
const q = (value: number | null, unit: string) => (value === null ? '' : quantity(value, unit))
function keepOff({ keepOffUntil, rules }: OpenRecord): string {
  if (!keepOffUntil) return say('ledger.noKeepOff')
  const until = time(keepOffUntil, timeZone.value, 'long')
  return rules.keepOff.untilDry ? say('ledger.untilDry', { until }) : until
}
const rows = computed<[string, string | Figure][]>(() => [
  [
    'when',
    r.value.endedAt
      ? say('ledger.fromTo', {
          from: time(r.value.appliedAt, timeZone.value, 'long'),
          to: time(r.value.endedAt, timeZone.value, 'clock'),
        })
      : time(r.value.appliedAt, timeZone.value, 'long'),
  ],
  ['where', `${yard.value?.name ?? ''}, ${r.value.zoneName}`],
  ['turf', say(`turf.${r.value.turf}`)],
  ['target', r.value.target],
  ['productName', r.value.rules.name],
  ['registration', r.value.rules.registration ?? ''],
  ['actives', r.value.rules.actives.map((a) => a.name).join(', ')],
  ['rate', computeRecordedRate(r.value, r.value.rate.unit)],
  ['area', q(r.value.areaSqFt, 'ft2')],
  ...(r.value.stripSqFt ? [['strip', q(r.value.stripSqFt, 'ft2')] as [string, string]] : []),
  ['total', quantity(r.value.product.value, r.value.product.unit, true)],
  ['water', q(r.value.waterGal, 'gal')],
  ['equipment', r.value.equipment],
  [
    'wind',
    r.value.windMph === null
      ? ''
      : say('ledger.mph', {
          wind: number(r.value.windMph),
          from: r.value.windFrom ? say(`compass.${r.value.windFrom}`) : 'none',
        }),
  ],
  ['air', q(r.value.airC, 'degC')],
  ['applicator', r.value.applicator],
  ['licence', r.value.licence],
  ['wateredIn', r.value.wateredInOn ? sayDay(r.value.wateredInOn, 'long') : say('ledger.notWatered')],
  ['keepOff', keepOff(r.value)],
  ...(r.value.override ? [['against', r.value.override] as [string, string]] : []),
  ['note', r.value.note],
  ['written', `${time(r.value.recordedAt, timeZone.value, 'long')}, ${r.value.recordedBy}`],
])
/** A rate over the label's is recorded as it was, and said. */
const over = computed<Refusal | undefined>(() => {
  const use = findUse(r.value.rules, r.value)
  if (!use || r.value.rate.unit !== use.rate.unit || r.value.rate.value <= use.rate.max * (1 + 1e-9))
    return undefined
  return {
    code: 'overLabelRecorded',
    params: { given: r.value.rate, limit: { value: use.rate.max, unit: use.rate.unit } },
  }
})
const print = () => window.print()
</script>

<template>
  <section class="sheet">
    <p v-if="over" class="stop" role="alert">{{ say('caution.overLabelRecorded', over.params) }}</p>
    <p v-if="record.rules.sample">
      <span class="sample">{{ say('bench.sample') }}</span>
    </p>
    <dl>
      <template v-for="[name, value] in rows" :key="name">
        <dt>{{ say(`ledger.sheet.${name}`) }}</dt>
        <dd>
          <FigureText v-if="typeof value === 'object'" :figure="value" /><template v-else>{{
            value || '–'
          }}</template>
        </dd>
      </template>
    </dl>
    <ol v-if="record.amendments.length" class="amendments">
      <li v-for="a in record.amendments" :key="a.id">
        {{
          say('ledger.amended', {
            when: time(a.madeAt, timeZone, 'long'),
            who: a.madeBy,
            reason: a.reason,
            fields: [
              ...(a.zoneName ? [say('ledger.movedTo', { zone: a.zoneName })] : []),
              ...Object.keys(a.changes).map((f) => say(`ledger.field.${f}`)),
            ].join(', '),
          })
        }}
      </li>
    </ol>
    <p class="actions no-print">
      <button class="link" @click="amending = !amending">{{ say('ledger.amend') }}</button>
      <button class="link" @click="print">{{ say('ledger.print') }}</button>
      <a class="link" :href="`/api/ledger/records/${record.id}/sheet.pdf`" download>{{
        say('ledger.pdf')
      }}</a>
    </p>
    <AfterPass class="no-print" :record="record" />
    <AmendForm v-if="amending" class="no-print" :record="record" @done="amending = false" />
  </section>
</template>

<style scoped>
.sheet {
  padding: 0.4rem 0 1.2rem 1rem;
}
dl {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr) minmax(9.5rem, 1.3fr));
  gap: 0.25rem 1rem;
  margin: 0.4rem 0;
}
dt {
  color: var(--quiet);
  font-size: 0.86rem;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.amendments {
  font-size: 0.9rem;
  border-left: 3px solid var(--wheat);
  padding-left: 1.6rem;
}
.actions {
  display: flex;
  gap: 1.4rem;
}
</style>
