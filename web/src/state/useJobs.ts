import { computed } from 'vue'
import type { ChainOrder, JobHistory, JobOrder, JobStepOrder } from '@jardinero/contract/job'
import type { YardState } from '@jardinero/contract/state'
import type { Job } from '@jardinero/core/job'
import type { YardId } from '@jardinero/core/quantity'
import { get, newId, send } from '../kit/api.ts'
import { useAccount } from './account.ts'
import { useHeld } from './held.ts'
import { keys } from './keys.ts'

/** A step without its id: it is given one here, once. */
type Step = JobStepOrder extends infer S ? (S extends unknown ? Omit<S, 'id'> : never) : never

/** The jobs of the open yard, and what a person may do to them. */
export function useJobs() {
  const account = useAccount()
  const held = useHeld()
  const jobs = computed(() => account.state.jobs)

  async function lay(yardId: YardId, laid: Job[]): Promise<void> {
    await held.lay<YardState>(keys.yardState(held.who, yardId), (there) => ({
      ...there,
      jobs: [
        ...there.jobs.map((j) => laid.find((l) => l.id === j.id) ?? j),
        ...laid.filter((j) => !there.jobs.some((t) => t.id === j.id)),
      ],
    }))
  }
  /** @throws ApiProblem */
  async function step(job: Job, taken: Step, id = newId()): Promise<Job> {
    const after = await send<Job>('POST', `/api/jobs/${job.id}/steps`, { id, ...taken })
    await lay(job.yardId, [after])
    return after
  }
  /** Makes a job, planned or only thought of. @throws ApiProblem */
  async function add(order: Omit<JobOrder, 'id'>, id = newId()): Promise<Job> {
    const job = await send<Job>('POST', '/api/jobs', { id, ...order })
    await lay(job.yardId, [job])
    return job
  }
  /** @throws ApiProblem */
  async function begin(chain: Omit<ChainOrder, 'id'>, id = newId()): Promise<Job[]> {
    const begun = await send<Job[]>('POST', '/api/jobs/chains', { id, ...chain })
    if (begun[0]) await lay(begun[0].yardId, begun)
    return begun
  }
  const history = (id: string): Promise<JobHistory> => get<JobHistory>(`/api/jobs/${id}`)
  return { jobs, step, add, begin, history }
}
