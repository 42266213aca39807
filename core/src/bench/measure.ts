import {
  accepted,
  convert,
  figure,
  measureOfUnit,
  operand,
  refused,
  type Caution,
  type Figure,
  type MassUnit,
  type Outcome,
  type ProductMeasure,
  type Quantity,
  type Refusal,
  type VolumeUnit,
} from '../quantity/index.ts'

/** A scale, cup or spoon and the smallest step it shows. */
export interface MeasuringTool {
  measure: ProductMeasure
  step: number
  unit: MassUnit | VolumeUnit
  kind: ToolKind
  /** The most it holds or bears at once, in its unit; not said where absent. */
  holds?: number
}
export const toolKinds = ['scale', 'cup', 'spoon', 'syringe'] as const
export type ToolKind = (typeof toolKinds)[number]

/** A tool a person has: one of the usual ones by its id, or their own with its name. */
export interface OwnedTool extends MeasuringTool {
  id: string
  name?: string
}

/** The tools of a garage shelf, by id. */
export const measuringTools = {
  scale1g: { measure: 'mass', step: 1, unit: 'g', kind: 'scale' },
  scaleTenthOz: { measure: 'mass', step: 0.1, unit: 'oz', kind: 'scale' },
  scaleHundredthOz: { measure: 'mass', step: 0.01, unit: 'oz', kind: 'scale' },
  scaleTenthG: { measure: 'mass', step: 0.1, unit: 'g', kind: 'scale' },
  cupHalfFloz: { measure: 'volume', step: 0.5, unit: 'floz', kind: 'cup', holds: 16 },
  cup10mL: { measure: 'volume', step: 10, unit: 'mL', kind: 'cup', holds: 500 },
  teaspoonHalf: { measure: 'volume', step: 0.5, unit: 'tsp', kind: 'spoon', holds: 1 },
  syringe1mL: { measure: 'volume', step: 1, unit: 'mL', kind: 'syringe', holds: 60 },
} as const satisfies Record<string, MeasuringTool>
export type ToolId = keyof typeof measuringTools
export const toolIds = Object.keys(measuringTools) as ToolId[]

export const usualTools: OwnedTool[] = toolIds.map((id) => ({ id, ...measuringTools[id] }))

/** Refuses a tool that shows nothing, or that holds less than one step. */
export function checkTool({ measure, step, unit, holds }: MeasuringTool): Refusal[] {
  const refusals: Refusal[] = []
  if (measureOfUnit(unit) !== measure)
    refusals.push({ code: 'amountMeasure', field: 'unit', params: { measure, unit } })
  if (!(step > 0)) refusals.push({ code: 'stepNotPositive', field: 'step', params: {} })
  if (holds !== undefined && !(holds >= step))
    refusals.push({ code: 'holdsLessThanStep', field: 'holds', params: {} })
  return refusals
}

/** So much is weighed once, stirred into so much water, and so much of that goes into a load. */
export interface Stock {
  weigh: Quantity<MassUnit>
  /** What is made up with water; the powder is in it. */
  water: Quantity<VolumeUnit>
  take: Quantity<VolumeUnit>
  /** What takes it. */
  tool: string
  /** Share of the stock that no load takes; used up on ground of the label, never poured away. */
  left: number
}

/** A dose as a tool can show it. */
export interface MeasuredDose {
  /** Id of the tool. */
  tool: string
  /** How often the tool is filled to the brim, and what is measured once more; where it holds less than the dose. */
  fills?: { full: number; rest: number }
  /** Where two tools measure it, what each does: so many marks of the coarser, and the rest with the finer. */
  parts?: { tool: string; amount: Quantity<VolumeUnit> }[]
  /** Where no share of it can be weighed: a solution of it, of which so much is taken. */
  stock?: Stock
  /** In the tool's unit; of two tools together. */
  amount: Figure<MassUnit | VolumeUnit>
  /** Measured ÷ planned − 1. */
  error: Figure<'ratio'>
}

/** What a hand measures of a dose: with one tool, so much with each of two, or its share of a stock. */
export const byHand = ({
  tool,
  amount: { value, unit },
  parts,
  stock,
}: MeasuredDose): { tool: string; amount: Quantity<MassUnit | VolumeUnit> }[] =>
  stock ? [{ tool: stock.tool, amount: stock.take }] : (parts ?? [{ tool, amount: { value, unit } }])

/** Room for rounding in the last digits of a double, not for product. */
const sliver = 1e-9
const noticeableError = 0.05

/** A label whose least is so near its most prints one rate: hardly a mark lies between, and the one just under is meant. Estimate. */
const fixedRate = 0.95
/** So much of a fixed rate at least: a coarser tool does not do. Estimate. */
const leastOfFixed = 0.8

