<script setup lang="ts">
import { computed } from 'vue'
import { chainRoles, jobTasks, mostChainSteps, useForRole, type ChainStep } from '@jardinero/core/job'
import type { ZoneId } from '@jardinero/core/quantity'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import { useWords } from '../kit/session.ts'
import { useShelf } from '../shelf/index.ts'
import { useAccount, useYard } from '../state/index.ts'

/** The steps of a chain as they are edited: what, with what, and how long after which step. */
const props = defineProps<{ zoneId?: ZoneId | undefined }>()
const model = defineModel<ChainStep[]>({ required: true })
const account = useAccount()
const shelf = useShelf()
const later = 'later'
const { zones } = useYard()
const { say } = useWords()

const tasks = computed(() => [
  ...chainRoles.map((role) => ({ value: `apply.${role}`, label: say('job.role', { role }) })),
  ...jobTasks.filter((t) => t !== 'apply').map((value) => ({ value, label: say(`job.task.${value}`) })),
])
const taskOf = (s: ChainStep) => (s.task === 'apply' ? `apply.${s.role ?? 'postEmergent'}` : s.task)
const change = (i: number, patch: Partial<ChainStep>) =>
  (model.value = model.value.with(i, { ...model.value[i]!, ...patch }))
function setTask(i: number, value: string | undefined): void {
  const [task, role] = (value ?? 'wait').split('.') as [ChainStep['task'], ChainStep['role']?]
  change(i, { task, role: role ?? null, product: null })
}
/** Products whose label has a line for this lawn and this purpose, with its least rate. */
function products(s: ChainStep) {
  const zone = zones.value.find((z) => z.id === props.zoneId)
  const usable = account.state.labels.flatMap(({ id, rules }) => {
    const use = zone && useForRole(rules, s.role, zone, shelf.activeOf)
    return use
      ? [{ value: id as string, label: rules.name, rate: { value: use.rate.min, unit: use.rate.unit } }]
      : []
  })
  return [{ value: later, label: say('job.later'), rate: undefined }, ...usable]
}
function setProduct(i: number, value: string | undefined): void {
  const found = products(model.value[i]!).find((p) => p.value === value)
  change(i, { product: found?.rate ? { labelId: found.value, rate: found.rate } : null })
}
const waits = (i: number) => [
  { value: -1, label: say('job.ownDay') },
  ...model.value.slice(0, i).map((s, k) => ({
    value: k,
    label: say('job.afterStep', {
      step: k + 1,
      what: tasks.value.find((t) => t.value === taskOf(s))?.label ?? '',
    }),
  })),
]
const setAfter = (i: number, step: number | undefined) =>
  change(i, {
    after:
      step === undefined || step < 0
        ? null
        : { leastDays: 0, mostDays: null, mowings: null, ...model.value[i]!.after, step },
  })
const setDays = (i: number, patch: Partial<NonNullable<ChainStep['after']>>) =>
  change(i, { after: { ...model.value[i]!.after!, ...patch } })
/** Steps after one that is taken out wait for what it waited for. */
function remove(i: number): void {
  const gone = model.value[i]!
  model.value = model.value.toSpliced(i, 1).map((s) => {
    if (!s.after || s.after.step < i) return s
    if (s.after.step > i) return { ...s, after: { ...s.after, step: s.after.step - 1 } }
    return { ...s, after: gone.after && { ...s.after, step: gone.after.step } }
  })
}
const add = () =>
  (model.value = [
    ...model.value,
    {
      task: 'wait',
      role: null,
      product: null,
      after: model.value.length
        ? { step: model.value.length - 1, leastDays: 7, mostDays: null, mowings: null }
        : null,
      note: '',
    },
  ])
const whole = (value: number | undefined) => (value !== undefined && value >= 0 ? Math.round(value) : null)
</script>

<template>
  <ol class="steps">
    <li v-for="(s, i) in model" :key="i">
      <ChoiceField
        :model-value="taskOf(s)"
        :label="say('job.stepNumber', { step: i + 1 })"
        :options="tasks"
        @update:model-value="setTask(i, $event)"
      />
      <ChoiceField
        v-if="s.task === 'apply'"
        :model-value="s.product?.labelId ?? later"
        :label="say('job.product')"
        :options="products(s)"
        @update:model-value="setProduct(i, $event)"
      />
      <ChoiceField
        v-if="i > 0"
        :model-value="s.after?.step ?? -1"
        :label="say('job.waitsFor')"
        :options="waits(i)"
        @update:model-value="setAfter(i, $event)"
      />
      <div v-if="s.after" class="days">
        <NumberField
          :model-value="s.after.leastDays"
          :label="say('job.leastDays')"
          @update:model-value="setDays(i, { leastDays: whole($event) ?? 0 })"
        />
        <NumberField
          :model-value="s.after.mostDays ?? undefined"
          :label="say('job.mostDays')"
          @update:model-value="setDays(i, { mostDays: whole($event) })"
        />
        <NumberField
          :model-value="s.after.mowings ?? undefined"
          :label="say('job.mowings')"
          @update:model-value="setDays(i, { mowings: whole($event) || null })"
        />
      </div>
      <button v-if="model.length > 1" type="button" class="link" @click="remove(i)">
        {{ say('job.removeStep', { step: i + 1 }) }}
      </button>
    </li>
  </ol>
  <button v-if="model.length < mostChainSteps" type="button" class="link" @click="add">
    {{ say('job.addStep') }}
  </button>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0.6rem 0;
  padding: 0;
}
.steps li {
  border-top: 1px solid var(--rule);
  padding: 0.5rem 0;
}
.days {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(8rem, 1fr));
  gap: 0 1rem;
}
</style>
