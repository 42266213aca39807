<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import ChoiceField from '../kit/ChoiceField.vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useAccount } from '../state/index.ts'
import { useFirstLawn } from './useFirstLawn.ts'
import { useTurfNames } from './useTurfNames.ts'

/** Which grass it is; who does not know is led to its key, and back. */
const account = useAccount()
const route = useRoute()
const { say } = useWords()
const { turf: options, otherNames } = useTurfNames()
const { addLawn } = useFirstLawn()
const form = useForm()
const turf = ref<string>()
const chosen = computed(() => account.almanac.turf.find((t) => t.code === turf.value))
async function save(): Promise<void> {
  if (form.refuse(...(turf.value ? [] : [{ code: 'missing', field: 'turf', params: {} }]))) return
  await form.save(() => addLawn(turf.value!))
}
</script>

<template>
  <form novalidate @submit.prevent="save">
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
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <div class="actions">
      <Button type="submit" :label="say('needs.use')" :disabled="form.saving.value" />
      <RouterLink
        class="link"
        :to="{ name: 'scout', query: { at: 'key', ask: 'turf', then: String(route.name) } }"
        >{{ say('needs.noGrass') }}</RouterLink
      >
    </div>
  </form>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 1.2rem;
  align-items: center;
  margin-top: 1rem;
}
</style>
