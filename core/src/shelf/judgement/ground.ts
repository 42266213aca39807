import { daysBetween, type Day } from '../../quantity/index.ts'
import type { PlantStage } from '../../scout/index.ts'
import type { Spared } from '../../yard/index.ts'
import type { SeenWeed } from '../reach.ts'
import type { JudgedGround, Restriction, TurfCheck } from './application.ts'

/** What was seen longer ago than so many days looks otherwise by now. Our estimate. */
export const seenDays = 45

/** A find, as far as it is asked about here. */
interface FindOnGround {
  zoneId: string
  foundOn: Day
  plant: string | null
  stage: PlantStage
  tillerCount: number | null
}

/** What is known of a lawn on a day, of its owner's wishes and finds. */
export interface KnownOfGround {
  seeding: readonly { zoneId: string; day: Day }[]
  finds?: readonly FindOnGround[]
  restrictions?: readonly Restriction[]
}

/** The last find of each plant. */
function seenOn(id: string, finds: readonly FindOnGround[], day: Day): SeenWeed[] {
  const recent = finds
    .filter((f) => f.zoneId === id && f.foundOn <= day && daysBetween(f.foundOn, day) <= seenDays)
    .toSorted((a, b) => (a.foundOn < b.foundOn ? 1 : -1))
  return recent.flatMap(({ plant, stage, tillerCount: tillers }, i) =>
    plant && recent.findIndex((f) => f.plant === plant) === i ? [{ plant, stage, tillers }] : [],
  )
}

/** What of a piece of ground is known from looks, wishes and finds. */
export type GroundFacts = Pick<
  JudgedGround,
  'check' | 'spare' | 'seedingDay' | 'sownOn' | 'seen' | 'restrictions'
>

/** Of a request that says more the facts of its ground. */
export const factsAmong = ({
  check,
  spare,
  seedingDay,
  sownOn,
  seen,
  restrictions,
}: GroundFacts): GroundFacts => ({
  ...(check && { check }),
  ...(spare && { spare }),
  ...(seedingDay && { seedingDay }),
  ...(sownOn && { sownOn }),
  ...(seen && { seen }),
  ...(restrictions && { restrictions }),
})

/** What a lawn is on a day, for whoever judges: what was looked at, the next seeding and the last, what grows there, what may not be used. */
export function groundFacts(
  { id, turfCheck, spared }: { id: string; turfCheck?: TurfCheck | null; spared?: Spared[] | null },
  { seeding, finds = [], restrictions = [] }: KnownOfGround,
  day: Day,
): GroundFacts {
  const days = seeding
    .filter((s) => s.zoneId === id)
    .map((s) => s.day)
    .sort()
  const [next] = days.filter((d) => d >= day)
  const last = days.filter((d) => d < day).at(-1)
  const seen = seenOn(id, finds, day)
  return {
    ...(turfCheck && { check: turfCheck }),
    ...(spared?.length && { spare: spared }),
    ...(next && { seedingDay: next }),
    ...(last && { sownOn: last }),
    ...(seen.length && { seen }),
    ...(restrictions.length && { restrictions }),
  }
}
