import type { Refusal } from '../../quantity/index.ts'
import { detour, straightMiles, type CrewDaysQuestion, type CrewPlan } from './question.ts'

/** More than this over a day's minutes is over it: half a second, for distances in single precision. */
const slackMin = 0.01

/**
 * What a plan breaks: a lawn twice, a day too long, a shut day, a crew without the license, a locked promise. It reads the
 * question itself and shares no sum with the search, which it is there to catch out.
 */
export function checkPlan(question: CrewDaysQuestion, plan: CrewPlan): Refusal[] {
  const { lawns, crews, days, miles: given } = question
  const points = [...lawns, ...crews]
  const between = (a: number, b: number) =>
    given ? given[a * points.length + b]! : detour * straightMiles(points[a]!, points[b]!)
  const faults: Refusal[] = []
  const fault = (code: string, params: Record<string, string | number>) => faults.push({ code, params })
  const seen = new Map<number, number>()
  if (plan.stops.length !== days || plan.stops.some((d) => d.length !== crews.length))
    return [{ code: 'planShape', params: { days, crews: crews.length } }]
  plan.stops.forEach((ofDay, day) =>
    ofDay.forEach((stops, crew) => {
      const { dayMin, tankGal, fillMin, mph, licensed } = crews[crew]!
      let [minutes, gal, at] = [0, 0, lawns.length + crew]
      for (const i of stops) {
        const lawn = lawns[i]
        if (!lawn) {
          fault('planNoLawn', { lawn: i })
          continue
        }
        const named = { lawn: lawn.id, day, crew }
        if (seen.has(i)) fault('planTwice', named)
        seen.set(i, day)
        if (lawn.shutDays.includes(day)) fault('planShutDay', named)
        if (lawn.needsLicense && !licensed) fault('planNoLicense', named)
        const { promised } = lawn
        const isElsewhere = promised && (promised.day !== day || (promised.crew ?? crew) !== crew)
        if (promised?.locked && isElsewhere) fault('planPromise', named)
        minutes += (between(at, i) / mph) * 60 + lawn.serviceMin
        gal += lawn.tankGal
        at = i
      }
      if (!stops.length) return
      minutes += (between(at, lawns.length + crew) / mph) * 60
      // As many fillings as it takes to carry it all; a hair over the last full one is none.
      for (let carried = 0; gal - carried > 1e-9 * tankGal; carried += tankGal) minutes += fillMin
      if (minutes > dayMin[day]! + slackMin)
        fault('planDayLong', { day, crew, minutes: Math.ceil(minutes), most: dayMin[day]! })
    }),
  )
  return faults
}
