import type { ZoneId } from '@jardinero/core/quantity'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Row } from '@jardinero/contract/field'
import type { PlanOrder, PlanTaken, SeasonPlan } from '@jardinero/contract/season'
import type { Opening, YardState } from '@jardinero/contract/state'
import { newId, send } from '../kit/api.ts'
import type { Says } from '../kit/outbox.ts'
import { createAccountRows } from './accountRows.ts'
import type { Almanac } from './almanac.ts'
import { createAttachments } from './attachments.ts'
import { canComeBack } from './hanging.ts'
import { useHeld } from './held.ts'
import { keys } from './keys.ts'
import { useOutbox } from './outboxStore.ts'
import { useRemoved } from './removed.ts'
import { createPlacing, paths, type Part, type Rows } from './rows.ts'

export type { Part, Rows } from './rows.ts'

/** What is noted outdoors, where there may be no network. */
const noted = ['finds', 'signs', 'waters', 'ratings'] as const
export type Noted = (typeof noted)[number]

const noAlmanac: Almanac = { turf: [], climates: [], barriers: [] }

/** Rows of the open yard and of the account around it, as the server has them, and the ways to change them there. */
export const useAccount = defineStore('account', () => {
  const outbox = useOutbox()
  const held = useHeld()
  const placing = createPlacing(held)

  const state = createAccountRows(held)
  const almanac = computed(() => held.almanac ?? noAlmanac)
  const demoDay = computed(() => held.opening?.account.demoDay ?? null)

  async function add<P extends Part>(
    part: P,
    row: Omit<Rows[P], 'id' | 'version'>,
    id = newId(),
  ): Promise<Rows[P]> {
    return placing.put(part, await send<Rows[P]>('POST', `/api/${paths[part]}`, { id, ...row }))
  }
  for (const part of noted)
    outbox.onAnswer(`/api/${paths[part]}`, (row) => void placing.put(part, row as Rows[typeof part]))
  /** Adds a row, or keeps it on the device where the server is away. @returns nothing where it was kept */
  async function note<P extends Noted>(
    part: P,
    row: Omit<Rows[P], 'id' | 'version'>,
    says: Says,
    id = newId(),
  ): Promise<Rows[P] | undefined> {
    const told = await outbox.tell<Rows[P]>(`/api/${paths[part]}`, { id, ...row }, says)
    return told && placing.put(part, told)
  }
  async function change<P extends Part>(
    part: P,
    row: Row,
    patch: Partial<Omit<Rows[P], 'id' | 'version'>>,
  ): Promise<Rows[P]> {
    return placing.put(
      part,
      await send<Rows[P]>('PATCH', `/api/${paths[part]}/${row.id}`, { version: row.version, ...patch }),
    )
  }
  async function remove(part: Part, row: Row): Promise<void> {
    await send('DELETE', `/api/${paths[part]}/${row.id}?version=${row.version}`)
    await placing.take(part, row.id)
    if (canComeBack(part)) useRemoved().last = { part, id: row.id }
  }
  const put = <P extends Part>(part: P, row: Rows[P]): Promise<Rows[P]> => placing.put(part, row)

  const attachments = createAttachments(placing, outbox)
  async function takePlan(order: Omit<PlanOrder, 'id'>, id = newId()): Promise<SeasonPlan> {
    const { jobs, ...plan } = await send<PlanTaken>('POST', '/api/season/plans', { id, ...order })
    // Both at once: a plan without its jobs would say that nothing waits.
    await held.lay<YardState>(keys.yardState(held.who, plan.yardId), (there) => ({
      ...there,
      jobs,
      plans: [...there.plans.filter((p) => p.id !== plan.id), plan],
    }))
    return plan
  }
  async function moveDemo(day: string): Promise<void> {
    await send('PUT', '/api/account/demo-day', { day })
    await held.lay<Opening>(keys.opening(held.who), (opening) => ({
      ...opening,
      account: { ...opening.account, demoDay: day },
    }))
  }
  const putDemoBack = (): Promise<void> => send('POST', '/api/account/demo-fresh', {})
  /** Something else changed much of it: all of it is asked for again. */
  const askAgain = (): void => held.askAgain(keys.ofPerson(held.who))
  /** The taped sections of a lawn. */
  const sectionsOf = (zoneId: ZoneId) => state.sections.filter((s) => s.zoneId === zoneId)

  return {
    state,
    sectionsOf,
    almanac,
    demoDay,
    put,
    add,
    note,
    change,
    remove,
    ...attachments,
    takePlan,
    moveDemo,
    putDemoBack,
    askAgain,
  }
})
