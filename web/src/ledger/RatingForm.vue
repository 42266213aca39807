<script setup lang="ts">
import Button from 'primevue/button'
import { computed, reactive } from 'vue'
import { checkRating, type GridCount } from '@jardinero/core/ledger'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { type OpenRecord, useAccount, useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'
import { useWatchedWeeds } from '../soil/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** A rating by counts on a grid: points that met the weed, of all looked at; the same on an untreated patch and before where there are such. */
const props = defineProps<{ record: OpenRecord }>()
const emit = defineEmits<{ done: [] }>()
const account = useAccount()
const { day, today } = useYard()
const { codes } = useWatchedWeeds()
const { say, has } = useWords()
const saveWords = useSaveWords()
usePlants()
const form = useForm()
const plants = computed(() => {
  const listed = [
    ...(props.record.rules.weeds?.controls ?? []),
    ...(props.record.rules.weeds?.suppresses ?? []),
  ]
  const found = account.state.finds
    .filter((f) => f.zoneId === props.record.zoneId)
    .flatMap((f) => f.plant ?? [])
  return [...new Set([...found, ...codes.value, ...listed])]
    .filter((code) => has(`plant.${code}`))
    .map((value) => ({ value, label: say(`plant.${value}`) }))
})
const before = account.state.ratings.filter((r) => r.recordId === props.record.id).at(-1)
const typed = reactive({
  plant: before?.plant ?? (undefined as string | undefined),
  day: day.value < today.value ? day.value : today.value,
  points: 100 as number | undefined,
  treated: undefined as number | undefined,
  treatedBefore: before?.treatedBefore?.hits ?? (undefined as number | undefined),
  check: undefined as number | undefined,
  checkBefore: before?.checkBefore?.hits ?? (undefined as number | undefined),
  injury: 0 as number | undefined,
  note: '',
})
const count = (hits: number | undefined): GridCount | null =>
  hits === undefined ? null : { hits, points: typed.points ?? NaN }

async function submit(): Promise<void> {
  const row = {
    recordId: props.record.id,
    plant: typed.plant ?? '',
    day: typed.day,
    treated: count(typed.treated) ?? { hits: NaN, points: typed.points ?? NaN },
    treatedBefore: count(typed.treatedBefore),
    check: count(typed.check),
    checkBefore: count(typed.checkBefore),
    injury: typed.injury ?? 0,
    why: null,
    note: typed.note,
  }
  const faults = [
    ...(typed.plant ? [] : [{ code: 'plantMissing', field: 'plant', params: {} }]),
    ...checkRating(row),
  ]
  if (form.refuse(...faults)) return
  const says = { code: 'outing.note.rating', params: { plant: say(`plant.${row.plant}`) } }
  if (await form.save(() => account.note('ratings', row, says))) emit('done')
}
</script>

<template>
  <form novalidate @submit.prevent="submit">
    <p class="small quiet">{{ say('ledger.gridHint') }}</p>
    <div class="grid">
      <ChoiceField
        v-model="typed.plant"
        :label="say('ledger.ratedPlant')"
        :options="plants"
        filter
        :fault="form.faultAt('plant')"
      />
      <TextField v-model="typed.day" type="date" :label="say('ledger.day')" :fault="form.faultAt('day')" />
      <NumberField v-model="typed.points" :label="say('ledger.points')" />
      <NumberField
        v-model="typed.treated"
        :label="say('ledger.hitsTreated')"
        :fault="form.faultAt('treated')"
      />
      <NumberField v-model="typed.check" :label="say('ledger.hitsCheck')" :fault="form.faultAt('check')" />
      <NumberField
        v-model="typed.treatedBefore"
        :label="say('ledger.hitsTreatedBefore')"
        :fault="form.faultAt('treatedBefore')"
      />
      <NumberField
        v-model="typed.checkBefore"
        :label="say('ledger.hitsCheckBefore')"
        :fault="form.faultAt('checkBefore')"
      />
      <NumberField
        v-model="typed.injury"
        :label="say('ledger.injuryField')"
        :fault="form.faultAt('injury')"
      />
      <TextField v-model="typed.note" :label="say('ledger.note')" />
    </div>
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <p class="buttons">
      <Button
        type="submit"
        size="small"
        :label="saveWords.named(say('ledger.keepRating'))"
        :disabled="form.saving.value"
      />
      <button type="button" class="link" @click="emit('done')">{{ say('frame.cancel') }}</button>
    </p>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0 1rem;
}
.buttons {
  display: flex;
  gap: 1.2rem;
}
</style>
