<script setup lang="ts">
import Button from 'primevue/button'
import { useLocalStorage } from '@vueuse/core'
import { reactive } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import { treatedSqFt } from '@jardinero/core/bench'
import { checkConditions } from '@jardinero/core/outing'
import { clockIn, instantAt, addDays } from '@jardinero/core/quantity'
import { kindOf } from '@jardinero/core/shelf'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { connection, newId } from '../kit/api.ts'
import { useSeason, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useStopRecord, type RecordedStop } from './useDrawn.ts'

/** Writes a pass down: when, who, the weather, what was really used. */
const props = defineProps<{ tank: Tank; stop?: RecordedStop | undefined }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const season = useSeason()
const session = useSession()
const { timeZone, today, day } = useYard()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const signature = useLocalStorage(`bench.signature.${session.person?.id}`, { applicator: '', licence: '' })
/** With one product on one lawn, what was really used can be put right at once; else each record is amended in the ledger. */
const only =
  props.tank.mixIds.length === 1 && !props.stop
    ? props.tank.result.products.find(
        (p) => kindOf(props.tank.request.products[p.index]!.rules) === 'herbicide',
      )!
    : undefined
const unit = only?.measured.unit
const typed = reactive({
  day: day.value < today.value ? day.value : today.value,
  clock: clockIn(new Date(), timeZone.value),
  ended: '',
  applicator: signature.value.applicator || (session.person?.name ?? ''),
  licence: signature.value.licence || (session.person?.licence ?? ''),
  windMph: undefined as number | undefined,
  airC: undefined as number | undefined,
  target: '',
  product: only?.measured.value as number | undefined,
  areaSqFt: (only && treatedSqFt(props.tank.request.grounds[0]!)) as number | undefined,
  note: '',
  gal: props.stop?.gal,
})
const id = newId()
const addStop = useStopRecord(props.tank, props.stop)

async function submit(): Promise<void> {
  const { day: passDay, clock, ended, product, windMph, airC, areaSqFt, gal: _, ...said } = typed
  const appliedAt = instantAt(passDay, clock, timeZone.value)
  const endsOn = ended && ended < clock ? addDays(passDay, 1) : passDay
  const common = {
    id,
    ...said,
    appliedAt,
    endedAt: ended ? instantAt(endsOn, ended, timeZone.value) : null,
    windMph: windMph ?? null,
    airC: airC ?? null,
  }
  if (form.refuse(...checkConditions(common))) return
  const saved = await form.save(() =>
    props.stop
      ? addStop(common, typed.gal ?? NaN)
      : unit
        ? season.addRecord({
            ...common,
            mixId: props.tank.mixIds[0]!,
            product: { value: product ?? NaN, unit },
            areaSqFt: areaSqFt ?? NaN,
          })
        : season.addApplication({ ...common, tankId: props.tank.id }),
  )
  if (!saved) return
  signature.value = { applicator: said.applicator, licence: said.licence }
  emit('done')
}
</script>

<template>
  <form class="record" novalidate @submit.prevent="submit">
    <div class="grid">
      <TextField
        v-model="typed.day"
        type="date"
        :label="say('ledger.day')"
        :fault="form.faultAt('appliedAt')"
      />
      <TextField v-model="typed.clock" type="time" :label="say('ledger.started')" />
      <TextField
        v-model="typed.ended"
        type="time"
        :label="say('ledger.ended')"
        :hint="say('ledger.endedHint')"
      />
      <TextField
        v-model="typed.applicator"
        :label="say('ledger.applicator')"
        :fault="form.faultAt('applicator')"
        autocomplete="name"
      />
      <TextField
        v-model="typed.licence"
        :label="say('ledger.licence')"
        :hint="say('ledger.licenceHint')"
        :fault="form.faultAt('licence')"
      />
      <NumberField
        v-if="stop"
        v-model="typed.gal"
        unit="gal"
        :label="say('bench.stopUsed')"
        :fault="form.faultAt('waterGal', 'product.value')"
      />
      <NumberField
        v-if="only && unit"
        v-model="typed.product"
        :unit="unit"
        :label="say('ledger.product', { label: only.name })"
        as-is
        :fault="form.faultAt('product', 'product.value')"
      />
      <NumberField
        v-if="only"
        v-model="typed.areaSqFt"
        unit="ft2"
        :label="say('ledger.area')"
        :fault="form.faultAt('areaSqFt')"
      />
      <NumberField v-model="typed.windMph" :label="say('ledger.wind')" :fault="form.faultAt('windMph')" />
      <NumberField
        v-model="typed.airC"
        unit="degC"
        :label="say('ledger.air')"
        :fault="form.faultAt('airC')"
      />
      <TextField v-model="typed.target" :label="say('ledger.target')" :fault="form.faultAt('target')" />
      <TextField v-model="typed.note" :label="say('ledger.note')" :fault="form.faultAt('note')" />
    </div>
    <p v-if="!only && !stop" class="small">{{ say('bench.recordsMany', { count: tank.mixIds.length }) }}</p>
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <p class="buttons">
      <Button
        type="submit"
        :label="
          form.saving.value
            ? say(connection.away ? 'frame.waiting' : 'frame.saving')
            : saveWords.named(say('bench.record'))
        "
        :disabled="form.saving.value"
      />
      <button type="button" class="link" @click="emit('cancel')">{{ say('frame.cancel') }}</button>
    </p>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0 1.2rem;
}
.buttons {
  display: flex;
  gap: 1.2rem;
  margin-top: 0.8rem;
}
</style>
