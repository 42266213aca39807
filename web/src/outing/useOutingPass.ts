import type { LabelId, ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Tank } from '@jardinero/contract/bench'
import { computeAnyCalibration } from '@jardinero/core/bench'
import { computePassTime, earliestAgain, passOfLabels } from '@jardinero/core/outing'
import type { LabelRules } from '@jardinero/core/shelf'
import { findUse, kindOf, namesTurf } from '@jardinero/core/shelf'
import { useAccount, useYard } from '../state/index.ts'
import { useNextPass } from '../season/index.ts'
import { useWords } from '../kit/session.ts'
import { useOutings } from './outingStore.ts'

/** Something that could go down next: a tank that is made, the plan's next pass, a label of the shelf. */
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
  /** The day it is wished for. */
  day?: string
}

/** Where nothing is calibrated yet: gallons of water on 1,000 ft², and of a backpack sprayer. Estimates. */
const usualCarrier = 1
const usualTankGal = 4

const rigged = (tank: Tank) =>
  tank.request.products.map((p) => p.rules).filter((r) => kindOf(r) === 'herbicide')

/** Which pass hours are looked for, and what it asks of them. The address holds it. */
export function useOutingPass() {
  const account = useAccount()
  const outings = useOutings()
  const route = useRoute()
  const router = useRouter()
  const { zones, areas, passesOn, yard } = useYard()
  const { plannedPass } = useNextPass()
  const { say, day } = useWords()

  const sqFtOf = (ids: string[]) => ids.reduce((sum, id) => sum + (areas.value.get(id)?.area.value ?? 0), 0)
  /** Before there is a tank: loads of the first sprayer. */
  const loadsFor = (sqFt: number) =>
    Math.ceil(((sqFt / 1000) * usualCarrier) / (account.state.sprayers[0]?.capacityGal ?? usualTankGal))
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
    const next = plannedPass.value
    const label = next && account.state.labels.find((l) => l.id === next.labelId)
    const ofPlan =
      next && label ? zones.value.filter((z) => next.zoneIds.includes(z.id)).map((z) => z.id) : []
    const planned: Candidate[] =
      next && label
        ? [
            {
              id: 'plan',
              name: say('outing.aPlan', { label: next.label, zones: next.zones.join(', ') }),
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
                areaSqFt: sqFtOf(fit),
                loads: loadsFor(sqFtOf(fit)),
              },
            ]
          : []
      })
    return [...tanks, ...planned, ...shelf]
  })
  const chosen = computed(
    () => candidates.value.find((c) => c.id === route.query['pass']) ?? candidates.value[0],
  )
  const choose = (id: string) => router.replace({ query: { ...route.query, pass: id } })

  const calibration = computed(() => {
    const rows = account.state.calibrations
    const named = chosen.value?.tank && rows.find((c) => c.id === chosen.value!.tank!.calibrationId)
    return named ?? rows.toSorted((a, b) => (a.day < b.day ? 1 : -1))[0]
  })
  const sprayer = computed(() => account.state.sprayers.find((s) => s.id === calibration.value?.sprayerId))
  const pace = computed(() => {
    const found = calibration.value && computeAnyCalibration(calibration.value)
    return found?.ok && found.value.kind !== 'spreader' ? found.value.pace?.value : undefined
  })
  const time = computed(
    () =>
      chosen.value &&
      computePassTime({ areaSqFt: chosen.value.areaSqFt, pace: pace.value, loads: chosen.value.loads }),
  )
  const treated = computed(() => zones.value.filter((z) => chosen.value?.zoneIds.includes(z.id)))
  const pass = computed(() => {
    const candidate = chosen.value
    if (!candidate || !time.value) return undefined
    /** As it is mixed or planned. */
    const rateOf = (rules: LabelRules) =>
      candidate.tank?.request.products.find((p) => p.rules.name === rules.name)?.rate
    const turfs = treated.value.map((z) => z.turf)
    const soonest = candidate.labels
      .flatMap((rules) =>
        treated.value.flatMap((z) => {
          const use = findUse(rules, { ...z, rate: rateOf(rules) })
          const on = earliestAgain(rules, use, passesOn(z.id))
          return on ? [{ day: on, label: rules.name }] : []
        }),
      )
      .sort((a, b) => (a.day < b.day ? 1 : -1))[0]
    return passOfLabels(candidate.labels, turfs, {
      hours: Math.min(12, Math.max(1, time.value.value / 60)),
      states: treated.value.map((z) => z.state),
      ...(sprayer.value?.nozzle?.droplet && { droplet: sprayer.value.nozzle.droplet }),
      ...(soonest && { notBefore: soonest }),
    })
  })
  return { candidates, chosen, choose, pass, time, pace, sprayer, treated, yard }
}
