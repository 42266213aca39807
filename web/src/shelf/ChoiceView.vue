<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import StationPage from '../kit/StationPage.vue'
import { useAccount } from '../state/index.ts'
import { useMay } from '../kit/useMay.ts'
import { useWords } from '../kit/session.ts'
import PlanTank from './PlanTank.vue'
import OtherWays from './OtherWays.vue'
import QuestionRests from './QuestionRests.vue'
import ShelfGrid from './ShelfGrid.vue'
import TankPanel from './TankPanel.vue'
import WhyPanel from './WhyPanel.vue'
import { useChoice } from './useChoice.ts'

/** What clears this lawn: the answer, the grid behind it, the set, and what else would do. */
const router = useRouter()
const account = useAccount()
const shelf = useChoice()
const { choice, tanks, sentence, columns } = shelf
const { say } = useWords()
const may = useMay()
const picked = ref<{ product: string; plant: string }>()
/** One's own products of the set; what waits for the weather is planned for its day. */
const plannable = computed(() => tanks.value[0]?.products.some((p) => p.product.source !== 'sample') ?? false)
const waits = computed(() => (choice.value?.tank ? undefined : choice.value?.later?.day))
const planning = ref(false)
const planned = ref(false)
/** Of another lawn or other weeds nothing is planned yet. */
watch(
  () =>
    JSON.stringify([shelf.treated.value.map((z) => z.id), tanks.value[0]?.products.map((p) => p.product.id)]),
  () => (planned.value = planning.value = false),
)
function plan(saved: boolean): void {
  planning.value = false
  planned.value ||= saved
}
const open = (at: string) => router.push({ name: 'shelf', query: { at } })
const judged = computed(() => columns.value.find((j) => j.product.id === picked.value?.product))
/** The whole tank goes along, where its labels are at hand. */
const toBench = computed(() => {
  const [first] = tanks.value
  if (!first || (choice.value?.later && !choice.value.tank)) return undefined
  return first.products.some((p) => p.product.source !== 'sample') ? shelf.benchOf(first) : undefined
})
</script>

<template>
  <StationPage>
    <template #answer>{{ say(sentence.code, sentence.params) }}</template>
    <template #actions>
      <Button
        v-if="!account.state.labels.length && may('shelf.write')"
        :label="say('shelf.copyFirst')"
        @click="open('label')"
      />
      <Button
        v-else-if="sentence.code === 'shelf.answer.nothingFound'"
        :label="say('shelf.scoutFirst')"
        @click="router.push({ name: 'scout' })"
      />
      <Button
        v-else-if="toBench"
        :label="say('shelf.toBench')"
        @click="router.push({ name: 'bench', query: toBench })"
      />
      <Button
        v-if="may('jobs.write') && waits && plannable && !planned && !planning"
        :label="say('shelf.plan')"
        @click="planning = true"
      />
      <button
        v-else-if="may('jobs.write') && plannable && !planned"
        class="link"
        @click="planning = !planning"
      >
        {{ say('shelf.plan') }}
      </button>
      <span v-if="planned" role="status"
        >{{ say('shelf.planned') }}
        <RouterLink class="link" :to="{ name: 'season', query: { at: 'jobs' } }">{{
          say('job.all')
        }}</RouterLink></span
      >
      <button
        v-if="!shelf.isDemo.value && shelf.weeds.value.length"
        class="link"
        @click="shelf.toggleKinds()"
      >
        {{ say(shelf.asksKinds.value ? 'shelf.onlyMine' : 'shelf.whatKind') }}
      </button>
      <button class="link" @click="open('labels')">{{ say('shelf.labels') }}</button>
      <button class="link" @click="open('sheet')">{{ say('shelf.sheetLink') }}</button>
    </template>
    <PlanTank v-if="planning && tanks[0]" :shelf="shelf" :tank="tanks[0]" :opens-on="waits" @done="plan" />
    <template v-if="choice && shelf.weeds.value.length">
      <ShelfGrid :shelf="shelf" :picked="picked" @pick="(product, plant) => (picked = { product, plant })" />
      <p v-if="!picked" class="quiet small">{{ say('shelf.pickHint') }}</p>
      <WhyPanel v-if="judged && picked" :judged="judged" :plant="picked.plant" />
      <TankPanel v-for="(t, i) in tanks" :key="i" :shelf="shelf" :tank="t" />
      <p v-for="u in choice.uncovered" :key="u.plant" class="stop">
        {{
          say('shelf.uncovered', {
            plant: u.plant,
            best: u.best?.product.rules.name ?? 'none',
            again: 'none',
            ...(u.again && { again: u.again.product.product.rules.name, day: u.again.day }),
          })
        }}
      </p>
      <OtherWays :shelf="shelf" />
    </template>
    <p class="caution small">{{ say('shelf.caution') }}</p>
    <template #rests><QuestionRests :shelf="shelf" /></template>
  </StationPage>
</template>

<style scoped>
.caution {
  color: var(--ember-text);
  margin-top: 1.2rem;
}
</style>
