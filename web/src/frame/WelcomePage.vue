<script setup lang="ts">
import { computed } from 'vue'
import { useRouter, type RouteLocationRaw } from 'vue-router'
import { newId } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useAccount, useHeld } from '../state/index.ts'
import { placeOfClock } from '../yard/index.ts'
import WayDrawing from './WayDrawing.vue'

/** What brings one here: each way goes straight to its answer; what it must know is asked there, once. */
const ways = {
  weed: { name: 'scout', query: { at: 'key' } },
  timing: { name: 'soil' },
  product: { name: 'shelf', query: { at: 'label', begin: 'product' } },
  year: { name: 'season', query: { begin: 'year' } },
} satisfies Record<string, RouteLocationRaw>
type Way = keyof typeof ways
const session = useSession()
const account = useAccount()
const held = useHeld()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const yardId = newId()
const isFirst = computed(() => !held.opening?.yardCount)
void held.open()
/** Asked for while one still reads: the first search of the day takes a second. */
const guess = placeOfClock().catch(() => undefined)

/** Where the clock tells nothing of the place, its middle is guessed: it is asked for before anything rests on it. */
const unknownPlace = () => {
  const [climate] = account.almanac.climates
  const { latitude, longitude, code } = climate!
  return { latitude, longitude, timeZone: 'UTC', climate: code, placeFrom: 'clock' as const }
}
async function begin(way: Way): Promise<void> {
  const worked = await form.save(async () => {
    await held.open()
    const placed = (await guess) ?? unknownPlace()
    const name = isFirst.value
      ? say('welcome.myYard')
      : say('welcome.anotherYard', { n: (held.opening?.yardCount ?? 0) + 1 })
    await account.add('yards', { name, ...placed, timingSchool: 'edgeLed' }, yardId)
  })
  if (worked) await router.replace({ ...ways[way], params: { yardId } })
}
</script>

<template>
  <main class="welcome">
    <h1>
      {{ say(isFirst ? 'welcome.question' : 'welcome.questionAgain', { name: session.person?.name ?? '' }) }}
    </h1>
    <p class="quiet">{{ say('welcome.questionSays') }}</p>
    <ul>
      <li v-for="(_, way) in ways" :key="way">
        <button type="button" class="choice" :disabled="form.saving.value" @click="begin(way)">
          <WayDrawing :way="way" />
          <span
            ><strong>{{ say(`welcome.way.${way}`) }}</strong>
            <span class="quiet">{{ say(`welcome.way.${way}.says`) }}</span></span
          >
        </button>
      </li>
    </ul>
    <p v-if="form.saving.value" class="quiet" role="status">{{ say('welcome.making') }}</p>
    <p v-if="form.problem.value" class="stop" role="alert">{{ form.problem.value.detail }}</p>
    <p class="quiet small file">
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
  font-size: clamp(1.5rem, 1rem + 2vw, 2.1rem);
  line-height: 1.3;
  margin: 0 0 0.4rem;
  text-wrap: balance;
}
ul {
  list-style: none;
  margin: 1.6rem 0 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--rule);
}
li:last-child {
  border-bottom: 1px solid var(--rule);
}
.file {
  margin-top: 2rem;
}
</style>
