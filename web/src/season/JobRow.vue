<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { JobHistory } from '@jardinero/contract/job'
import { isOpen, type Job } from '@jardinero/core/job'
import type { Judgement } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'
import { tankOfJob, useJobs, useYard } from '../state/index.ts'
import JobStepForm from './JobStepForm.vue'
import { useJobDays } from './useJobDays.ts'

/** One job: what, where, when, how it stands, what stands against it, and what one may do with it. */
const props = defineProps<{ job: Job; judgement?: Judgement | undefined; opened: boolean }>()
const emit = defineEmits<{ keep: [chainId: string] }>()
const { timeZone } = useYard()
const { history } = useJobs()
const { wordsOf, dayOf, stands, lastDay } = useJobDays()
const { say, day: sayDay, time, refusal } = useWords()

const when = computed(() => dayOf(props.job))
const standing = computed(() => stands(props.job))
const line = computed(() =>
  say('job.line', {
    ...wordsOf(props.job),
    stands: isOpen(props.job) ? standing.value : props.job.state,
    mixed: props.job.state === 'mixed',
    dated: Boolean(when.value.day),
    day: when.value.day ?? '',
    limited: Boolean(when.value.latest) && isOpen(props.job),
    latest: lastDay(props.job) ?? '',
    byRule: props.job.when.kind === 'rule',
    mowings: props.job.when.kind === 'after' ? (props.job.when.mowings ?? 0) : 0,
  }),
)
const isChore = computed(() => props.job.task !== 'apply')
const doing = ref<'do' | 'move' | 'skip' | 'reopen' | 'plan'>()
const toBench = computed(() => ({ name: 'bench', query: tankOfJob(props.job) }))
const toShelf = computed(() => ({ name: 'shelf', query: { lawn: props.job.zoneId } }))
const told = ref<JobHistory>()
async function tell(): Promise<void> {
  told.value = told.value ? undefined : await history(props.job.id)
}
if (props.opened) void tell()
</script>

<template>
  <li :class="['job', standing, { opened }]">
    <p class="what">{{ say('job.title', wordsOf(job)) }}</p>
    <p class="quiet small">
      {{ line }}<template v-if="job.note"> · {{ job.note }}</template>
    </p>
    <p v-for="(r, i) in judgement?.refusals ?? []" :key="i" class="stop small">{{ refusal(r) }}</p>
    <p v-for="(c, i) in judgement?.cautions ?? []" :key="`c${i}`" class="mind small">
      {{ say(`caution.${c.code}`, c.params) }}
    </p>
    <p v-if="isOpen(job)" class="presses">
      <Button
        v-if="isChore && standing !== 'waiting'"
        size="small"
        :label="say('job.do')"
        @click="doing = 'do'"
      />
      <RouterLink v-else-if="!isChore && job.products.length" class="link" :to="toBench">{{
        say('job.mix')
      }}</RouterLink>
      <template v-else-if="!isChore">
        <button class="link" @click="doing = 'plan'">{{ say('job.choose') }}</button>
        <RouterLink class="link" :to="toShelf">{{ say('job.toShelf') }}</RouterLink>
      </template>
      <button v-if="job.origin !== 'season'" class="link" @click="doing = 'move'">
        {{ say('job.move') }}
      </button>
      <button class="link" @click="doing = 'skip'">{{ say('job.skip') }}</button>
      <button v-if="job.chain?.step === 0" class="link" @click="emit('keep', job.chain.id)">
        {{ say('job.keep') }}
      </button>
      <button class="link" @click="tell">{{ say('job.history') }}</button>
    </p>
    <p v-else class="presses">
      <button v-if="!job.recordIds.length && job.state !== 'replaced'" class="link" @click="doing = 'reopen'">
        {{ say('job.reopen') }}
      </button>
      <RouterLink v-if="job.recordIds.length" class="link" :to="{ name: 'ledger' }">{{
        say('job.toLedger')
      }}</RouterLink>
      <button class="link" @click="tell">{{ say('job.history') }}</button>
    </p>
    <JobStepForm v-if="doing" :job="job" :kind="doing" @done="doing = undefined" />
    <ul v-if="told" class="small history">
      <li v-for="s in told.steps" :key="s.id">
        {{
          say('job.step', {
            step: s.kind,
            by: s.by,
            named: Boolean(s.by),
            when: time(s.at, timeZone),
            why: s.why,
            reasoned: Boolean(s.why),
            dated: s.kind === 'move' && s.when.kind === 'day',
            day: s.kind === 'move' && s.when.kind === 'day' ? sayDay(s.when.day) : '',
          })
        }}
      </li>
    </ul>
  </li>
</template>

<style scoped>
.job {
  border-top: 1px solid var(--rule);
  padding: 0.7rem 0 0.8rem;
}
.job p {
  margin: 0.15rem 0;
}
.what {
  font-family: var(--serif);
  font-size: 1.12rem;
}
.opened {
  box-shadow: -3px 0 0 var(--clay);
  padding-left: 0.8rem;
}
.waiting .what,
.ahead .what {
  color: var(--quiet);
}
.stop,
.mind {
  color: var(--ember-text);
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.1rem;
  align-items: center;
}
.history {
  margin: 0.4rem 0 0;
  padding-left: 1.1rem;
}
</style>
