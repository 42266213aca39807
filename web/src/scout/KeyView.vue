<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import RestRow from '../kit/RestRow.vue'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import FigureText from '../kit/FigureText.vue'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import KeyAnswersGiven from './KeyAnswersGiven.vue'
import KeyPlace from './KeyPlace.vue'
import KeyCandidates from './KeyCandidates.vue'
import KeyQuestion from './KeyQuestion.vue'
import { useKeyAnswer } from './useKeyAnswer.ts'
import { useKeying } from './useKeying.ts'
import { useFirstLawn } from '../yard/index.ts'

/** The key: a question with drawn states, the plants still possible, and what it rests on. */
const router = useRouter()
const account = useAccount()
const { say } = useWords()
const keying = useKeying()
const { state, begun, answer, back, restart } = keying
const { result, question } = keying.found
const { zone, soil, context } = keying.where
const words = useKeyAnswer(keying)
const leader = computed(() => result.value.candidates[0]?.code)
const settled = computed(() => begun.value && result.value.verdict !== 'ask')
const asTurf = computed(() => state.value.ask === 'turf')
const isTurfNow = computed(() => asTurf.value && zone.value?.turf === leader.value)

// The address may ask for the turf of a lawn, as the yard's form does.
const route = useRoute()
const { addLawn } = useFirstLawn()
const { ask, zone: asked } = route.query
if (ask === 'turf' && (state.value.ask !== 'turf' || (asked && asked !== zone.value?.id))) {
  restart('turf')
  if (typeof asked === 'string') state.value.zoneId = asked
}

const keep = () => router.push({ name: 'scout', query: { at: 'keep' } })
/** Whoever came from a station that asks for the grass goes on there; where there is no lawn yet, it becomes the first. */
async function useTurf(): Promise<void> {
  if (zone.value) await account.change('zones', zone.value, { turf: leader.value! })
  else await addLawn(leader.value!)
  const then = route.query['then']
  if (typeof then === 'string' && router.hasRoute(then)) await router.push({ name: then })
}

/** Letters pick a state, x is "can't see", z takes the last answer back. */
useEventListener('keydown', (event: KeyboardEvent) => {
  const typing =
    event.target instanceof HTMLElement &&
    event.target.matches('input, textarea, [role=combobox], [role=listbox]')
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return
  const i = 'abcdefghij'.indexOf(event.key)
  const picked = i >= 0 && event.key.length === 1 ? question.value?.states[i] : undefined
  if (picked) answer(picked)
  else if (event.key === 'x') answer(null)
  else if (event.key === 'z') back()
})
</script>

<template>
  <StationPage wide>
    <template #answer><SaidText :code="words.code" :params="words.params" /></template>
    <template #actions>
      <template v-if="asTurf">
        <Button
          v-if="settled && !isTurfNow"
          :label="say('scout.key.useTurf', { zone: zone?.name ?? say('welcome.firstZone') })"
          @click="useTurf"
        />
        <span v-if="isTurfNow && settled" role="status">{{
          say('scout.key.turfSet', { zone: zone!.name, turf: zone!.turf })
        }}</span>
      </template>
      <Button
        v-else-if="settled"
        :label="say(result.verdict === 'decided' ? 'scout.key.keep' : 'scout.key.keepBoth')"
        @click="keep"
      />
      <button v-else-if="begun" class="link" @click="keep">{{ say('scout.key.keepOpen') }}</button>
      <button v-if="begun" class="link" @click="back()">{{ say('scout.key.back') }}</button>
      <button v-if="begun" class="link" @click="restart(state.ask)">{{ say('scout.key.again') }}</button>
    </template>
    <KeyCandidates v-if="settled" :keying="keying" />
    <KeyQuestion v-if="question" :keying="keying" :more="settled" />
    <KeyCandidates v-if="begun && !settled" :keying="keying" />
    <template #rests>
      <KeyAnswersGiven :keying="keying" />
      <KeyPlace :keying="keying" />
      <RestRow :name="say('scout.key.soil')">
        <template #value><FigureText v-if="soil" :figure="soil" /></template>
        {{ say(soil ? 'scout.key.soilSays' : 'scout.key.soilNone') }}
      </RestRow>
      <RestRow :name="say('scout.key.season')">{{
        say('scout.key.seasonSays', { belt: context.belt, hemisphere: context.hemisphere })
      }}</RestRow>
      <p class="quiet small letters">{{ say('scout.key.letters') }}</p>
    </template>
  </StationPage>
</template>

<style scoped>
.letters {
  margin-top: 0.8rem;
}
@media (max-width: 60rem) {
  .letters {
    display: none;
  }
}
</style>
