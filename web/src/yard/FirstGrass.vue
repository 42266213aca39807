<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRoute } from 'vue-router'
import ChoiceField from '../kit/ChoiceField.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useAccount, useYard } from '../state/index.ts'
import { useFirstLawn } from './useFirstLawn.ts'
import { useTurfNames } from './useTurfNames.ts'

/** Which grass it is: those of its climate with a drawing, any other by name; who does not know is led to its key, and back. */
const GrassPlate = defineAsyncComponent(() => import('../scout/GrassPlate.vue'))
const account = useAccount()
const route = useRoute()
const { say } = useWords()
const { yard, situation } = useYard()
const { turf: options, otherNames } = useTurfNames()
const { addLawn } = useFirstLawn()
const form = useForm()
const turf = ref<string>()
const isOther = ref(false)
const chosen = computed(() => account.almanac.turf.find((t) => t.code === turf.value))
/** So many of each season are common enough to be shown; where both grow, fewer of each. */
const common = { cool: [4, 0], mild: [3, 2], warm: [0, 5] } as const
const likely = computed(() => {
  const [cool, warm] = common[situation.value.belt]
  const of = (season: 'cool' | 'warm', most: number) =>
    account.almanac.turf.filter((t) => t.season === season).slice(0, most)
  return [...of('cool', cool), ...of('warm', warm)]
})
/** Called as people there call it. */
const nameOf = ({ code, names }: { code: string; names: Record<string, string[]> }) =>
  names[yard.value?.country ?? '']?.[0] ?? say(`turf.${code}`)
const save = (code: string) => form.save(() => addLawn(code))
async function saveOther(): Promise<void> {
  if (form.refuse(...(turf.value ? [] : [{ code: 'missing', field: 'turf', params: {} }]))) return
  await save(turf.value!)
}
</script>

<template>
  <ul class="grasses">
    <li v-for="t in likely" :key="t.code">
      <button type="button" class="choice" :disabled="form.saving.value" @click="save(t.code)">
        <GrassPlate :plant="t.code" />
        <span
          ><strong>{{ nameOf(t) }}</strong> <i class="quiet small">{{ t.botanical }}</i></span
        >
      </button>
    </li>
  </ul>
  <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
  <div class="actions">
    <RouterLink
      class="link"
      :to="{ name: 'scout', query: { at: 'key', ask: 'turf', then: String(route.name) } }"
      >{{ say('needs.noGrass') }}</RouterLink
    >
    <button type="button" class="link" :aria-expanded="isOther" @click="isOther = !isOther">
      {{ say('needs.otherGrass') }}
    </button>
  </div>
  <form v-if="isOther" novalidate @submit.prevent="saveOther">
    <ChoiceField
      v-model="turf"
      :label="say('yard.turf')"
      :options="options"
      :fault="form.faultAt('turf')"
      filter
    />
    <p v-if="chosen" class="quiet small">
      <i>{{ chosen.botanical }}</i>. {{ otherNames(chosen) }}
    </p>
    <Button type="submit" :label="say('needs.use')" :disabled="form.saving.value" />
  </form>
</template>

<style scoped>
.grasses {
  list-style: none;
  margin: 0 0 1rem;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 1.4rem;
  align-items: center;
  margin-top: 1rem;
}
</style>
