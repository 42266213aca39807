<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useAccount, useYard } from '../state/index.ts'
import WhereFields from './WhereFields.vue'
import type { Placed } from './usePlaced.ts'

/** Where the lawn is, of a yard whose place was guessed by the clock. */
const account = useAccount()
const { yard } = useYard()
const { say } = useWords()
const form = useForm()
const placed = ref<Placed | undefined>(yard.value && { ...yard.value })
/** The guess is kept as if it had been said. */
const save = () =>
  form.save(() => {
    const { placeFrom, ...rest } = placed.value!
    const { latitude, longitude, timeZone, climate, town, country, region, elevationM } = rest
    const from = placeFrom === 'clock' ? 'town' : placeFrom!
    const where = { latitude, longitude, timeZone, climate, town, country, region, elevationM }
    return account.change('yards', yard.value!, { ...where, placeFrom: from })
  })
</script>

<template>
  <form novalidate @submit.prevent="save">
    <WhereFields v-model="placed" />
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <Button
      type="submit"
      :label="say(placed?.placeFrom === 'clock' ? 'needs.nearEnough' : 'needs.use')"
      :disabled="form.saving.value"
    />
  </form>
</template>
