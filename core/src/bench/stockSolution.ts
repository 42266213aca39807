import { convert, figure, measureOfUnit, operand, type MassUnit, type VolumeUnit } from '../quantity/index.ts'
import {
  doseError,
  markBetween,
  measureWith,
  type DoseBounds,
  type MeasuredDose,
  type OwnedTool,
} from './measure.ts'

/** What a jug is filled to, in the unit of what measures it. */
const jugs: Partial<Record<VolumeUnit, number[]>> = { mL: [1000, 500, 250, 200, 100], floz: [32, 16, 8, 4] }
/** More powder than this is not weighed for one job. Estimate. */
const mostWeighed = 20
const sliver = 1e-9

/** The mark of a scale that holds all loads together; where none is fine enough the first mark over it, of which a part is left. */
function weighed(total: DoseBounds, scale: OwnedTool): number | undefined {
  const whole = measureWith(total, scale, [scale])
  if (whole.ok) return whole.value.amount.value
  const asked = convert(total.planned, total.unit, scale.unit)
  const mark = Math.ceil(asked / scale.step - sliver) * scale.step
  return mark <= mostWeighed * asked ? mark : undefined
}

interface Way {
  weigh: number
  scale: OwnedTool
  jug: number
  pourer: OwnedTool
  takes: number[]
  worst: number
  left: number
}

/** Each load's share of a jug as a mark of what pours it; nothing where one has no mark inside the label. */
function wayOf(
  loads: DoseBounds[],
  weigh: number,
  scale: OwnedTool,
  jug: number,
  pourer: OwnedTool,
): Way | undefined {
  const takes: number[] = []
  let worst = 0
  for (const load of loads) {
    const poured = (of: number) => (convert(of, load.unit, scale.unit) / weigh) * jug
    const take = markBetween(poured(load.planned), poured(load.min), poured(load.max), pourer.step)
    if (take === undefined) return undefined
    takes.push(take)
    worst = Math.max(worst, Math.abs(take / poured(load.planned) - 1))
  }
  const left = 1 - takes.reduce((sum, t) => sum + t, 0) / jug
  return left < -sliver ? undefined : { weigh, scale, jug, pourer, takes, worst, left: Math.max(0, left) }
}

/**
 * A powder of which no load's share can be weighed: weighed once for all of them, made up with water, and poured out by the load. Nothing
 * where the tools don't do that either.
 * @param loads what goes into each, within the label @param tools scales, and cups or syringes
 */
export function measureFromStock(
  loads: DoseBounds[],
  tools: readonly OwnedTool[],
): MeasuredDose[] | undefined {
  const [first] = loads
  if (!first || measureOfUnit(first.unit) !== 'mass') return undefined
  const sum = (key: 'planned' | 'min' | 'max') => loads.reduce((all, l) => all + l[key], 0)
  const total = { planned: sum('planned'), min: sum('min'), max: sum('max'), unit: first.unit }
  const ways = tools
    .filter((t) => t.measure === 'mass')
    .flatMap((scale) => {
      const weigh = weighed(total, scale)
      if (weigh === undefined) return []
      return tools
        .filter((t) => t.measure === 'volume' && t.kind !== 'spoon')
        .flatMap((pourer) =>
          (jugs[pourer.unit as VolumeUnit] ?? []).flatMap(
            (jug) => wayOf(loads, weigh, scale, jug, pourer) ?? [],
          ),
        )
    })
  const [best] = ways.toSorted(
    (a, b) => Math.round((a.left - b.left) * 20) || Math.round((a.worst - b.worst) * 100) || a.jug - b.jug,
  )
  return best && loads.map((load, i) => doseOf(load, best, i))
}

function doseOf(load: DoseBounds, { weigh, scale, jug, pourer, takes, left }: Way, i: number): MeasuredDose {
  const [massUnit, unit] = [scale.unit as MassUnit, pourer.unit as VolumeUnit]
  const take = takes[i]!
  const measured = (weigh * take) / jug
  const planned = convert(load.planned, load.unit, massUnit)
  return {
    tool: scale.id,
    stock: {
      weigh: { value: weigh, unit: massUnit },
      water: { value: jug, unit },
      take: { value: take, unit },
      tool: pourer.id,
      left,
    },
    amount: figure(massUnit, [
      {
        code: 'stockDose',
        formula: '{weighed} × {taken} ÷ {jug}',
        operands: {
          weighed: operand(weigh, massUnit),
          taken: operand(take, unit),
          jug: operand(jug, unit),
        },
        result: operand(measured, massUnit),
      },
    ]),
    error: doseError(measured, planned, massUnit),
  }
}