/**
 * The mark of a tool nearest to the planned amount and between the bounds; of a fixed rate the one just under it. Undefined where
 * there is none.
 */
export function markBetween(planned: number, min: number, max: number, step: number): number | undefined {
  const highest = Math.floor(max / step + sliver)
  const between = Math.ceil(min / step - sliver)
  const justUnder = min >= fixedRate * max && highest * step >= leastOfFixed * max
  const lowest = highest < between && justUnder ? highest : between
  if (highest < lowest || highest < 1) return undefined
  const marks = Math.min(highest, Math.max(lowest, 1, Math.round(planned / step)))
  return marks * step
}

export interface DoseBounds {
  planned: number
  min: number
  max: number
  unit: MassUnit | VolumeUnit
}

const inUnitOf = (tool: MeasuringTool, { planned, min, max, unit }: DoseBounds): [number, number, number] =>
  [planned, min, max].map((v) => convert(v, unit, tool.unit)) as [number, number, number]

const wouldDo = (amounts: DoseBounds, tools: readonly OwnedTool[]): OwnedTool | undefined =>
  tools.find(
    (tool) =>
      tool.measure === measureOfUnit(amounts.unit) &&
      markBetween(...inUnitOf(tool, amounts), tool.step) !== undefined,
  )

function fillsOf(amount: number, { holds, step }: MeasuringTool): MeasuredDose['fills'] {
  if (holds === undefined || amount <= holds + sliver) return undefined
  const brim = Math.floor(holds / step + sliver) * step
  const full = Math.floor(amount / brim + sliver)
  return { full, rest: Math.max(0, Math.round((amount - full * brim) / step) * step) }
}

/** What is measured, and how far off that is, with their working. */
function figuresOf(
  marked: number,
  [planned, min, max]: [number, number, number],
  { unit, step }: MeasuringTool,
): Pick<MeasuredDose, 'amount' | 'error'> {
  const snap = {
    code: 'measuredDose',
    formula: '{least} ≤ k × {step} ≤ {most}, {planned}',
    operands: {
      planned: operand(planned, unit),
      step: operand(step, unit),
      least: operand(min, unit),
      most: operand(max, unit),
    },
    result: operand(marked, unit),
    source: 'labelLimits',
  }
  return { amount: figure(unit, [snap]), error: doseError(marked, planned, unit) }
}

/** How far what is measured is off what was planned, minded where that is noticeable. */
export function doseError(measured: number, planned: number, unit: MassUnit | VolumeUnit): Figure<'ratio'> {
  const error = measured / planned - 1
  const step = {
    code: 'doseError',
    formula: '{measured} ÷ {planned} − 1',
    operands: { measured: operand(measured, unit), planned: operand(planned, unit) },
    result: operand(error, 'ratio'),
  }
  const cautions: Caution[] =
    Math.abs(error) > noticeableError
      ? [{ code: 'doseErrorOverFive', params: { error: { value: error, unit: 'ratio' } } }]
      : []
  return figure('ratio', [step], cautions)
}

/**
 * Snaps a planned dose to the nearest mark of a tool within the label's least and most for this load: never above
 * the most, and below the least only just, where the label has one rate and no mark is it.
 * Refuses where no mark lies between, and names a tool that would do.
 * @param tools from which one that would do is named.
 */
export function measureWith(
  amounts: DoseBounds,
  tool: OwnedTool,
  tools: readonly OwnedTool[] = usualTools,
): Outcome<MeasuredDose> {
  const measure = measureOfUnit(amounts.unit)!
  const named = tool.name ?? tool.id
  if (tool.measure !== measure)
    return refused({ code: 'toolMeasuresOther', field: 'tool', params: { tool: named, measure } })
  const [planned, min, max] = inUnitOf(tool, amounts)
  const marked = markBetween(planned, min, max, tool.step)
  if (marked === undefined) {
    const would = wouldDo(amounts, tools) ?? wouldDo(amounts, usualTools)
    return refused({
      code: 'noMarkBetween',
      field: 'tool',
      params: {
        tool: named,
        step: { value: tool.step, unit: tool.unit },
        min: { value: min, unit: tool.unit },
        max: { value: max, unit: tool.unit },
        would: would?.name ?? would?.id ?? 'none',
      },
    })
  }
  const { amount, error } = figuresOf(marked, [planned, min, max], tool)
  const fills = fillsOf(marked, tool)
  return accepted({
    tool: tool.id,
    amount,
    error,
    ...(fills && { fills }),
  })
}

/** The same with one of the usual tools, by its id. */
export const computeMeasuredDose = (amounts: DoseBounds, toolId: ToolId): Outcome<MeasuredDose> =>
  measureWith(amounts, { id: toolId, ...measuringTools[toolId] })

