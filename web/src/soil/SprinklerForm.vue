<script setup lang="ts">
import { computed, reactive } from 'vue'
import { convert } from '@jardinero/core/quantity'
import { computeSprinkler } from '@jardinero/core/soil'
import FigureText from '../kit/FigureText.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** A catch-cup test: cups under the sprinkler, how long it ran, what stood in them. */
const emit = defineEmits<{ done: [] }>()
const account = useAccount()
const session = useSession()
const { yard, today } = useYard()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const typed = reactive({ name: '', cups: '', minutes: 30 as number | undefined })
const unit = computed(() => (session.preferences.units === 'us' ? 'in' : 'mm'))
const cupsMm = computed(() =>
  typed.cups
    .split(/[\s;]+|,(?=\s)/)
    .filter(Boolean)
    .map((text) => convert(Number(text.replace(',', '.')), unit.value, 'mm')),
)
const output = computed(() => computeSprinkler({ cupsMm: cupsMm.value, minutes: typed.minutes ?? NaN }))
async function save(): Promise<void> {
  if (!typed.name.trim()) return void form.refuse({ code: 'missing', field: 'name', params: {} })
  if (!output.value.ok) return void form.refuse(...output.value.refusals)
  form.refuse()
  const row = {
    yardId: yard.value!.id,
    name: typed.name.trim(),
    cupsMm: cupsMm.value.map((c) => Math.round(c * 100) / 100),
    minutes: typed.minutes!,
    testedOn: today.value,
  }
  if (await form.save(() => account.add('sprinklers', row))) emit('done')
}
const cupFault = computed(() => form.faults.value.find((f) => f.field?.startsWith('cupsMm'))?.detail)
</script>

<template>
  <form novalidate @submit.prevent="save">
    <TextField v-model="typed.name" :label="say('soil.sprinklerName')" :fault="form.faultAt('name')" />
    <TextField
      v-model="typed.cups"
      :label="say('soil.cups', { unit: say(`unit.${unit}`) })"
      :hint="say('soil.cupsSay')"
      :fault="cupFault"
    />
    <NumberField
      v-model="typed.minutes"
      unit="min"
      :label="say('soil.ran')"
      :fault="form.faultAt('minutes')"
    />
    <p v-if="output.ok" class="small">
      <FigureText :figure="output.value.output" :title="typed.name" /> · {{ say('soil.evenness') }}
      <FigureText :figure="output.value.uniformity" :title="typed.name" />
    </p>
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
    <button class="link">{{ saveWords.save() }}</button>
    <button type="button" class="link" @click="emit('done')">{{ say('frame.cancel') }}</button>
  </form>
</template>

<style scoped>
.link {
  margin-right: 1rem;
}
</style>
