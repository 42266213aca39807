<script setup lang="ts">
import type { YardId } from '@jardinero/core/quantity'
import { computed, reactive, ref } from 'vue'
import { computeSprinkler, waterKinds, type WaterKind } from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import SprinklerForm from './SprinklerForm.vue'

/** Rain in the person's own gauge, water they gave, and what their sprinklers give. */
const account = useAccount()
const { yard, day, today } = useYard()
const { say, day: sayDay, quantity } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const adding = ref(false)
const testing = ref(false)
const typed = reactive({
  kind: 'rain' as WaterKind,
  day: day.value < today.value ? day.value : today.value,
  by: 'depth',
  depthMm: undefined as number | undefined,
  minutes: undefined as number | undefined,
})
const mine = <T extends { yardId: YardId }>(rows: T[]) => rows.filter((r) => r.yardId === yard.value?.id)
const sprinklers = computed(() =>
  mine(account.state.sprinklers).flatMap((sprinkler) => {
    const output = computeSprinkler(sprinkler)
    return output.ok ? [{ sprinkler, ...output.value }] : []
  }),
)
const waters = computed(() =>
  mine(account.state.waters)
    .toSorted((a, b) => (a.day < b.day ? 1 : -1))
    .slice(0, 6),
)
const chosen = computed(() => sprinklers.value.find((s) => s.sprinkler.id === typed.by))
const depth = computed(() =>
  typed.kind === 'irrigation' && chosen.value
    ? typed.minutes === undefined
      ? undefined
      : (chosen.value.output.value * typed.minutes) / 60
    : typed.depthMm,
)
const kinds = computed(() => waterKinds.map((value) => ({ value, label: say(`water.${value}`) })))
const ways = computed(() => [
  { value: 'depth', label: say('soil.byDepth') },
  ...sprinklers.value.map(({ sprinkler }) => ({ value: sprinkler.id, label: sprinkler.name })),
])
async function save(): Promise<void> {
  const depthMm = depth.value
  if (!(depthMm !== undefined && depthMm >= 0 && depthMm <= 500)) {
    form.refuse({ code: 'waterDepth', field: 'depthMm', params: {} })
    return
  }
  form.refuse()
  const given = typed.kind === 'irrigation' ? chosen.value : undefined
  const row = {
    yardId: yard.value!.id,
    kind: typed.kind,
    day: typed.day,
    depthMm: Math.round(depthMm * 100) / 100,
    sprinklerId: given?.sprinkler.id ?? null,
    minutes: given ? (typed.minutes ?? null) : null,
    note: '',
  }
  const says = { code: 'outing.note.water', params: { depth: { value: row.depthMm, unit: 'mm' } } }
  if (await form.save(() => account.note('waters', row, says))) adding.value = false
}
</script>

<template>
  <section>
    <h3>{{ say('soil.water') }}</h3>
    <p class="quiet small">{{ say('soil.waterSays') }}</p>
    <ul v-if="waters.length" class="small">
      <li v-for="w in waters" :key="w.id">
        <span>{{ say(`water.${w.kind}`) }}</span>
        <span>{{ sayDay(w.day) }}</span>
        <span>{{ quantity(w.depthMm, 'mm') }}</span>
        <button class="link" @click="form.save(() => account.remove('waters', w))">
          {{ say('frame.remove') }}
        </button>
      </li>
    </ul>
    <form v-if="adding" novalidate @submit.prevent="save">
      <ChoiceField v-model="typed.kind" :label="say('soil.waterKind')" :options="kinds" />
      <TextField v-model="typed.day" type="date" :label="say('soil.day')" :fault="form.faultAt('day')" />
      <ChoiceField
        v-if="typed.kind === 'irrigation' && sprinklers.length"
        v-model="typed.by"
        :label="say('soil.measuredBy')"
        :options="ways"
      />
      <NumberField
        v-if="typed.kind === 'irrigation' && chosen"
        v-model="typed.minutes"
        unit="min"
        :label="say('soil.ran')"
        :hint="depth === undefined ? '' : say('soil.makes', { depth: { value: depth, unit: 'mm' } })"
        :fault="form.faultAt('depthMm')"
      />
      <NumberField
        v-else
        v-model="typed.depthMm"
        unit="mm"
        :label="say('soil.waterDepth')"
        :fault="form.faultAt('depthMm')"
      />
      <button class="link">{{ saveWords.save() }}</button>
      <button type="button" class="link" @click="adding = false">{{ say('frame.cancel') }}</button>
    </form>
    <button v-else class="link small" @click="adding = true">{{ say('soil.addWater') }}</button>
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
    <RestRow v-for="s in sprinklers" :key="s.sprinkler.id" :name="s.sprinkler.name">
      <template #value><FigureText :figure="s.output" :title="s.sprinkler.name" /></template>
      {{ say('soil.evenness') }} <FigureText :figure="s.uniformity" :title="s.sprinkler.name" />
      <button class="link apart" @click="form.save(() => account.remove('sprinklers', s.sprinkler))">
        {{ say('frame.remove') }}
      </button>
    </RestRow>
    <SprinklerForm v-if="testing" @done="testing = false" />
    <button v-else class="link small" @click="testing = true">{{ say('soil.addSprinkler') }}</button>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto auto auto;
  gap: 0.7rem;
  padding: 0.2rem 0;
}
form .link {
  margin-right: 1rem;
}
.apart {
  margin-left: 0.8rem;
}
h3 {
  margin-top: 0.4rem;
}
</style>
