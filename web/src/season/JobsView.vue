<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { isOpen, type Job } from '@jardinero/core/job'
import StationPage from '../kit/StationPage.vue'
import LongList from '../kit/LongList.vue'
import { useLongList } from '../kit/useLongList.ts'
import { useMay } from '../kit/useMay.ts'
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
const { jobs, dayOf, stands, wordsOf } = useJobDays()
const { judged } = useJobJudgement()
const { say } = useWords()
const may = useMay()
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
const textOf = (j: Job) => say('job.title', wordsOf(j))
const isAsked = (j: Job) => j.id === String(route.query['job'] ?? '')
const toDo = useLongList(open, textOf, isAsked)
const { some: openRows } = toDo
const done = useLongList(over, textOf, isAsked)
const { some: overRows } = done
const making = ref<'job' | 'chain' | undefined>(route.query['chain'] ? 'chain' : undefined)
/** A chain that is to be edited before it is begun, of one that stands here. */
const from = ref<string>()
const keep = (chainId: string) => {
  from.value = chainId
  making.value = 'chain'
}
</script>

<template>
  <StationPage>
    <template #answer>{{
      say('job.answer', { yard: yard?.name ?? '', open: open.length, due: due.length })
    }}</template>
    <template #actions>
      <button v-if="may('jobs.write')" class="link" @click="making = making === 'job' ? undefined : 'job'">
        {{ say('job.add') }}
      </button>
      <button
        v-if="may('jobs.write')"
        class="link"
        @click="making = making === 'chain' ? undefined : 'chain'"
      >
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
    <LongList :list="toDo" :label="say('job.search')">
      <ol class="jobs">
        <JobRow
          v-for="j in openRows"
          :key="j.id"
          :job="j"
          :judgement="judged.get(j.id)"
          :opened="isAsked(j)"
          @keep="keep"
        />
      </ol>
    </LongList>
    <template v-if="over.length">
      <h2>{{ say('job.over') }}</h2>
      <LongList :list="done" :label="say('job.searchOver')">
        <ol class="jobs">
          <JobRow v-for="j in overRows" :key="j.id" :job="j" :opened="isAsked(j)" @keep="keep" />
        </ol>
      </LongList>
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
