import type { AnswerPlace, PlaceOutlook, SoilAnswer } from './answerShapes.ts'
import { computeAheadDays } from './dateWorking.ts'
import type { PlacePaths } from './paths.ts'

/** Days in whose mean a date's pace is taken; and the pace where there are not so many, K a day: soil near the spring crossing. */
const paceDays = 30
const usualPaceK = 0.2

/** The place that decides beside the open middle. */
export function leadOf(
  outlooks: PlaceOutlook[],
  places: AnswerPlace[],
  decides: number,
): Pick<SoilAnswer, 'leadId' | 'middleId' | 'ahead'> {
  const lead = outlooks[decides]
  const middle = outlooks.find((_, i) => places[i]!.kind === 'middle')
  if (!lead) return {}
  const [first, second] = [lead.crossings[0]?.days.p50, middle?.crossings[0]?.days.p50]
  const apart = middle && middle.id !== lead.id && first !== undefined && second !== undefined
  return {
    leadId: lead.id,
    ...(middle && { middleId: middle.id }),
    ...(apart && second > first && { ahead: computeAheadDays(second, first) }),
  }
}

/** How fast a place warms or cools in the days ahead, K a day. */
export const paceOf = ({ p50C }: PlaceOutlook): number =>
  p50C.length > paceDays ? (p50C[paceDays]! - p50C[0]!) / paceDays : usualPaceK

/** The place a school watches now: the warmest edge, or the warmest middle. */
export function decidingPlace(places: AnswerPlace[], paths: PlacePaths[], at: 'edge' | 'middle'): number {
  const of = (kind: string) => places.flatMap((p, i) => (p.kind === kind ? [i] : []))
  const among = [of(at), of('middle'), places.map((_, i) => i)].find((found) => found.length)!
  const warmth = (i: number) => paths[i]!.observedC.at(-1)!
  return among.toSorted((a, b) => warmth(b) - warmth(a))[0]!
}