/** Nobody counts more fillings than this without losing count. */
const mostFillings = 8

/** Of some tools, the one that shows a dose with the least error, of those that are not filled too often; fewer fillings where two show it alike. */
export function bestTool(amounts: DoseBounds, tools: readonly OwnedTool[]): OwnedTool | undefined {
  const doses = tools.flatMap((tool) => {
    const dose = measureWith(amounts, tool, tools)
    if (!dose.ok) return []
    const fills = dose.value.fills?.full ?? 0
    return [{ tool, fills, often: Number(fills > mostFillings), error: Math.abs(dose.value.error.value) }]
  })
  return doses.toSorted((a, b) => a.often - b.often || a.error - b.error || a.fills - b.fills)[0]?.tool
}

/** Of the usual tools owned, the one with the least dose error that can show the amount at all. */
export const chooseTool = (amounts: DoseBounds, owned: readonly ToolId[]): ToolId | undefined =>
  bestTool(
    amounts,
    usualTools.filter((t) => owned.includes(t.id as ToolId)),
  )?.id as ToolId | undefined

/** So often at most the finer of two tools is filled. Estimate. */
const mostOfFiner = 4
const handlings = ({ fills, parts }: MeasuredDose, tools: readonly OwnedTool[]): number =>
  (fills?.full ?? 0) +
  1 +
  (parts ?? []).slice(1).reduce((sum, { tool, amount }) => {
    const { holds, unit } = tools.find((t) => t.id === tool)!
    return sum + (holds ? Math.ceil(convert(amount.value, amount.unit, unit) / holds - sliver) : 1)
  }, 0)

/** One dose with two tools: as many whole marks of the coarser as go in, the rest with the finer. Nothing where they can't. */
function measureWithTwo(amounts: DoseBounds, coarse: OwnedTool, fine: OwnedTool): MeasuredDose | undefined {
  const bounds = inUnitOf(coarse, amounts)
  const [planned, min, max] = bounds
  const first = Math.floor(planned / coarse.step + sliver) * coarse.step
  const inFine = (value: number) => convert(value, coarse.unit, fine.unit)
  if (first <= 0 || (coarse.holds ?? Infinity) * mostFillings < first) return undefined
  // Of one printed rate, the mark just under it, of all that is measured.
  const least = min >= fixedRate * max ? leastOfFixed * max : min
  const highest = Math.floor(inFine(max - first) / fine.step + sliver)
  const marks = Math.min(highest, Math.round(inFine(planned - first) / fine.step))
  const rest = marks * fine.step
  if (marks < 1 || rest > (fine.holds ?? Infinity) * mostOfFiner + sliver) return undefined
  const marked = first + convert(rest, fine.unit, coarse.unit)
  if (marked < least * (1 - sliver)) return undefined
  const fills = fillsOf(first, coarse)
  return {
    tool: coarse.id,
    parts: [
      { tool: coarse.id, amount: { value: first, unit: coarse.unit as VolumeUnit } },
      { tool: fine.id, amount: { value: rest, unit: fine.unit as VolumeUnit } },
    ],
    ...figuresOf(marked, bounds, { ...coarse, step: convert(fine.step, fine.unit, coarse.unit) }),
    ...(fills && { fills }),
  }
}

/**
 * A liquid's dose with a cup and what is finer, where that is nearer than with one tool, or takes fewer fillings: “a cup's mark
 * and two spoons” and never thirty spoons.
 * @param alone the same with one tool, where one does
 */
export function measureMixed(
  amounts: DoseBounds,
  tools: readonly OwnedTool[],
  alone?: MeasuredDose,
): MeasuredDose | undefined {
  if (measureOfUnit(amounts.unit) !== 'volume') return undefined
  const poured = tools.filter((t) => t.measure === 'volume')
  const stepIn = (t: OwnedTool) => convert(t.step, t.unit, 'mL')
  const pairs = poured.flatMap((coarse) =>
    poured.flatMap((fine) =>
      stepIn(fine) < stepIn(coarse) ? (measureWithTwo(amounts, coarse, fine) ?? []) : [],
    ),
  )
  const off = (dose: MeasuredDose) => Math.abs(dose.error.value)
  const [best] = pairs.toSorted(
    (a, b) => Math.round((off(a) - off(b)) * 100) || handlings(a, poured) - handlings(b, poured),
  )
  if (!best || !alone) return best
  const nearer = off(best) < off(alone) - noticeableError / 2
  const quicker =
    handlings(alone, poured) > mostFillings && handlings(best, poured) < handlings(alone, poured)
  return nearer || (quicker && off(best) <= Math.max(off(alone), noticeableError / 2)) ? best : undefined
}
