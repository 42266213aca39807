import { computed } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import type { LabelId, ZoneId } from '@jardinero/core/quantity'
import { kindOf, namesTurf, type LabelRules } from '@jardinero/core/shelf'
import { useAccount, useYard } from '../state/index.ts'
import { isOpen } from '@jardinero/core/job'
import { useJobDays, useNext } from '../season/index.ts'
import { useSoilTiming } from '../soil/index.ts'
import { useWords } from '../kit/session.ts'
import { useOutings } from './outingStore.ts'

/** Something that could go down next: a tank that is made, the next application, a label of the shelf. */
export interface Candidate {
  id: string
  name: string
  labels: LabelRules[]
  /** Of the shelf; none of a tank, which is mixed already. */
  labelIds: LabelId[]
  zoneIds: ZoneId[]
  areaSqFt: number
  loads: number
  tank?: Tank
  /** The day it is meant for, as every station tells it. */
  day?: string
  /** That day is being worked out. */
  isPending?: boolean
}

/** Where nothing is calibrated yet: gallons of water on 1,000 ft², and of a backpack sprayer. Estimates. */
const usualCarrier = 1
const usualTankGal = 4

const rigged = (tank: Tank) =>
  tank.request.products.map((p) => p.rules).filter((r) => kindOf(r) === 'herbicide')

/** What could go down next in the open yard: tanks that are made, the next application as every station tells it, other jobs, the labels of the shelf. */
export function useCandidates() {
  const account = useAccount()
  const outings = useOutings()
  const { zones, areas } = useYard()
  const { application, next: told } = useNext()
  const { timing, isPending } = useSoilTiming()
  const { jobs, dayOf, wordsOf } = useJobDays()
  const { say, day } = useWords()

  const sqFtOf = (ids: string[]) => ids.reduce((sum, id) => sum + (areas.value.get(id)?.area.value ?? 0), 0)
  /** Before there is a tank: loads of the first sprayer. */
  const loadsFor = (sqFt: number) =>
    Math.ceil(((sqFt / 1000) * usualCarrier) / (account.state.sprayers[0]?.capacityGal ?? usualTankGal))
  const isBarrier = (rules: LabelRules) => rules.uses.every((u) => u.purpose === 'preEmergent')
  /** A barrier waits for the soil, as Soil and Today say. */
  const barrierDay = (rules: LabelRules): Pick<Candidate, 'day' | 'isPending'> => {
    if (!isBarrier(rules)) return {}
    if (application.value?.day) return { day: application.value.day }
    if (isPending.value) return { isPending: true }
    const { verdict, window } = timing.value ?? {}
    return verdict === 'wait' && window ? { day: window.from } : {}
  }
  const candidates = computed<Candidate[]>(() => {
    const own = new Set(zones.value.map((z) => z.id))
    const tanks = outings.tanks
      .filter((t) => t.zones.some((z) => own.has(z.zoneId)))
      .map((tank): Candidate => ({
        id: `tank:${tank.id}`,
        name: say('outing.aTank', {
          labels: rigged(tank)
            .map((r) => r.name)
            .join(', '),
          day: day(tank.day),
        }),
        labels: rigged(tank),
        labelIds: [],
        zoneIds: tank.zones.map((z) => z.zoneId),
        areaSqFt: tank.result.treated.value,
        loads: tank.result.loads.length,
        tank,
      }))
    const next = application.value
    const label = next && account.state.labels.find((l) => l.id === next.labelId)
    const ofPlan =
      next && label ? zones.value.filter((z) => next.zoneIds.includes(z.id)).map((z) => z.id) : []
    const planned: Candidate[] =
      next && label
        ? [
            {
              id: 'plan',
              name: say(next.kind === 'planned' ? 'outing.aPlan' : 'outing.aProposal', {
                label: next.label,
                zones: next.zones.join(', '),
              }),
              labels: [label.rules],
              labelIds: [label.id],
              zoneIds: ofPlan,
              areaSqFt: sqFtOf(ofPlan),
              loads: loadsFor(sqFtOf(ofPlan)),
              ...(next.day && { day: next.day }),
            },
          ]
        : []
    const shelf = account.state.labels
      .filter((l) => kindOf(l.rules) === 'herbicide')
      // Where none is to go down, as every station says, no hour is looked for.
      .filter((l) => !(told.value?.kind === 'none' && isBarrier(l.rules)))
      .flatMap((l): Candidate[] => {
        const fit = zones.value.filter((z) => namesTurf(l.rules, z.turf)).map((z) => z.id)
        return fit.length
          ? [
              {
                id: `label:${l.id}`,
                name: l.rules.name,
                labels: [l.rules],
                labelIds: [l.id],
                zoneIds: fit,
                ...barrierDay(l.rules),
                areaSqFt: sqFtOf(fit),
                loads: loadsFor(sqFtOf(fit)),
              },
            ]
          : []
      })
    // Of chains, of finds and made by hand: a tank that is mixed for one stands above already.
    const others = jobs.value
      .filter((j) => isOpen(j) && !j.plan && j.state === 'planned' && j.task === 'apply')
      .flatMap((job): Candidate[] => {
        const mine = job.products.flatMap((p) => account.state.labels.find((l) => l.id === p.labelId) ?? [])
        const on = dayOf(job).day
        return mine.length
          ? [
              {
                id: `job:${job.id}`,
                name: say('outing.aJob', { title: say('job.title', wordsOf(job)) }),
                labels: mine.map((l) => l.rules),
                labelIds: mine.map((l) => l.id),
                zoneIds: [job.zoneId],
                areaSqFt: sqFtOf([job.zoneId]),
                loads: loadsFor(sqFtOf([job.zoneId])),
                ...(on && { day: on }),
              },
            ]
          : []
      })
    const meant = [...planned, ...others].toSorted((a, b) => ((a.day ?? '9') < (b.day ?? '9') ? -1 : 1))
    return [...tanks, ...meant, ...shelf]
  })
  return candidates
}
