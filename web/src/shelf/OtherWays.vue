<script setup lang="ts">
import { computed } from 'vue'
import type { RankedAnswer, Tank } from '@jardinero/core/shelf'
import { useSession, useWords } from '../kit/session.ts'
import WayCosts from './WayCosts.vue'
import type { ShelfChoice } from './useChoice.ts'

/** Every way ranked, spraying among them; other sets; and every label that does not go, with its reason. */
const props = defineProps<{ shelf: ShelfChoice }>()
const session = useSession()
const { say, money, refusal } = useWords()
const choice = computed(() => props.shelf.choice.value!)
const list = (names: string[]) => new Intl.ListFormat(session.preferences.locale).format(names)
const because = ({ worst, bestFor, way }: RankedAnswer) => {
  const reason = say(`because.${worst.because}`, worst.params)
  const plant = worst.plant
  return bestFor.length
    ? say('shelf.way.bestFor', { plants: list(bestFor.map((p) => say(`plant.${p}`))), way })
    : say('shelf.way.against', { plant, reason })
}
const tankSays = (tank: Tank) =>
  say('shelf.otherTank', {
    labels: list(tank.products.map((p) => p.product.rules.name)),
    actives: tank.actives.length,
    buy:
      list(tank.products.filter((p) => p.product.source !== 'owned').map((p) => p.product.rules.name)) ||
      'none',
    cost: tank.cents ? money(tank.cents) : 'none',
  })
/** Where the set clears the way for seed: from when, and the chain of it. */
const seedAfter = computed(
  () =>
    props.shelf.weeds.value
      .map((w) => w.acts.find((a) => a.rank > 0))
      .find((act) => act?.because === 'cleanUpThenSeed')?.params,
)
const others = computed(() =>
  [...(choice.value.toBuy ? [choice.value.toBuy] : []), ...choice.value.others].slice(0, 4),
)
const rejected = computed(() =>
  choice.value.judged.filter((j) => j.product.source !== 'sample' && j.refusals.length),
)
</script>

<template>
  <section>
    <h3>{{ say('shelf.ways') }}</h3>
    <ol>
      <li v-for="a in choice.answers" :key="a.way" :class="{ out: a.rank < 0.15 }">
        <strong>{{ say(`shelf.way.${a.way}`) }}</strong> {{ because(a) }}
      </li>
    </ol>
    <p v-if="seedAfter" class="seed">
      {{ say('because.cleanUpThenSeed', seedAfter) }}
      <RouterLink class="link" :to="{ name: 'season', query: { at: 'jobs', chain: 'overseeding' } }">{{
        say('shelf.beginChain')
      }}</RouterLink>
    </p>
    <template v-if="others.length">
      <h3>{{ say('shelf.others') }}</h3>
      <ul>
        <li v-for="(tank, i) in others" :key="i">{{ tankSays(tank) }}</li>
      </ul>
    </template>
    <WayCosts :shelf="shelf" />
    <details v-if="rejected.length">
      <summary>{{ say('shelf.rejected', { count: rejected.length }) }}</summary>
      <dl>
        <template v-for="j in rejected" :key="j.product.id">
          <dt>{{ j.product.rules.name }}</dt>
          <dd v-for="(r, i) in j.refusals.slice(0, 3)" :key="i">{{ refusal(r) }}</dd>
        </template>
      </dl>
    </details>
  </section>
</template>

<style scoped>
h3 {
  margin: 1.2rem 0 0.3rem;
}
.seed {
  margin: 0.6rem 0 0;
}
ol,
ul {
  margin: 0;
  padding-left: 1.3rem;
  display: grid;
  gap: 0.25rem;
}
.out {
  color: var(--quiet);
}
details {
  margin-top: 1rem;
}
summary {
  cursor: pointer;
  font-weight: 600;
}
dt {
  font-weight: 600;
  margin-top: 0.5rem;
}
dd {
  margin: 0;
}
</style>
