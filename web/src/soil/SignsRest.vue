<script setup lang="ts">
import { computed, ref } from 'vue'
import { signKinds, type SignKind } from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** Signs in nature this person has seen; each says something of the soil, or stands for its day in the schools. */
const account = useAccount()
const { yard, day, today } = useYard()
const { say, day: sayDay } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const adding = ref(false)
const kind = ref<SignKind>('blossom')
const on = ref(day.value < today.value ? day.value : today.value)
const signs = computed(() =>
  account.state.signs.filter((s) => s.yardId === yard.value?.id).toSorted((a, b) => (a.day < b.day ? 1 : -1)),
)
const options = computed(() => signKinds.map((value) => ({ value, label: say(`sign.${value}`) })))
async function save(): Promise<void> {
  const row = { yardId: yard.value!.id, kind: kind.value, day: on.value, note: '' }
  const says = { code: 'outing.note.sign', params: { sign: say(`sign.${row.kind}`) } }
  if (await form.save(() => account.note('signs', row, says))) adding.value = false
}
</script>

<template>
  <section>
    <h3>{{ say('soil.signs') }}</h3>
    <p class="quiet small">{{ say('soil.signsSay') }}</p>
    <ul v-if="signs.length" class="small">
      <li v-for="s in signs" :key="s.id">
        <span>{{ say(`sign.${s.kind}`) }}</span>
        <span>{{ sayDay(s.day) }}</span>
        <button class="link" @click="form.save(() => account.remove('signs', s))">
          {{ say('frame.remove') }}
        </button>
      </li>
    </ul>
    <form v-if="adding" novalidate @submit.prevent="save">
      <ChoiceField
        v-model="kind"
        :label="say('soil.sign')"
        :options="options"
        :hint="say(`sign.${kind}.says`)"
      />
      <TextField v-model="on" type="date" :label="say('soil.day')" :fault="form.faultAt('day')" />
      <button class="link">{{ saveWords.save() }}</button>
      <button type="button" class="link" @click="adding = false">{{ say('frame.cancel') }}</button>
    </form>
    <button v-else class="link small" @click="adding = true">{{ say('soil.addSign') }}</button>
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
  </section>
</template>

<style scoped>
h3 {
  margin-top: 1.2rem;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 0.7rem;
  padding: 0.2rem 0;
}
form .link {
  margin-right: 1rem;
}
</style>
