<script setup lang="ts">
import { computed, ref } from 'vue'
import { baseBetween, hasPublishedBase } from '@jardinero/core/scout'
import ChoiceField from '../kit/ChoiceField.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { usePlantOptions, usePlants } from '../scout/index.ts'
import { mostWatched } from '@jardinero/core/soil'
import { useWatchedWeeds } from './useWatchedWeeds.ts'

/** Which weeds are watched: those found here, and those added from the almanac. */
const { say, range } = useWords()
const { plants, load, loaded } = usePlants()
const { weeds, codes, add, drop, isOwn } = useWatchedWeeds()
const asOptions = usePlantOptions()
void load()
const choice = ref<string>()
const options = computed(() =>
  asOptions(
    plants.value.filter((p) => p.roles.includes('weed') && p.emergence && !codes.value.includes(p.code)),
  ),
)
const form = useForm()
async function take(code: string | undefined): Promise<void> {
  if (code) await form.save(() => add(code))
  choice.value = undefined
}
</script>

<template>
  <section v-if="loaded">
    <RestRow v-for="w in weeds" :key="w.code" :name="say(`plant.${w.code}`)">
      {{
        say('soil.weedRests', {
          from: { value: w.emergence.soilC[0], unit: 'degC' },
          to: { value: w.emergence.soilC[1], unit: 'degC' },
          base: range(...baseBetween(w.emergence), 'degC'),
          source: hasPublishedBase(w.emergence)
            ? say(`scout.source.${w.emergence.source}`)
            : say('soil.anEstimate'),
          seen: w.seenOn ?? 'none',
          hasSeen: String(Boolean(w.seenOn)),
        })
      }}
      <button v-if="isOwn(w.code)" class="link" @click="form.save(() => drop(w.code))">
        {{ say('frame.remove') }}
      </button>
    </RestRow>
    <p v-if="form.problem.value" class="stop" role="alert">{{ form.problem.value.detail }}</p>
    <ChoiceField
      v-if="codes.length < mostWatched"
      :model-value="choice"
      :label="say('soil.addWeed')"
      :options="options"
      @update:model-value="take"
    />
  </section>
</template>
