<script setup lang="ts">
import { computed } from 'vue'
import { addDays } from '@jardinero/core/quantity'
import {
  rangeOfLabel,
  resistanceYears,
  type JudgedProgramme,
  type Programme,
  type ProgrammePass,
} from '@jardinero/core/season'
import type { Trend } from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import { useSession, useWords } from '../kit/session.ts'
import { newId } from '../kit/api.ts'
import { ActivesBasis } from '../shelf/index.ts'
import WeedsRest from '../soil/WeedsRest.vue'
import CalendarRest from './CalendarRest.vue'
import FertiliserRest from './FertiliserRest.vue'
import LessonsRest from './LessonsRest.vue'
import PassEditor from './PassEditor.vue'
import PlanHistory from './PlanHistory.vue'
import WishesRest from './WishesRest.vue'
import { useChoices } from './useChoices.ts'
import { usePlanContext } from './usePlanContext.ts'
import { useShown } from './useShown.ts'

/** What the answer of the Season station rests on, each changed in place. */
defineProps<{ judged?: JudgedProgramme | undefined; programme?: Programme | undefined }>()
const session = useSession()
const { say, money } = useWords()
const { context, half, barrierLabels, stoppable, unstoppable, planDay } = usePlanContext()
const { choice, set } = useChoices()
const { programme: shown, change, changePass } = useShown()

const halves = computed(() =>
  (['rising', 'falling'] as const).map((value) => ({ value, label: say(`season.half.${value}`) })),
)
const takeHalf = (value: Trend | undefined) => set({ for: value, school: undefined })
const labels = computed(() => barrierLabels.value.map((l) => ({ value: l.id, label: l.rules.name })))
const edges = computed(() =>
  (['once', 'twice'] as const).map((value) => ({ value, label: say(`season.edges.${value}`) })),
)
const partners = computed(() =>
  (['no', 'yes'] as const).map((value) => ({ value, label: say(`season.withPartner.${value}`) })),
)
const list = (names: string[]) => new Intl.ListFormat(session.preferences.locale).format(names)

/** The labels that a programme’s passes put down. */
const labelsOf = ({ passes }: Programme) => {
  const used = passes.flatMap((p) => [p.labelId, p.partner?.labelId])
  return context.value.labels.filter((l) => used.includes(l.id)).map((l) => l.rules)
}

function addPass(): void {
  const label = context.value.labels.find((l) => l.id === choice.value?.labelId)
  const range = label && rangeOfLabel(label, context.value.zones)
  if (!label || !range) return
  const last = shown.value?.passes.at(-1)
  const pass: ProgrammePass = {
    id: newId(),
    season: half.value,
    when: { kind: 'day', day: addDays(last?.when.kind === 'day' ? last.when.day : planDay.value, 56) },
    labelId: label.id,
    rate: { value: range.min, unit: range.unit },
    zones: range.zones.map((z) => z.id),
    edges: 'once',
  }
  change({ fertiliser: [], ...shown.value, passes: [...(shown.value?.passes ?? []), pass] })
}
const removePass = (id: string) =>
  shown.value && change({ ...shown.value, passes: shown.value.passes.filter((p) => p.id !== id) })
</script>

<template>
  <ChoiceField
    :model-value="half"
    :label="say('season.half')"
    :options="halves"
    @update:model-value="takeHalf"
  />
  <RestRow :name="say('season.weeds')">
    {{ list(stoppable.map((w) => say(`plant.${w.code}`))) }}
    <p v-if="unstoppable.length">
      {{ say('season.cannotStop', { plants: list(unstoppable.map((c) => say(`plant.${c}`))) }) }}
    </p>
  </RestRow>
  <template v-if="judged && programme">
    <PassEditor
      v-for="(pass, i) in programme.passes"
      :key="pass.id"
      :pass="pass"
      :number="i + 1"
      :judged="judged"
      @change="changePass(pass.id, $event)"
      @remove="removePass(pass.id)"
    />
    <ActivesBasis :labels="labelsOf(programme)" />
    <p class="add">
      <button class="link small" @click="addPass">{{ say('season.addPass') }}</button>
    </p>
    <RestRow v-if="judged.annual" :name="say('season.annual')">
      <template #value><FigureText :figure="judged.annual" :title="say('season.annual')" /></template>
      {{ say('season.annualSays') }}
    </RestRow>
    <RestRow v-if="judged.groups.length" :name="say('season.groups')">
      <template #value>{{
        list(judged.groups.map((g) => say('season.groupYears', { group: g.group, years: g.years })))
      }}</template>
      <template v-for="g in judged.groups" :key="g.group">
        <span v-if="g.alone && g.years >= resistanceYears" class="stop">
          {{ say('season.groupAlone', { group: g.group, years: g.years }) }}
        </span>
      </template>
    </RestRow>
    <RestRow v-if="programme.passes.length" :name="say('season.cost')">
      <template #value>{{ money(judged.cost.cents, { whole: true }) }}</template>
      {{ say(judged.cost.known ? 'season.costSays' : 'season.costUnknown') }}
    </RestRow>
    <FertiliserRest :programme="programme" @change="change({ ...programme, fertiliser: $event })" />
  </template>
  <h3>{{ say('season.compareWith') }}</h3>
  <ChoiceField
    :model-value="choice?.labelId"
    :label="say('season.label')"
    :options="labels"
    @update:model-value="set({ label: $event })"
  />
  <ChoiceField
    :model-value="choice?.edges ?? 'once'"
    :label="say('season.edges')"
    :options="edges"
    @update:model-value="set({ edges: $event === 'twice' ? $event : undefined })"
  />
  <ChoiceField
    :model-value="choice?.partner ? 'yes' : 'no'"
    :label="say('season.partner')"
    :options="partners"
    @update:model-value="set({ partner: $event === 'yes' ? $event : undefined })"
  />
  <h3 id="wishes" tabindex="-1">{{ say('season.wishes') }}</h3>
  <LessonsRest />
  <WishesRest :judged="judged" />
  <h3>{{ say('season.watched') }}</h3>
  <WeedsRest />
  <CalendarRest />
  <PlanHistory />
</template>

<style scoped>
h3 {
  margin: 1.1rem 0 0.3rem;
}
.add {
  padding: 0.4rem 0;
}
ul {
  padding-left: 1.1rem;
  margin: 0.2rem 0;
}
</style>
