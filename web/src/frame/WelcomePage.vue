<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import FaultList from '../kit/FaultList.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import WelcomeReading from './WelcomeReading.vue'
import WelcomeTape from './WelcomeTape.vue'
import WelcomeTurf from './WelcomeTurf.vue'
import WelcomeWhere from './WelcomeWhere.vue'
import { useFirstYard } from './useFirstYard.ts'

/** From nothing to the first answer: where, which turf, three taped sides, one reading. */
const steps = [WelcomeWhere, WelcomeTurf, WelcomeTape, WelcomeReading] as const
const codes = ['where', 'turf', 'tape', 'reading'] as const
const session = useSession()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const first = useFirstYard()
const at = ref(0)
const step = computed(() => codes[at.value]!)

async function next(): Promise<void> {
  if (form.refuse(...first.check(step.value))) return
  if (step.value === 'where' && !(await form.save(first.findWhere))) return
  if (at.value < steps.length - 1) return void at.value++
  if (await form.save(first.save)) await router.replace({ name: 'soil', params: { yardId: first.yardId } })
}
const later = async () =>
  (await form.save(first.saveWithoutReading)) &&
  router.replace({ name: 'today', params: { yardId: first.yardId } })
</script>

<template>
  <main class="welcome">
    <p class="quiet">{{ say('welcome.step', { step: at + 1, steps: steps.length }) }}</p>
    <h1>{{ say(`welcome.${step}`, { name: session.person?.name ?? '' }) }}</h1>
    <form novalidate @submit.prevent="next">
      <component :is="steps[at]" :first="first" :form="form" />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <FaultList v-if="step === 'reading'" :faults="form.problem.value?.faults.map((f) => f.detail) ?? []" />
      <div class="actions">
        <Button
          type="submit"
          :label="say(at < steps.length - 1 ? 'welcome.next' : 'welcome.finish')"
          :disabled="form.saving.value"
        />
        <button v-if="at > 0" type="button" class="link" @click="(at--, form.clear())">
          {{ say('welcome.back') }}
        </button>
        <button v-if="step === 'reading'" type="button" class="link" @click="later">
          {{ say('welcome.later') }}
        </button>
      </div>
    </form>
    <p v-if="at === 0" class="quiet small file">
      <RouterLink :to="{ name: 'account' }">{{ say('welcome.haveFile') }}</RouterLink>
    </p>
  </main>
</template>

<style scoped>
.welcome {
  max-width: 44rem;
  margin: 0 auto;
  padding: 8vh 1.5rem 4rem;
}
h1 {
  font-size: clamp(1.4rem, 1rem + 1.6vw, 1.9rem);
  line-height: 1.3;
  margin: 0.4rem 0 1.4rem;
  text-wrap: balance;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 1.2rem;
  align-items: center;
  margin-top: 1.4rem;
}
.file {
  margin-top: 2rem;
}
</style>
