<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useAccount, useYard } from '../state/index.ts'
import WhereFields from './WhereFields.vue'
import { movedTo, placedOf, type Placed } from './usePlaced.ts'

/** Where the lawn is, of a yard whose place was guessed by the clock. */
const account = useAccount()
const { yard } = useYard()
const { say } = useWords()
const form = useForm()
const placed = ref<Placed | undefined>(yard.value && placedOf(yard.value))
const isGuess = computed(() => placed.value?.placeFrom === 'clock')
/** A clock that no town keeps tells nothing: that is no guess that could be near enough. */
const isKnown = computed(() => Boolean(placed.value && (!isGuess.value || placed.value.town)))
/** The guess is kept as if it had been said. */
const save = () =>
  form.save(() => {
    const where = { ...placed.value!, ...(isGuess.value && { placeFrom: 'town' as const }) }
    return account.change('yards', yard.value!, movedTo(yard.value!, where))
  })
</script>

<template>
  <form novalidate @submit.prevent="save">
    <WhereFields v-model="placed" />
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <Button
      type="submit"
      :label="say(isGuess && isKnown ? 'needs.nearEnough' : 'needs.use')"
      :disabled="form.saving.value || !isKnown"
    />
  </form>
</template>
