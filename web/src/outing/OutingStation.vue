<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import FaultList from '../kit/FaultList.vue'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import AnewLine from '../soil/AnewLine.vue'

import { handOver, useAccount, useYard } from '../state/index.ts'
import { useSession, useWords } from '../kit/session.ts'
import BestWindows from './BestWindows.vue'
import HourDetail from './HourDetail.vue'
import HoursPicture from './HoursPicture.vue'
import PassLimitsRest from './PassLimitsRest.vue'
import WishesForm from './WishesForm.vue'
import { useField } from './field/fieldStore.ts'
import { useOutingAnswer } from './useOutingAnswer.ts'
import { useOutingPass } from './useOutingPass.ts'
import { useWindows } from './useWindows.ts'

/** The right hour for the next pass, and the way out to it. */
const account = useAccount()
const session = useSession()
const field = useField()
const router = useRouter()
const { yard } = useYard()
const { say, refusal } = useWords()
void field.open(session.person!.id)
const outing = useOutingPass()
const { candidates, chosen, choose, time, pace, sprayer } = outing
const windows = useWindows(outing)
const { answer, hours, outcome, wishes } = windows
const said = useOutingAnswer(outing, windows)
const looked = ref<number>()

const options = computed(() => candidates.value.map((c) => ({ value: c.id, label: c.name })))
const usualSwathFt = 4
async function goOut(): Promise<void> {
  await field.take(chosen.value!.tank!, {
    pace: pace.value ?? 240,
    swathFt: sprayer.value?.swathFt ?? usualSwathFt,
    applicator: session.person!.name,
    licence: session.person!.licence,
  })
  await router.push({ name: 'field' })
}
const hold = (from: string, to: string) =>
  account.change('yards', yard.value!, {
    outingWishes: {
      ...wishes.value,
      held: { label: chosen.value!.labels.map((l) => l.name).join(', '), from, to },
    },
  })
const letGo = () => account.change('yards', yard.value!, { outingWishes: { ...wishes.value, held: null } })
const bench = () =>
  router.push({
    name: 'bench',
    query: handOver({ labelIds: chosen.value?.labelIds ?? [], zoneIds: chosen.value?.zoneIds ?? [] }),
  })
</script>

<template>
  <StationPage>
    <template #answer><SaidText :code="said.code" :params="said.params" /></template>
    <template #actions>
      <Button v-if="field.outing" :label="say('outing.goOn')" @click="router.push({ name: 'field' })" />
      <Button v-else-if="chosen?.tank" :label="say('outing.goOut')" @click="goOut" />
      <Button v-else-if="chosen" :label="say('outing.makeTank')" @click="bench" />
      <Button v-else :label="say('outing.toShelf')" @click="router.push({ name: 'shelf' })" />
    </template>
    <AnewLine />
    <template v-if="answer">
      <HoursPicture v-model="looked" :answer="answer" />
      <p class="quiet small">{{ say('outing.legend') }}</p>
      <HourDetail v-if="looked !== undefined && answer.hours[looked]" :hour="answer.hours[looked]!" />
      <template v-if="answer.best.length">
        <h2 class="part">{{ say('outing.bestWindows', { count: answer.best.length }) }}</h2>
        <BestWindows :answer="answer" :after-of="windows.afterOf" @hold="hold" />
      </template>
    </template>
    <FaultList v-else-if="outcome && !outcome.ok" :faults="outcome.refusals.map((r) => refusal(r))" />
    <p v-else-if="!hours.length" class="quiet">
      {{
        windows.isInvented.value
          ? say('outing.noRealWeather')
          : (windows.problem.value ?? say('outing.noHours'))
      }}
    </p>
    <p class="quiet small">{{ say('caution.labelIsLaw') }} {{ say('caution.localRules') }}</p>

    <template #rests>
      <ChoiceField
        v-if="chosen"
        :model-value="chosen.id"
        :label="say('outing.passFor')"
        :options="options"
        @update:model-value="$event && choose($event)"
      />
      <RestRow v-if="time" :name="say('outing.takes')">
        <template #value><FigureText :figure="time" /></template>
        {{ say('outing.takesSay', { zones: outing.treated.value.map((z) => z.name).join(', ') }) }}
      </RestRow>
      <RestRow v-if="wishes.held" :name="say('outing.held')">
        <template #value>
          <button class="link" @click="letGo">{{ say('outing.letGo') }}</button>
        </template>
        {{ said.held }}
      </RestRow>
      <PassLimitsRest v-if="answer" :limits="answer.limits" />
      <WishesForm />
    </template>
  </StationPage>
</template>

<style scoped>
.part {
  margin-top: 1.2rem;
}
</style>
