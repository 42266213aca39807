<script setup lang="ts">
import Button from 'primevue/button'
import { computed, reactive, ref } from 'vue'
import type { QuickLawn, QuickLawnMade } from '@jardinero/contract/lawns'
import { convert } from '@jardinero/core/quantity'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { send } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useTurfNames } from '../yard/index.ts'

/** A lawn by its address, grass and size alone, as it is told on the telephone. */
const props = defineProps<{ nearYardId: string; clients: string[] }>()
const emit = defineEmits<{ added: [] }>()
const { say } = useWords()
const session = useSession()
const { turf } = useTurfNames()
const form = useForm()
const typed = reactive({
  name: '',
  client: '',
  turf: undefined as string | undefined,
  area: undefined as number | undefined,
})
const unit = computed(() => (session.preferences.units === 'metric' ? 'm2' : 'ft2'))
const made = ref<string>()

async function add(): Promise<void> {
  made.value = undefined
  const order: QuickLawn = {
    name: typed.name,
    client: typed.client,
    lawn: '',
    turf: typed.turf ?? '',
    areaSqFt: convert(typed.area ?? 0, unit.value, 'ft2'),
    nearYardId: props.nearYardId,
  }
  await form.save(async () => {
    const { added } = await send<QuickLawnMade>('POST', '/api/yard/lawns/quick', order)
    made.value = say(added ? 'lawns.quick.added' : 'lawns.quick.there', { name: typed.name })
    Object.assign(typed, { name: '', turf: typed.turf, area: undefined })
    emit('added')
  })
}
</script>

<template>
  <form novalidate @submit.prevent="add">
    <TextField v-model="typed.name" :label="say('lawns.column.name')" :fault="form.faultAt('name')" />
    <ChoiceField
      v-model="typed.turf"
      :label="say('lawns.column.turf')"
      :options="turf"
      :fault="form.faultAt('turf')"
      filter
    />
    <NumberField
      v-model="typed.area"
      :label="say('lawns.quick.size', { unit: say(`unit.${unit}`) })"
      :fault="form.faultAt('areaSqFt')"
    />
    <TextField
      v-model="typed.client"
      :label="say('lawns.quick.client')"
      list="lawn-clients"
      :fault="form.faultAt('client')"
    />
    <datalist id="lawn-clients"><option v-for="c in clients" :key="c" :value="c" /></datalist>
    <Button type="submit" :label="say('lawns.quick.add')" size="small" :disabled="form.saving.value" />
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <p v-else-if="made" role="status">{{ made }}</p>
  </form>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.4rem 1rem;
  align-items: end;
  margin-bottom: 1rem;
}
</style>
