<script setup lang="ts">
import { computed, onMounted } from 'vue'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useHeld } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import type { Form } from '../kit/useForm.ts'
import type { FirstYard } from './useFirstYard.ts'

const props = defineProps<{ first: FirstYard; form: Form }>()
const { said } = props.first
const account = useAccount()
const held = useHeld()
const { say } = useWords()
const climates = computed(() =>
  account.almanac.climates.map((c) => ({ value: c.code, label: `${c.name}: ${c.kind}` })),
)
onMounted(held.open)
</script>

<template>
  <TextField v-model="said.yardName" :label="say('welcome.yardName')" />
  <div class="pair">
    <NumberField
      v-model="said.latitude"
      :label="say('welcome.latitude')"
      :fault="form.faultAt('latitude')"
      :hint="say('welcome.latitudeHint')"
    />
    <NumberField
      v-model="said.longitude"
      :label="say('welcome.longitude')"
      :fault="form.faultAt('longitude')"
      :hint="say('welcome.longitudeHint')"
    />
  </div>
  <p class="quiet or">{{ say('welcome.or') }}</p>
  <ChoiceField
    v-model="said.climate"
    :label="say('welcome.climate')"
    :options="climates"
    :fault="form.faultAt('climate')"
    :hint="say('welcome.climateHint')"
  />
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1.5rem;
}
.or {
  margin-top: 0.6rem;
}
</style>
