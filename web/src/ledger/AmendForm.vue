<script setup lang="ts">
import Button from 'primevue/button'
import { computed, reactive } from 'vue'
import type { PassFacts } from '@jardinero/contract/ledger'
import { checkConditions } from '@jardinero/core/outing'
import { judgeApplication } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { connection, newId } from '../kit/api.ts'
import { useCircumstances, useShelf } from '../shelf/index.ts'
import { type OpenRecord, useSaveWords, useSeason, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** A correction with its reason. Only what was changed is sent; the first entry stays. */
const props = defineProps<{ record: OpenRecord }>()
const emit = defineEmits<{ done: [] }>()
const season = useSeason()
const { zones, passesOn } = useYard()
const { around, factsOf } = useCircumstances()
const shelf = useShelf()
const { say, refusal } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const id = newId()
const { record } = props
const typed = reactive({
  reason: '',
  zoneId: record.zoneId,
  product: record.product.value as number | undefined,
  areaSqFt: record.areaSqFt as number | undefined,
  windMph: (record.windMph ?? undefined) as number | undefined,
  wateredInOn: record.wateredInOn ?? '',
  target: record.target,
  note: record.note,
})

/** What its label and its year say of the lawn it is moved to: it is written down all the same, since it went down there. */
const against = computed(() => {
  const zone = zones.value.find((z) => z.id === typed.zoneId)
  if (!zone || zone.id === record.zoneId) return []
  const application = { day: record.day, rules: record.rules, rate: record.rate }
  const ground = {
    id: zone.id,
    name: zone.name,
    turf: zone.turf,
    state: zone.state,
    passes: passesOn(zone.id),
    ...factsOf(zone, record.day),
  }
  const { refusals } = judgeApplication(application, ground, {
    ...around([zone]),
    actives: shelf.almanac.actives,
  })
  return refusals.map((r) => refusal({ code: r.code, params: r.params }))
})

function changes(): Partial<PassFacts> {
  const now: Partial<PassFacts> = {
    product: { value: typed.product ?? NaN, unit: record.product.unit },
    areaSqFt: typed.areaSqFt ?? NaN,
    windMph: typed.windMph ?? null,
    wateredInOn: typed.wateredInOn || null,
    target: typed.target,
    note: typed.note,
  }
  const changed = Object.entries(now).filter(
    ([key, value]) => JSON.stringify(value) !== JSON.stringify(record[key as keyof PassFacts]),
  )
  return Object.fromEntries(changed)
}
async function submit(): Promise<void> {
  const changed = changes()
  const zoneId = typed.zoneId === record.zoneId ? undefined : typed.zoneId
  const nothing =
    zoneId || Object.keys(changed).length ? [] : [{ code: 'nothingChanged', field: '', params: {} }]
  if (form.refuse(...nothing, ...checkConditions(changed))) return
  if (
    await form.save(() =>
      season.amend(record.id, { id, reason: typed.reason, changes: changed, ...(zoneId && { zoneId }) }),
    )
  )
    emit('done')
}
</script>

<template>
  <form novalidate @submit.prevent="submit">
    <ChoiceField
      v-if="zones.length > 1"
      v-model="typed.zoneId"
      :label="say('ledger.field.zone')"
      :options="zones.map((z) => ({ value: z.id, label: z.name }))"
      :fault="form.faultAt('zoneId')"
    />
    <ul v-if="against.length" class="small against">
      <li v-for="r in against" :key="r">{{ r }}</li>
    </ul>
    <div class="grid">
      <TextField
        v-model="typed.wateredInOn"
        type="date"
        :label="say('ledger.field.wateredInOn')"
        :fault="form.faultAt('changes.wateredInOn')"
      />
      <NumberField
        v-model="typed.product"
        :unit="record.product.unit"
        as-is
        :label="say('ledger.field.product')"
        :fault="form.faultAt('changes.product', 'changes.product.value')"
      />
      <NumberField
        v-model="typed.areaSqFt"
        unit="ft2"
        :label="say('ledger.field.areaSqFt')"
        :fault="form.faultAt('changes.areaSqFt')"
      />
      <NumberField
        v-model="typed.windMph"
        :label="say('ledger.wind')"
        :fault="form.faultAt('windMph', 'changes.windMph')"
      />
      <TextField v-model="typed.target" :label="say('ledger.field.target')" />
      <TextField v-model="typed.note" :label="say('ledger.field.note')" />
    </div>
    <TextField v-model="typed.reason" :label="say('ledger.reason')" :fault="form.faultAt('reason')" />
    <p v-if="form.faultAt('')" class="stop" role="alert">{{ form.faultAt('') }}</p>
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <Button
      type="submit"
      :label="
        form.saving.value
          ? say(connection.away ? 'frame.waiting' : 'frame.saving')
          : saveWords.named(say('ledger.amend'))
      "
      :disabled="form.saving.value"
      size="small"
    />
  </form>
</template>

<style scoped>
.against {
  color: var(--stop);
  padding-left: 1.1rem;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 0 1.2rem;
}
</style>
