<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { wateringParams, type SpreadPlan } from '@jardinero/core/bench'
import { clockIn, instantAt } from '@jardinero/core/quantity'
import FigureText from '../kit/FigureText.vue'
import TextField from '../kit/TextField.vue'
import { newId } from '../kit/api.ts'
import { useSeason, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import type { Bench } from './useBench.ts'

/** Granules by weight: what goes into the hopper, filling by filling and direction by direction; then the record. */
const props = defineProps<{ bench: Bench; plan: SpreadPlan }>()
const router = useRouter()
const season = useSeason()
const session = useSession()
const { timeZone, today, day } = useYard()
const { say, quantity } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const id = newId()
const spreadId = newId()
const applicator = ref(session.person?.name ?? '')
const print = () => window.print()

async function record(): Promise<void> {
  const b = props.bench
  const on = day.value < today.value ? day.value : today.value
  const order = {
    id,
    spread: {
      id: spreadId,
      zones: b.ground.treated(),
      labelId: b.goods.label.value!.id,
      calibrationId: b.gear.calibration.value!.id,
      day: on,
      rate: b.goods.rate.value!,
      directions: b.choices.value.directions ?? 2,
    },
    appliedAt: instantAt(on, clockIn(new Date(), timeZone.value), timeZone.value),
    applicator: applicator.value,
  }
  const saved = await form.save(() => season.addApplication(order))
  if (saved) await router.push({ name: 'ledger' })
}
</script>

<template>
  <section class="spread">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ say('bench.filling') }}</th>
          <th>{{ say('bench.weigh') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(lb, i) in plan.fillings" :key="i">
          <td>{{ i + 1 }}</td>
          <td class="big">{{ quantity(lb, 'lb') }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td>{{ say('bench.together') }}</td>
          <td><FigureText :figure="plan.total" /></td>
        </tr>
      </tfoot>
    </table>
    <p>
      {{ say('bench.eachDirection') }}
      <FigureText :figure="plan.perDirection" :title="say('bench.eachDirection')" />
    </p>
    <p v-if="plan.watering">
      {{ say('bench.watering', wateringParams(plan.watering)) }}
    </p>
    <ul v-if="plan.cautions.length" class="cautions small">
      <li v-for="(c, i) in plan.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
    </ul>
    <form class="no-print" novalidate @submit.prevent="record">
      <TextField v-model="applicator" :label="say('ledger.applicator')" :fault="form.faultAt('applicator')" />
      <p v-if="form.problem.value" class="stop" role="alert">{{ form.problem.value.detail }}</p>
      <Button type="submit" :label="saveWords.named(say('bench.record'))" :disabled="form.saving.value" />
      <button type="button" class="link" @click="print">{{ say('shelf.print') }}</button>
    </form>
  </section>
</template>

<style scoped>
.big {
  font-family: var(--serif);
  font-size: 1.5rem;
  color: var(--clay);
}
.spread > p {
  margin-top: 0.6rem;
}
.cautions {
  color: var(--ember-text);
  padding-left: 1.1rem;
}
form {
  max-width: 22rem;
  margin-top: 1rem;
}
form .link {
  margin-left: 1rem;
}
</style>
