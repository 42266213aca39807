<script setup lang="ts">
import { computed } from 'vue'
import type { Find } from '@jardinero/contract/scout'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import { useYard } from '../state/index.ts'
import FormActions from '../state/FormActions.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import PlanPoint from './PlanPoint.vue'
import { useFindForm, type FindStart } from './useFindForm.ts'

/** A find: plant, place, stage, amount, note. */
const props = defineProps<{ find?: Find | undefined; start?: FindStart }>()
const emit = defineEmits<{ done: [find?: Find] }>()
const { say, quantity } = useWords()
const { zones, places } = useYard()
const start: FindStart = props.start ?? {
  plant: null,
  candidates: [],
  answers: {},
  zoneId: zones.value[0]?.id ?? '',
  placeId: null,
}
const { typed, cover, stages, row } = useFindForm(start, props.find, (saved) => emit('done', saved))
const { form } = row

const plantOptions = computed(() => {
  const candidates = (props.find ?? start).candidates.map((c) => c.code)
  const codes = [...new Set([...(typed.plant === 'unsure' ? [] : [typed.plant]), ...candidates])]
  const unsure = candidates.length > 1 ? [{ value: 'unsure', label: say('scout.form.unsure') }] : []
  return [...codes.map((value) => ({ value, label: say(`plant.${value}`) })), ...unsure]
})
const zoneOptions = computed(() => zones.value.map((z) => ({ value: z.id, label: z.name })))
const placeOptions = computed(() => [
  { value: 'none', label: say('scout.form.noPlace') },
  ...places.value.filter((p) => p.zoneId === typed.zoneId).map((p) => ({ value: p.id, label: p.name })),
])
const stageOptions = computed(() => stages.value.map((value) => ({ value, label: say(`stage.${value}`) })))
const amountOptions = computed(() =>
  (['count', 'grid', 'notCounted'] as const).map((value) => ({
    value,
    label: say(`scout.form.amount.${value}`),
  })),
)
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <ChoiceField
      v-model="typed.plant"
      :label="say('scout.form.plant')"
      :options="plantOptions"
      :fault="form.faultAt('plant')"
    />
    <ChoiceField
      v-if="zones.length > 1"
      v-model="typed.zoneId"
      :label="say('scout.form.zone')"
      :options="zoneOptions"
      @update:model-value="typed.placeId = 'none'"
    />
    <ChoiceField v-model="typed.placeId" :label="say('scout.form.place')" :options="placeOptions" />
    <div class="pair">
      <TextField
        v-model="typed.foundOn"
        type="date"
        :label="say('scout.form.day')"
        :fault="form.faultAt('foundOn')"
      />
      <ChoiceField v-model="typed.stage" :label="say('scout.form.stage')" :options="stageOptions" />
      <NumberField
        v-if="typed.stage === 'seedling' || typed.stage === 'leaves'"
        v-model="typed.leafCount"
        :label="say('scout.form.leaves')"
        :fault="form.faultAt('leafCount')"
      />
      <NumberField
        v-if="typed.stage === 'tillers'"
        v-model="typed.tillerCount"
        :label="say('scout.form.tillers')"
        :fault="form.faultAt('tillerCount')"
      />
    </div>
    <ChoiceField v-model="typed.kind" :label="say('scout.form.how')" :options="amountOptions" />
    <NumberField
      v-if="typed.kind === 'count'"
      v-model="typed.count"
      :label="say('scout.form.count')"
      :fault="form.faultAt('amount.count')"
    />
    <div v-if="typed.kind === 'grid'" class="pair">
      <NumberField
        v-model="typed.hits"
        :label="say('scout.form.hits')"
        :fault="form.faultAt('amount.hits')"
      />
      <NumberField
        v-model="typed.points"
        :label="say('scout.form.points')"
        :fault="form.faultAt('amount.points')"
      />
    </div>
    <p v-if="typed.kind === 'grid'" class="quiet small">{{ say('scout.form.gridHint') }}</p>
    <p v-if="cover" role="status">
      <FigureText :figure="cover.cover" :title="say('scout.find.amount')" />
      <span class="small quiet">{{
        say('scout.amount.grid', {
          low: quantity(cover.low.value, 'ratio'),
          high: quantity(cover.high.value, 'ratio'),
          points: typed.points ?? 0,
        })
      }}</span>
    </p>
    <NumberField
      v-model="typed.wantedShare"
      unit="ratio"
      :label="say('scout.form.wanted')"
      :hint="say('scout.form.wantedHint')"
      :fault="form.faultAt('wantedShare')"
    />
    <PlanPoint v-model="typed.at" />
    <TextField v-model="typed.note" :label="say('scout.form.note')" :fault="form.faultAt('note')" />
    <FormActions :row="row" />
  </form>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 1rem;
}
</style>
