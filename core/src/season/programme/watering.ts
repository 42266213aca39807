import { addDays, convert, figure, operand, type Day, type Figure } from '../../quantity/index.ts'
import { sprinklerMinutes } from '../../soil/index.ts'
import { productsOf, type PlanLabel, type ProgrammePass } from './programme.ts'

/** How a pass is watered in: as much as every product of it asks for, by the earliest of their deadlines. */
export interface WateringPlan {
  leastMm: number
  mostMm: number
  by: Day
  withinDays: number
  /** A leaf product of the same pass must dry first: no water before this many hours. */
  notBeforeHours?: number
  /** The leaf product needs longer to dry than the barrier may wait: split them in two passes. */
  clash: boolean
  minutes?: Figure<'min'>
}

const mm = (inches: number) => convert(inches, 'in', 'mm')

/** The watering of a pass by its labels; nothing where none asks for water. @param outputMmPerHour of the sprinkler, from its cups */
export function computeWatering(
  pass: ProgrammePass,
  day: Day,
  labels: PlanLabel[],
  outputMmPerHour?: number,
): WateringPlan | undefined {
  const rules = productsOf(pass, labels).map((p) => p.label.rules)
  const asked = rules.flatMap((r) => r.wateringIn ?? [])
  if (!asked.length) return undefined
  const leastMm = mm(Math.max(...asked.map((w) => w.leastIn)))
  const mostMm = Math.max(leastMm, mm(Math.min(...asked.map((w) => w.mostIn))))
  const withinDays = Math.min(...asked.map((w) => w.withinDays))
  const dry = rules.flatMap((r) => r.dryHours ?? [])
  const notBeforeHours = dry.length ? Math.max(...dry) : undefined
  return {
    leastMm,
    mostMm,
    withinDays,
    by: addDays(day, withinDays),
    clash: notBeforeHours !== undefined && notBeforeHours > withinDays * 24,
    ...(notBeforeHours !== undefined && { notBeforeHours }),
    ...(outputMmPerHour && {
      minutes: figure('min', [
        {
          code: 'wateringMinutes',
          formula: '{depth} ÷ {output}',
          operands: { depth: operand(leastMm, 'mm'), output: operand(outputMmPerHour, 'mm/h') },
          result: operand(sprinklerMinutes(leastMm, outputMmPerHour), 'min'),
          source: 'catchCups',
        },
      ]),
    }),
  }
}

/** Days after a pass on which the person waters where rain has not: not on the day itself, and well inside the deadline. */
export const waterAfterDays = ({ withinDays, notBeforeHours }: WateringPlan): number =>
  Math.max(Math.ceil((notBeforeHours ?? 0) / 24), Math.min(2, withinDays))
