<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import ChoiceField from '../kit/ChoiceField.vue'
import { useWords } from '../kit/session.ts'
import StateButtons from './StateButtons.vue'
import type { UsedKeying } from './useKeying.ts'

/** One question with its drawn states, where to look, and the way to another question. */
const props = defineProps<{ keying: UsedKeying; more?: boolean }>()
const { say } = useWords()
const { answer, chosen } = props.keying
const { question, answers, pickable, drawnAs } = props.keying.found
/** A new question is read out and takes the keys, wherever the last one was answered. */
const title = ref<HTMLElement>()
const takeKeys = () => title.value?.focus({ preventScroll: true })
watch(() => question.value?.code, takeKeys, { flush: 'post' })
const others = computed(() => pickable.value.map((c) => ({ value: c.code, label: say(`trait.${c.code}`) })))
</script>

<template>
  <section v-if="question" class="question" aria-live="polite">
    <p v-if="more" class="quiet more">{{ say('scout.key.askOn') }}</p>
    <h2 ref="title" tabindex="-1">{{ say(`ask.${question.code}`) }}</h2>
    <p class="quiet">{{ say(`look.${question.code}`) }}</p>
    <StateButtons
      :key="question.code"
      :character="question"
      :group="drawnAs(question)"
      :picked="answers[question.code]"
      @pick="answer"
    />
    <div class="else">
      <button class="link" @click="answer(null)">{{ say('scout.key.cantSee') }}</button>
      <ChoiceField
        :model-value="question.code"
        :label="say('scout.key.other')"
        :options="others"
        @update:model-value="chosen = $event"
      />
    </div>
  </section>
</template>

<style scoped>
.question h2 {
  font-size: 1.25rem;
  outline: none;
}
.question .quiet {
  margin: 0.2rem 0 0.8rem;
}
.more {
  margin-top: 1.6rem;
}
.else {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 2rem;
  align-items: end;
  margin: 0.7rem 0 1.2rem;
}
.else .field {
  min-width: 14rem;
}
</style>
