<script setup lang="ts">
import { computed } from 'vue'
import FigureText from '../kit/FigureText.vue'
import SaidText from '../kit/SaidText.vue'
import { useWords } from '../kit/session.ts'
import PlateLarge from './PlateLarge.vue'
import PlantPlate from './plate/PlantPlate.vue'
import { usePlants } from './usePlants.ts'
import type { UsedKeying } from './useKeying.ts'

/** The plants still possible as plates, and what separates the first two. */
const props = defineProps<{ keying: UsedKeying }>()
const { say } = useWords()
const { plantOf } = usePlants()
const { chosen } = props.keying
const { result, shareOf } = props.keying.found
const shown = computed(() => result.value.candidates.filter((c, i) => i < 2 || c.share > 0.015).slice(0, 6))
const separators = computed(() => result.value.separators.slice(0, 4))
const ring = computed(
  () => separators.value.find((s) => !s.answered)?.character ?? separators.value[0]?.character,
)
const states = (character: string, codes: string[]) =>
  codes.map((s) => say(`state.${character}.${s}`)).join(' / ')
const odd = computed(() => {
  const found = result.value.odd
  return (
    found && {
      character: found.character,
      params: {
        state: say(`state.${found.character}.${found.state}`),
        plant: say(`plant.${result.value.candidates[0]!.code}`),
        expected: states(found.character, found.expected),
      },
    }
  )
})
</script>

<template>
  <section>
    <p v-if="odd" class="odd" role="status">
      <SaidText code="scout.key.odd" :params="odd.params" />
      <button class="link" @click="chosen = odd.character">{{ say('frame.change') }}</button>
    </p>
    <h2>{{ say('scout.key.stillPossible') }}</h2>
    <ol class="plates">
      <li v-for="(c, i) in shown" :key="c.code" :class="{ first: i < 2 }">
        <PlateLarge v-if="i < 2" :plant="c.code" :beside="shown[1 - i]?.code" :ring="ring" />
        <PlantPlate v-else :plant="c.code" small :label="say(`plant.${c.code}`)" />
        <p>
          <strong>{{ say(`plant.${c.code}`) }}</strong>
          <FigureText :figure="shareOf(c.code)" :title="say(`plant.${c.code}`)" />
        </p>
        <p class="quiet small">
          <i>{{ plantOf(c.code)?.botanical }}</i>
        </p>
      </li>
    </ol>
    <h2>{{ say('scout.key.apart') }}</h2>
    <ul class="apart">
      <li v-for="s in separators" :key="s.character">
        <button class="link" @click="chosen = s.character">{{ say(`trait.${s.character}`) }}</button>
        <span
          ><strong>{{ say(`plant.${shown[0]!.code}`) }}</strong> {{ states(s.character, s.first) }}</span
        >
        <span
          ><strong>{{ say(`plant.${shown[1]!.code}`) }}</strong> {{ states(s.character, s.second) }}</span
        >
        <span v-if="s.needsHead" class="quiet small">{{ say('scout.key.needsHeadMark') }}</span>
      </li>
    </ul>
    <p v-if="!separators.length && shown[1]" class="quiet">
      {{
        say('scout.key.notApart', {
          first: say(`plant.${shown[0]!.code}`),
          second: say(`plant.${shown[1].code}`),
        })
      }}
    </p>
  </section>
</template>

<style scoped>
.odd {
  border-left: 3px solid var(--ember);
  padding-left: 0.7rem;
  margin-bottom: 1rem;
}
.plates {
  list-style: none;
  margin: 0.5rem 0 1.2rem;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.8rem 1.2rem;
}
.plates li.first {
  grid-column: span 2;
}
.plates p {
  display: flex;
  justify-content: space-between;
  gap: 0.6rem;
  border-top: 1px solid var(--rule);
  padding-top: 0.25rem;
}
.plates p.small {
  border: 0;
  padding: 0;
}
.apart {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}
.apart li {
  display: grid;
  grid-template-columns: 8.5rem 1fr 1fr auto;
  gap: 0.3rem 1rem;
  padding: 0.45rem 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.92rem;
}
.apart .link {
  justify-self: start;
  text-align: left;
}
@media (max-width: 60rem) {
  .plates {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .apart li {
    grid-template-columns: 1fr;
  }
}
</style>
