import type { Day, ZoneId, PlaceId } from '../../quantity/index.ts'
import type { Hemisphere, PlaceKind } from '../../yard/index.ts'
import {
  computeEmergence,
  wetnessOf,
  type GerminationCurve,
  type GroundChoices,
  type GroundPast,
  type MemberRuns,
  type PlacePaths,
  type Weed,
} from '../../soil/index.ts'
import type { Target } from '../barrier/escape.ts'
import { createLossPace, type LossRule } from '../barrier/loss.ts'

/** A weed to stop, or one that is only watched since no barrier stops it. */
export interface SeasonWeed extends Weed {
  target?: Target
}

export interface FieldPlace {
  id: PlaceId
  name: string
  zoneId: ZoneId
  kind: PlaceKind
  thatchCm: number
  /** How fast a barrier is lost, member by member, day by day (lossPace). */
  pace: Float32Array
  /** Whether the ground is full of water, 0 or 1. */
  full: Uint8Array
  /** Daily means at 5 cm, °C. */
  soilC: Float32Array
  /** Cumulative emergence of each weed, a share. */
  upTo: Float32Array[]
  /** What comes up of each in these days, the mean of members. */
  total: number[]
}

/** Everything a programme is judged on, worked out once a soil: members one after another, `days` each. */
export interface SeasonField {
  today: Day
  /** The first day, days from today; negative. */
  from: number
  days: number
  members: number
  weeds: SeasonWeed[]
  places: FieldPlace[]
  /** Rain of each member, mm. */
  rainMm: Float32Array
}

export interface FieldRequest {
  today: Day
  hemisphere: Hemisphere
  /** The first day, days from today. */
  from: number
  places: { id: PlaceId; name: string; zoneId: ZoneId; kind: PlaceKind; ground: GroundChoices }[]
  paths: PlacePaths[]
  groundOf: number[]
  pasts: GroundPast[]
  runs: MemberRuns
  /** Rain and water given on the observed days, the last of them today, mm. */
  observedWaterMm: number[]
  weeds: SeasonWeed[]
  /** What seedlings seen say of the pace at each place. */
  germination: GerminationCurve[]
  loss: LossRule
}

/** Wetness from which rain goes through. Estimate. */
const fullWetness = 0.98

/** Soil, water and weeds of every place in every member, ready for programmes. Costs some 100 ms for 200 members, six places and five weeds. */
export function computeField(request: FieldRequest): SeasonField {
  const { today, hemisphere, from, places, paths, groundOf, pasts, runs, observedWaterMm, weeds } = request
  const members = runs.count
  const ahead = runs.minimumC.length / members
  const days = ahead - from + 1
  const backDays = 1 - from
  const rainMm = new Float32Array(members * days)
  for (let m = 0; m < members; m++) {
    for (let d = 0; d < backDays; d++)
      rainMm[m * days + d] = observedWaterMm[observedWaterMm.length - backDays + d] ?? 0
    rainMm.set(runs.rainMm.subarray(m * ahead, (m + 1) * ahead), m * days + backDays)
  }
  return {
    today,
    from,
    days,
    members,
    weeds,
    rainMm,
    places: places.map(({ id, name, zoneId, kind, ground }, i): FieldPlace => {
      const own = paths[i]!
      const past = pasts[groundOf[i]!]!
      const ahead0 = runs.water[groundOf[i]!]!
      const [pace, soilC] = [new Float32Array(members * days), new Float32Array(members * days)]
      const full = new Uint8Array(members * days)
      const path = new Float64Array(own.back + own.ahead)
      const paceAt = createLossPace(ground.texture, request.loss)
      for (let m = 0; m < members; m++) {
        own.pathOf(m, path)
        for (let d = 0; d < days; d++) {
          const at = own.back - 1 + from + d
          const water = at < own.back ? past.water[at]! : ahead0[m * ahead + at - own.back]!
          const k = m * days + d
          soilC[k] = path[at]!
          pace[k] = paceAt(water, path[at]!)
          full[k] = wetnessOf(ground.texture, water) >= fullWetness ? 1 : 0
        }
      }
      const emergence = computeEmergence(
        {
          today,
          hemisphere,
          place: { id, texture: ground.texture },
          paths: own,
          observedWater: past.water,
          water: ahead0,
          weeds,
        },
        own.back - 1 + from,
        (plant, trend) =>
          request.germination.find((c) => c.plant === plant && c.placeId === id && c.trend === trend)?.pace ??
          1,
      )
      const upTo = emergence.map((e) => e.upTo)
      return {
        id,
        name,
        zoneId,
        kind,
        thatchCm: ground.thatchCm,
        pace,
        full,
        soilC,
        upTo,
        total: upTo.map((own) => meanTotal(own, members, days)),
      }
    }),
  }
}

function meanTotal(upTo: Float32Array, members: number, days: number): number {
  let sum = 0
  for (let m = 0; m < members; m++) sum += upTo[m * days + days - 1]!
  return sum / members
}

/** The field with every so manieth member and its first days only: for searches. */
export function thinField(field: SeasonField, stride: number, days: number): SeasonField {
  const members = Math.ceil(field.members / stride)
  const thin = <A extends Float32Array | Uint8Array>(values: A): A => {
    const out = new (values.constructor as new (n: number) => A)(members * days)
    const into: { set: (from: ArrayLike<number>, at: number) => void } = out
    for (let m = 0; m < members; m++) {
      const at = m * stride * field.days
      into.set(values.subarray(at, at + days), m * days)
    }
    return out
  }
  return {
    ...field,
    members,
    days,
    rainMm: thin(field.rainMm),
    places: field.places.map((p) => ({
      ...p,
      pace: thin(p.pace),
      full: thin(p.full),
      soilC: thin(p.soilC),
      upTo: p.upTo.map(thin),
    })),
  }
}

/** The last day on which one of some weeds comes up anywhere, an index. */
export function lastEmergence({ places, days, members }: SeasonField, weeds: number[]): number {
  let last = 0
  for (const { upTo } of places)
    for (const w of weeds)
      for (let m = 0; m < members; m++) {
        const at = m * days
        for (let d = days - 1; d > last; d--) if (upTo[w]![at + d]! - upTo[w]![at + d - 1]! > 1e-6) last = d
      }
  return last
}
