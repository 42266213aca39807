import { addDays, type Day, type Quantity, type RatePerAreaUnit } from '../../quantity/index.ts'
import { findUse, type LabelUse } from '../../shelf/index.ts'
import type { PlanContext, PlanLabel, PlanZone } from './programme.ts'

type AskedRate = Quantity<RatePerAreaUnit>

/** The line of a label's directions that makes a barrier on a zone as it is, at a rate; nothing where there is none. */
export const useFor = (
  { rules }: PlanLabel,
  { turf, state }: PlanZone,
  rate?: AskedRate,
): LabelUse | undefined => findUse(rules, { turf, state, purpose: 'preEmergent', rate })

/** Rates that every one of some zones allows. */
export interface LabelRange {
  zones: PlanZone[]
  min: number
  max: number
  unit: LabelUse['rate']['unit']
}

/** Zones a label may be used on, and the rates all of them allow; nothing where there is none. */
export function rangeOfLabel(label: PlanLabel, zones: PlanZone[]): LabelRange | undefined {
  const allowed = zones.flatMap((zone) => {
    const use = useFor(label, zone)
    return use ? [{ zone, use }] : []
  })
  const [first] = allowed
  if (!first) return undefined
  const same = allowed.filter(({ use }) => use.rate.unit === first.use.rate.unit)
  const [min, max] = [
    Math.max(...same.map(({ use }) => use.rate.min)),
    Math.min(...same.map(({ use }) => use.rate.max)),
  ]
  return min > max ? undefined : { zones: same.map((s) => s.zone), min, max, unit: first.use.rate.unit }
}

/** A rate as people write it, to a thousandth: rounded down, and never out of the label's range. */
export const writtenRate = (value: number, { min, max }: Pick<LabelRange, 'min' | 'max'>): number =>
  Math.min(max, Math.max(min, Math.floor(value * 1000 + 1e-9) / 1000))

/** Days a label asks for between a pass on a zone and seed: none where that turf may be sown with it. */
const seedingIntervalOf = (label: PlanLabel, zone: PlanZone, rate?: AskedRate): number =>
  useFor(label, zone, rate)?.atSeeding ? 0 : (label.rules.seedingIntervalDays ?? 0)

/** The last day a barrier may go down before what is to be sown after a day; nothing where nothing is. */
export function lastDayFor(
  label: PlanLabel,
  zones: PlanZone[],
  after: Day,
  { wishes }: Pick<PlanContext, 'wishes'>,
): Day | undefined {
  const limits = wishes.seeding.flatMap(({ zoneId, day }) => {
    const zone = zones.find((z) => z.id === zoneId)
    return zone && day > after ? [addDays(day, -seedingIntervalOf(label, zone))] : []
  })
  return limits.sort()[0]
}
