<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import { usualLoss } from '@jardinero/core/season'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'
import { useSoilPrefix } from '../soil/index.ts'
import AnewLine from '../soil/AnewLine.vue'
import SoilProgress from '../soil/SoilProgress.vue'
import { useSaveWords } from '../state/index.ts'
import { useMay } from '../kit/useMay.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import EscapeTable from './EscapeTable.vue'
import PlanSheet from './PlanSheet.vue'
import SchoolRows from './SchoolRows.vue'
import SearchPanel from './SearchPanel.vue'
import SeasonLanes from './SeasonLanes.vue'
import SeasonRests from './SeasonRests.vue'
import WishLine from './WishLine.vue'
import { usePlanStore } from './planStore.ts'
import { usePlanContext } from './usePlanContext.ts'
import { useSeasonAnswer } from './useSeasonAnswer.ts'
import { useShown } from './useShown.ts'

/** Season: the barrier through the year. The answer, the lanes of the plan at hand, the schools beside it. */
const account = useAccount()
const store = usePlanStore()
const prefix = useSoilPrefix()
const { yard } = useYard()
const { half, plan, wishes, context } = usePlanContext()
const { shown, rows, programme, changePass, show, season } = useShown()
const { sentence, proposes, hasLabel } = useSeasonAnswer()
const { say, number, refusal } = useWords()
const may = useMay()
const saveWords = useSaveWords()
const form = useForm()
const plants = usePlants()
void plants.load()

const asking = ref(false)
const reason = ref('')
function ask(): void {
  const school = shown.value?.school
  reason.value = shown.value?.kind === 'draft' || !school ? '' : say('season.reasonSchool', { school })
  asking.value = true
}
async function take(): Promise<void> {
  const { judged, kind, school } = shown.value!
  if (form.refuse(...(reason.value.trim() ? [] : [{ code: 'reasonMissing', field: 'reason', params: {} }])))
    return
  const order = {
    yardId: yard.value!.id,
    half: half.value,
    school: kind === 'school' ? school! : null,
    programme: judged.programme,
    days: judged.passes,
    escaped: judged.judgement.escaped?.value ?? null,
    reason: reason.value.trim(),
  }
  if (!(await form.save(() => account.takePlan(order)))) return
  asking.value = false
  await show(undefined)
}
function move(pass: string, day: Day, dragging: boolean): void {
  store.dragging = dragging
  changePass(pass, { when: { kind: 'day', day } })
}
const isPlan = computed(() => shown.value?.kind === 'plan')
const faults = computed(() => [...new Set((shown.value?.judged.faults ?? []).map((f) => refusal(f)))])
const cautions = computed(() => shown.value?.judged.cautions ?? [])
const label = computed(
  () => context.value.labels.find((l) => l.id === programme.value?.passes[0]?.labelId)?.rules.name ?? '',
)
const print = () => window.print()
</script>

<template>
  <StationPage>
    <template #answer
      ><template v-if="prefix && shown">{{ prefix }}</template
      ><template v-if="proposes">{{ proposes }}</template
      ><SaidText :code="sentence.code" :params="sentence.params"
    /></template>
    <template #actions>
      <RouterLink v-if="!hasLabel" class="button" :to="{ name: 'shelf', query: { at: 'label' } }">{{
        say('season.copyLabel')
      }}</RouterLink>
      <template v-if="shown">
        <Button
          v-if="may('season.write') && !isPlan && !asking && !shown.judged.faults.length"
          :label="say(plan ? 'season.takeAgain' : 'season.take')"
          @click="ask"
        />
        <button v-if="shown.kind === 'draft'" class="link" @click="store.forgetDraft()">
          {{ say('season.dropDraft') }}
        </button>
        <button v-else-if="plan && !isPlan" class="link" @click="show(undefined)">
          {{ say('season.backToPlan') }}
        </button>
        <template v-if="isPlan">
          <a class="link" :href="`/api/season/calendar.ics?yardId=${yard?.id}`" download>{{
            say('season.calendarFile')
          }}</a>
          <button class="link" @click="print">{{ say('season.print') }}</button>
        </template>
        <RouterLink class="link" :to="{ name: 'season', query: { at: 'jobs' } }">{{
          say('job.all')
        }}</RouterLink>
        <span class="quiet">{{
          isPlan ? say('season.taken', { day: plan!.takenAt.slice(0, 10) }) : say('season.dragHint')
        }}</span>
      </template>
    </template>
    <AnewLine />
    <form v-if="asking" class="take" novalidate @submit.prevent="take">
      <TextField v-model="reason" :label="say('season.reason')" :fault="form.faultAt('reason')" />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <p
        v-for="(f, i) in form.faults.value.filter((x) => x.field !== 'reason')"
        :key="i"
        class="stop"
        role="alert"
      >
        {{ f.detail }}
      </p>
      <Button
        type="submit"
        size="small"
        :label="saveWords.named(say('season.take'))"
        :disabled="form.saving.value"
      />
      <button type="button" class="link" @click="asking = false">{{ say('frame.cancel') }}</button>
    </form>
    <p v-for="f in faults" :key="f" class="stop" role="alert">{{ f }}</p>
    <p v-if="!season"><SoilProgress /></p>
    <template v-if="shown && programme && season">
      <WishLine :judged="shown.judged" />
      <SeasonLanes :judged="shown.judged" :programme="programme" :members="season.members" @move="move" />
      <ul v-if="cautions.length" class="cautions small">
        <li v-for="(c, i) in cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
      </ul>
      <EscapeTable v-if="plants.loaded.value" :judged="shown.judged" />
      <SearchPanel />
      <p class="quiet small">
        {{
          say('season.assumes', {
            label,
            sprinkler: String(wishes.sprinkler),
            factor: number(wishes.q10 ?? usualLoss.q10),
          })
        }}
      </p>
      <SchoolRows
        :rows="rows"
        :members="season.members"
        :shown="shown.kind === 'school' ? shown.school : undefined"
        @show="show"
      />
      <PlanSheet :judged="shown.judged" />
    </template>
    <p class="caution small">{{ say('season.caution') }}</p>
    <template #rests><SeasonRests :judged="shown?.judged" :programme="programme" /></template>
  </StationPage>
</template>

<style scoped>
.take {
  max-width: 30rem;
  margin-bottom: 1rem;
}
.cautions {
  color: var(--ember-text);
  padding-left: 1.1rem;
}
.caution {
  color: var(--ember-text);
  margin-top: 1rem;
}
</style>
