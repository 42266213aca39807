<script setup lang="ts">
import { computed } from 'vue'
import { baseBetween, statesOf, type Plant } from '@jardinero/core/scout'
import { useWords } from '../kit/session.ts'
import { usePlants } from './usePlants.ts'

/** Why a plant grows there and what culture would do, hand work, whether a barrier stops it, and what it is taken for. */
const props = defineProps<{ plant: Plant }>()
const { say, quantity, range } = useWords()
const { plantOf, characterOf } = usePlants()
const lookalikes = computed(() =>
  props.plant.lookalikes.flatMap(({ of, by }) => {
    const character = characterOf(by)
    const other = plantOf(of)
    if (!character || !other) return []
    const shows = (p: Plant) =>
      statesOf(p.scores[by], character)
        .map((s) => say(`state.${by}.${s}`))
        .join(' / ')
    return [{ of, trait: say(`trait.${by}`).toLowerCase(), mine: shows(props.plant), theirs: shows(other) }]
  }),
)
const emergence = computed(() => {
  const found = props.plant.emergence
  if (!found) return ''
  return say('scout.find.ofEmergence', {
    least: quantity(found.soilC[0], 'degC'),
    most: quantity(found.soilC[1], 'degC'),
    base: range(...baseBetween(found), 'degC'),
    source: found.source ?? 'none',
    sourceWords: found.source ? say(`scout.source.${found.source}`) : '',
  })
})
</script>

<template>
  <dl class="lore">
    <dt>{{ say('scout.find.why') }}</dt>
    <dd>
      <ul>
        <li v-for="r in plant.reasons" :key="r">
          {{ say(`reason.${r}`) }} <span class="quiet">{{ say(`culture.${r}`) }}</span>
        </li>
      </ul>
    </dd>
    <dt>{{ say('scout.find.hand') }}</dt>
    <dd>
      <p v-for="h in plant.hand" :key="h">{{ say(`hand.${h}`) }}</p>
    </dd>
    <dt>{{ say('scout.find.barrier') }}</dt>
    <dd>
      <strong>{{ say(`barrierStops.${plant.barrier.stops}`) }}</strong>
      {{ plant.barrier.why ? say(`barrierWhy.${plant.barrier.why}`) : '' }}
      <span class="quiet">{{ emergence }}</span>
    </dd>
    <dt>{{ say('scout.find.lookalikes') }}</dt>
    <dd>
      <p v-for="l in lookalikes" :key="l.of">
        {{ say('scout.find.lookalike', { plant: l.of, trait: l.trait, theirs: l.theirs, mine: l.mine }) }}
      </p>
    </dd>
  </dl>
</template>

<style scoped>
.lore {
  display: grid;
  grid-template-columns: 8rem 1fr;
  gap: 0.7rem 1rem;
  margin: 1rem 0 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
ul {
  margin: 0;
  padding-left: 1.1rem;
}
@media (max-width: 60rem) {
  .lore {
    grid-template-columns: 1fr;
    gap: 0.2rem;
  }
  dt {
    margin-top: 0.6rem;
  }
}
</style>
