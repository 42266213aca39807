<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import type { ChainTemplateRow } from '@jardinero/contract/job'
import { stepsOfChain, usualChains, type ChainStep } from '@jardinero/core/job'
import ChoiceField from '../kit/ChoiceField.vue'
import FaultList from '../kit/FaultList.vue'
import TextField from '../kit/TextField.vue'
import { get, newId, send } from '../kit/api.ts'
import { useForm } from '../kit/useForm.ts'
import { useWords } from '../kit/session.ts'
import { useJobs, useSaveWords, useYard } from '../state/index.ts'
import ChainSteps from './ChainSteps.vue'

/** A chain: begun of a usual one, of one's own, or of one that stands here; its steps edited, and kept to be begun again. */
const props = defineProps<{ from?: string | undefined; usual?: string }>()
const emit = defineEmits<{ done: [] }>()
const { zones, today } = useYard()
const { jobs, begin } = useJobs()
const { say } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const own = ref<ChainTemplateRow[]>([])
const load = async () => void (own.value = await get<ChainTemplateRow[]>('/api/jobs/templates'))
void form.save(load)

const standing = computed(() => jobs.value.find((j) => j.chain?.id === props.from)?.chain?.name)
const choices = computed(() => [
  ...(props.from && standing.value ? [{ value: 'standing', label: standing.value }] : []),
  ...Object.keys(usualChains).map((value) => ({ value, label: say(`job.chain.${value}`) })),
  ...own.value.map((t) => ({ value: t.id, label: t.name })),
])
const chosen = ref<string | undefined>(
  props.from ? 'standing' : props.usual && usualChains[props.usual] ? props.usual : 'renovation',
)
const name = ref('')
const steps = ref<ChainStep[]>([])
const row = computed(() => own.value.find((t) => t.id === chosen.value))
const stepsChosen = (): ChainStep[] =>
  chosen.value === 'standing'
    ? stepsOfChain(jobs.value, props.from!)
    : (row.value?.steps ?? usualChains[chosen.value ?? ''] ?? [])
watch(
  chosen,
  () => {
    name.value = choices.value.find((c) => c.value === chosen.value)?.label ?? ''
    steps.value = JSON.parse(JSON.stringify(stepsChosen())) as ChainStep[]
  },
  { immediate: true },
)
const editing = ref(false)
const zoneId = ref(zones.value[0]?.id)
const day = ref(today.value)
const lawns = computed(() => zones.value.map((z) => ({ value: z.id, label: z.name })))

const start = async () =>
  (await form.save(() =>
    begin({ zoneId: zoneId.value!, name: name.value.trim(), day: day.value, steps: steps.value }),
  )) && emit('done')
/** Kept under its name: over one's own of that choice, else as a new one. */
const keep = () =>
  form.save(async () => {
    const body = { name: name.value.trim(), steps: steps.value }
    const kept = row.value
      ? await send<ChainTemplateRow>('PATCH', `/api/jobs/templates/${row.value.id}`, {
          version: row.value.version,
          ...body,
        })
      : await send<ChainTemplateRow>('POST', '/api/jobs/templates', { id: newId(), ...body })
    await load()
    chosen.value = kept.id
  })
const forget = () =>
  form.save(async () => {
    await send('DELETE', `/api/jobs/templates/${row.value!.id}?version=${row.value!.version}`)
    chosen.value = 'renovation'
    await load()
  })
const shown = ['name', 'day']
</script>

<template>
  <form class="form" novalidate @submit.prevent="start">
    <ChoiceField v-model="chosen" :label="say('job.chainOf')" :options="choices" />
    <p v-if="usualChains[chosen ?? '']" class="quiet small">{{ say(`job.chain.${chosen}.says`) }}</p>
    <TextField v-model="name" :label="say('job.chainName')" :fault="form.faultAt('name')" />
    <ChoiceField v-model="zoneId" :label="say('season.zone')" :options="lawns" />
    <TextField v-model="day" type="date" :label="say('job.chainDay')" :fault="form.faultAt('day')" />
    <ol v-if="!editing" class="outline">
      <li v-for="(s, i) in steps" :key="i">
        {{
          say('job.outline', {
            what:
              s.task === 'apply' ? say('job.role', { role: s.role ?? 'none' }) : say(`job.task.${s.task}`),
            waits: Boolean(s.after),
            step: (s.after?.step ?? 0) + 1,
            least: s.after?.leastDays ?? 0,
            limited: s.after?.mostDays !== null && s.after?.mostDays !== undefined,
            most: s.after?.mostDays ?? 0,
            mowings: s.after?.mowings ?? 0,
          })
        }}
      </li>
    </ol>
    <ChainSteps v-else v-model="steps" :zone-id="zoneId" />
    <button type="button" class="link edit" @click="editing = !editing">
      {{ say(editing ? 'job.outlineAgain' : 'job.editSteps') }}
    </button>
    <FaultList :faults="form.faultsBeside(...shown)" />
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <p class="presses">
      <Button
        type="submit"
        size="small"
        :label="saveWords.named(say('job.save.chain'))"
        :disabled="form.saving.value"
      />
      <button type="button" class="link" @click="keep">{{ say(row ? 'job.keepOver' : 'job.keepAs') }}</button>
      <button v-if="row" type="button" class="link" @click="forget">{{ say('job.forget') }}</button>
      <button type="button" class="link" @click="emit('done')">{{ say('frame.cancel') }}</button>
    </p>
  </form>
</template>

<style scoped>
.outline {
  padding-left: 1.3rem;
  margin: 0.6rem 0;
}
.edit {
  display: inline-block;
  margin-bottom: 0.8rem;
}
.form {
  max-width: 44rem;
  margin: 0.6rem 0 1.2rem;
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.1rem;
  align-items: center;
}
.stop {
  color: var(--ember-text);
}
</style>
