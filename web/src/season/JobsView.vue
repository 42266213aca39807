<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { isOpen, type Job } from '@jardinero/core/job'
import StationPage from '../kit/StationPage.vue'
import { useMore } from '../kit/useMore.ts'
import { useWords } from '../kit/session.ts'
import { usePlants } from '../scout/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useYard } from '../state/index.ts'
import ChainForm from './ChainForm.vue'
import JobForm from './JobForm.vue'
import JobRow from './JobRow.vue'
import { useJobDays, useJobJudgement } from './useJobDays.ts'

/** Everything that is meant for this yard, in the order of its days: what is to be done, what waits for it, what was done. */
const route = useRoute()
const router = useRouter()
const { yard } = useYard()
const { jobs, dayOf, stands } = useJobDays()
const { judged } = useJobJudgement()
const { say } = useWords()
void useShelf().load()
void usePlants().load()

const late = '9999'
const byDay = (a: Job, b: Job) => {
  const [dayA, dayB] = [dayOf(a).day ?? late, dayOf(b).day ?? late]
  return dayA < dayB ? -1 : dayA > dayB ? 1 : (a.chain?.step ?? 0) - (b.chain?.step ?? 0)
}
const open = computed(() => jobs.value.filter(isOpen).toSorted(byDay))
const over = computed(() => jobs.value.filter((j) => !isOpen(j)).toSorted((a, b) => byDay(b, a)))
const due = computed(() => open.value.filter((j) => ['due', 'late'].includes(stands(j))))
const { some, more, left } = useMore(over)
const making = ref<'job' | 'chain' | undefined>(route.query['chain'] ? 'chain' : undefined)
/** A chain that is to be edited before it is begun, of one that stands here. */
const from = ref<string>()
const keep = (chainId: string) => {
  from.value = chainId
  making.value = 'chain'
}
const asked = computed(() => String(route.query['job'] ?? ''))
</script>

<template>
  <StationPage>
    <template #answer>{{
      say('job.answer', { yard: yard?.name ?? '', open: open.length, due: due.length })
    }}</template>
    <template #actions>
      <button class="link" @click="making = making === 'job' ? undefined : 'job'">
        {{ say('job.add') }}
      </button>
      <button class="link" @click="making = making === 'chain' ? undefined : 'chain'">
        {{ say('job.begin') }}
      </button>
      <button class="link" @click="router.push({ name: 'season' })">{{ say('job.toSeason') }}</button>
    </template>
    <JobForm v-if="making === 'job'" @done="making = undefined" />
    <ChainForm
      v-if="making === 'chain'"
      :from="from"
      :usual="String(route.query['chain'] ?? '')"
      @done="((making = undefined), (from = undefined))"
    />
    <p v-if="!open.length" class="quiet">{{ say('job.none') }}</p>
    <ol class="jobs">
      <JobRow
        v-for="j in open"
        :key="j.id"
        :job="j"
        :judgement="judged.get(j.id)"
        :opened="j.id === asked"
        @keep="keep"
      />
    </ol>
    <template v-if="over.length">
      <h2>{{ say('job.over') }}</h2>
      <ol class="jobs">
        <JobRow v-for="j in some" :key="j.id" :job="j" :opened="j.id === asked" @keep="keep" />
      </ol>
      <button v-if="left" class="link" @click="more">{{ say('frame.showMore', { left }) }}</button>
    </template>
    <p class="caution small">{{ say('caution.labelIsLaw') }} {{ say('caution.localRules') }}</p>
  </StationPage>
</template>

<style scoped>
.jobs {
  list-style: none;
  margin: 0 0 1.4rem;
  padding: 0;
}
h2 {
  font-size: 1.05rem;
}
.caution {
  color: var(--ember-text);
}
</style>
