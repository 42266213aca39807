<script setup lang="ts">
import { computed, reactive } from 'vue'
import { noOutingWishes } from '@jardinero/contract/constants'
import type { FamilyTime, OutingWishes } from '@jardinero/contract/outing'
import type { OwnLimits } from '@jardinero/core/outing'
import { convert } from '@jardinero/core/quantity'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import WishList from '../season/WishList.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** Limits of one's own, the mower's day, and when somebody is on the lawn. */
const account = useAccount()
const { yard } = useYard()
const { say, day: sayDay, weekday } = useWords()
const form = useForm()
const wishes = computed<OutingWishes>(() => yard.value?.outingWishes ?? noOutingWishes)
const typed = reactive({
  day: '',
  weekday: undefined as number | undefined,
  from: '15:00',
  to: '18:00',
  note: '',
})

const change = (patch: Partial<OutingWishes>) =>
  form.save(() => account.change('yards', yard.value!, { outingWishes: { ...wishes.value, ...patch } }))
const limitOf = (name: keyof OwnLimits, unit: 'mph' | 'degC') =>
  computed({
    get: () => {
      const value = wishes.value.limits[name]
      return value === undefined || unit === 'degC' ? value : convert(value, 'm/s', 'mph')
    },
    set: (value: number | undefined) => {
      const { [name]: _, ...others } = wishes.value.limits
      const stored = value === undefined || unit === 'degC' ? value : convert(value, 'mph', 'm/s')
      if (stored !== wishes.value.limits[name])
        void change({ limits: stored === undefined ? others : { ...others, [name]: stored } })
    },
  })
const wind = limitOf('wind', 'mph')
const gust = limitOf('gust', 'mph')
const airMost = limitOf('airMostC', 'degC')
const airLeast = limitOf('airLeastC', 'degC')
const days = computed(() => Array.from({ length: 7 }, (_, value) => ({ value, label: weekday(value) })))
const mowDays = computed(() => [{ value: -1, label: say('outing.noMowDay') }, ...days.value])
const hourOf = (clock: string) => {
  const [h, m] = clock.split(':').map(Number)
  return (h ?? 0) + (m ?? 0) / 60
}
const clockOf = (hour: number) =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`
const familyRows = computed(() =>
  wishes.value.family.map((f) =>
    say('outing.familySays', {
      when: f.day ? sayDay(f.day, 'weekday') : weekday(f.weekday ?? 0),
      weekly: String(!f.day),
      from: clockOf(f.fromHour),
      to: clockOf(f.toHour),
      note: f.note || 'none',
    }),
  ),
)
async function addFamily(done: () => void): Promise<void> {
  const dated = /^\d{4}-\d{2}-\d{2}$/.test(typed.day)
  const entry: FamilyTime = {
    day: dated ? typed.day : null,
    weekday: dated ? null : (typed.weekday ?? null),
    fromHour: hourOf(typed.from),
    toHour: hourOf(typed.to),
    note: typed.note,
  }
  const faults = [
    ...(entry.day === null && entry.weekday === null
      ? [{ code: 'dayMissing', field: 'day', params: {} }]
      : []),
    ...(entry.toHour > entry.fromHour ? [] : [{ code: 'endsBeforeStart', field: 'to', params: {} }]),
  ]
  if (!form.refuse(...faults) && (await change({ family: [...wishes.value.family, entry] }))) done()
}
</script>

<template>
  <RestRow :name="say('outing.ownLimits')">
    <NumberField
      v-model="wind"
      unit="mph"
      :label="say('outing.windMost')"
      :fault="form.faultAt('outingWishes.limits.wind')"
    />
    <NumberField
      v-model="gust"
      unit="mph"
      :label="say('outing.gustMost')"
      :fault="form.faultAt('outingWishes.limits.gust')"
    />
    <NumberField
      v-model="airMost"
      unit="degC"
      :label="say('outing.airMost')"
      :fault="form.faultAt('outingWishes.limits.airMostC')"
    />
    <NumberField
      v-model="airLeast"
      unit="degC"
      :label="say('outing.airLeast')"
      :fault="form.faultAt('outingWishes.limits.airLeastC')"
    />
    {{ say('outing.ownLimitsSay') }}
  </RestRow>
  <RestRow :name="say('outing.mower')">
    <ChoiceField
      :model-value="wishes.mowWeekday ?? -1"
      :label="say('outing.mowDay')"
      :options="mowDays"
      @update:model-value="change({ mowWeekday: ($event ?? -1) < 0 ? null : $event! })"
    />
    <TextField
      :model-value="wishes.lastMown ?? ''"
      type="date"
      :label="say('outing.lastMown')"
      @update:model-value="/^\d{4}-\d{2}-\d{2}$|^$/.test($event) && change({ lastMown: $event || null })"
    />
  </RestRow>
  <WishList
    :name="say('outing.family')"
    :rows="familyRows"
    :add="say('outing.addFamily')"
    @remove="change({ family: wishes.family.filter((_, i) => i !== $event) })"
    @save="addFamily"
  >
    <TextField v-model="typed.day" type="date" :label="say('outing.onDay')" :fault="form.faultAt('day')" />
    <ChoiceField v-model="typed.weekday" :label="say('outing.orWeekly')" :options="days" />
    <TextField v-model="typed.from" type="time" :label="say('outing.from')" />
    <TextField v-model="typed.to" type="time" :label="say('outing.to')" :fault="form.faultAt('to')" />
    <TextField v-model="typed.note" :label="say('ledger.note')" />
  </WishList>
  <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
</template>
