<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  checkGround,
  groundOf,
  groundParameters,
  textures,
  type GroundChoices,
  type GroundNumber,
  type Texture,
} from '@jardinero/core/soil'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import RestRow from '../kit/RestRow.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** The ground and turf of a place, down to the parameters of the heat model; what is not said is what is usual for its kind. */
const account = useAccount()
const { places } = useYard()
const { say, quantity } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const placeId = ref<string>()
const typed = ref<Partial<Record<GroundNumber, number | undefined>>>({})
const texture = ref<Texture>('loam')

const shown = computed(() => places.value.find((p) => p.kind === 'middle') ?? places.value[0])
const place = computed(() => places.value.find((p) => p.id === placeId.value))
const names = Object.keys(groundParameters) as GroundNumber[]
/** What a person can measure first; the rest are estimates of the model. */
const measured = ['thatchCm', 'mowingCm', 'density', 'sunlit'] as const
const estimates = names.filter((n) => !measured.some((m) => m === n))
const usual = computed(() => place.value && groundOf(place.value.kind))

function open(id: string): void {
  placeId.value = id
  const now = groundOf(place.value!.kind, place.value!.ground)
  texture.value = now.texture
  typed.value = Object.fromEntries(names.map((n) => [n, now[n]]))
  form.clear()
}
/** Only what differs from the usual is kept. */
const changed = computed((): Partial<GroundChoices> => {
  const base = usual.value!
  const numbers = names.filter(
    (n) => typed.value[n] !== undefined && Math.abs(typed.value[n]! - base[n]) > 1e-9,
  )
  return {
    ...(texture.value !== base.texture && { texture: texture.value }),
    ...Object.fromEntries(numbers.map((n) => [n, typed.value[n]!])),
  }
})
async function save(): Promise<void> {
  if (form.refuse(...checkGround(changed.value))) return
  const ground = Object.keys(changed.value).length ? changed.value : null
  if (await form.save(() => account.change('places', place.value!, { ground }))) placeId.value = undefined
}
const options = computed(() => places.value.map((p) => ({ value: p.id, label: p.name })))
const says = computed(() => {
  const g = shown.value && groundOf(shown.value.kind, shown.value.ground)
  return g
    ? say('soil.groundRests', {
        texture: say(`texture.${g.texture}`),
        mowing: quantity(g.mowingCm, 'cm'),
        thatch: quantity(g.thatchCm, 'cm'),
      })
    : ''
})
</script>

<template>
  <RestRow v-if="shown" :name="say('soil.soil')">
    <template #value>{{ say(`texture.${groundOf(shown.kind, shown.ground).texture}`) }}</template>
    {{ says }}
    <button v-if="!place" class="link" @click="open(shown.id)">{{ say('frame.change') }}</button>
    <form v-if="place" novalidate @submit.prevent="save">
      <ChoiceField
        :model-value="placeId"
        :label="say('soil.place')"
        :options="options"
        @update:model-value="$event && open($event)"
      />
      <ChoiceField
        v-model="texture"
        :label="say('soil.texture')"
        :options="textures.map((t) => ({ value: t, label: say(`texture.${t}`) }))"
      />
      <NumberField
        v-for="n in measured"
        :key="n"
        v-model="typed[n]"
        :unit="groundParameters[n].unit"
        :label="say(`soil.groundPart.${n}`)"
        :hint="say(`soil.groundPart.${n}.says`)"
        :fault="form.faultAt(n, `ground.${n}`)"
      />
      <details>
        <summary>{{ say('soil.groundEstimates') }}</summary>
        <NumberField
          v-for="n in estimates"
          :key="n"
          v-model="typed[n]"
          :unit="groundParameters[n].unit"
          :label="say(`soil.groundPart.${n}`)"
          :fault="form.faultAt(n, `ground.${n}`)"
        />
      </details>
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <button class="link">{{ saveWords.save() }}</button>
      <button type="button" class="link" @click="placeId = undefined">{{ say('frame.cancel') }}</button>
    </form>
  </RestRow>
</template>

<style scoped>
form {
  margin-top: 0.5rem;
}
form > .link {
  margin-right: 1rem;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
