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
  type VolumeUnit,
} from '../quantity/index.ts'

/** A scale, cup or spoon and the smallest step it shows. */
export interface MeasuringTool {
  measure: ProductMeasure
  step: number
  unit: MassUnit | VolumeUnit
  kind: 'scale' | 'cup' | 'spoon' | 'syringe'
}

/** The tools of a garage shelf, by id. */
export const measuringTools = {
  scale1g: { measure: 'mass', step: 1, unit: 'g', kind: 'scale' },
  scaleTenthOz: { measure: 'mass', step: 0.1, unit: 'oz', kind: 'scale' },
  scaleHundredthOz: { measure: 'mass', step: 0.01, unit: 'oz', kind: 'scale' },
  scaleTenthG: { measure: 'mass', step: 0.1, unit: 'g', kind: 'scale' },
  cupHalfFloz: { measure: 'volume', step: 0.5, unit: 'floz', kind: 'cup' },
  cup10mL: { measure: 'volume', step: 10, unit: 'mL', kind: 'cup' },
  teaspoonHalf: { measure: 'volume', step: 0.5, unit: 'tsp', kind: 'spoon' },
  syringe1mL: { measure: 'volume', step: 1, unit: 'mL', kind: 'syringe' },
} as const satisfies Record<string, MeasuringTool>
export type ToolId = keyof typeof measuringTools
export const toolIds = Object.keys(measuringTools) as ToolId[]

/** A dose as a tool can show it. */
export interface MeasuredDose {
  tool: ToolId
  /** In the tool's unit. */
  amount: Figure<MassUnit | VolumeUnit>
  /** Measured ÷ planned − 1. */
  error: Figure<'ratio'>
}

/** Room for rounding in the last digits of a double, not for product. */
const sliver = 1e-9
const noticeableError = 0.05

/** The mark of a tool nearest to the planned amount and between the bounds, or undefined where none lies between. */
function nearestMark(planned: number, min: number, max: number, step: number): number | undefined {
  const lowest = Math.ceil(min / step - sliver)
  const highest = Math.floor(max / step + sliver)
  if (highest < lowest || highest < 1) return undefined
  const marks = Math.min(highest, Math.max(lowest, 1, Math.round(planned / step)))
  return marks * step
}

const toolsThatWould = (
  measure: ProductMeasure,
  inTool: (unit: MassUnit | VolumeUnit) => [number, number, number],
) =>
  toolIds.filter((id) => {
    const tool = measuringTools[id]
    return tool.measure === measure && nearestMark(...inTool(tool.unit), tool.step) !== undefined
  })

/**
 * Snaps a planned dose to the nearest mark of a tool within the label's least and most for this load: never above
 * the most, never below the least. Refuses where no mark lies between, and names the tools that would do.
 * @param amounts planned, least and most in `unit`.
 */
export function computeMeasuredDose(
  amounts: { planned: number; min: number; max: number; unit: MassUnit | VolumeUnit },
  toolId: ToolId,
): Outcome<MeasuredDose> {
  const tool: MeasuringTool = measuringTools[toolId]
  const measure = measureOfUnit(amounts.unit)!
  if (tool.measure !== measure)
    return refused({ code: 'toolMeasuresOther', field: 'tool', params: { tool: toolId, measure } })
  const inTool = (unit: MassUnit | VolumeUnit): [number, number, number] => [
    convert(amounts.planned, amounts.unit, unit),
    convert(amounts.min, amounts.unit, unit),
    convert(amounts.max, amounts.unit, unit),
  ]
  const [planned, min, max] = inTool(tool.unit)
  const marked = nearestMark(planned, min, max, tool.step)
  if (marked === undefined)
    return refused({
      code: 'noMarkBetween',
      field: 'tool',
      params: {
        tool: toolId,
        step: { value: tool.step, unit: tool.unit },
        min: { value: min, unit: tool.unit },
        max: { value: max, unit: tool.unit },
        would: toolsThatWould(measure, inTool)[0] ?? 'none',
      },
    })
  const error = marked / planned - 1
  const cautions: Caution[] =
    Math.abs(error) > noticeableError
      ? [{ code: 'doseErrorOverFive', params: { error: { value: error, unit: 'ratio' } } }]
      : []
  const snap = {
    code: 'measuredDose',
    formula: '{least} ≤ k × {step} ≤ {most}, {planned}',
    operands: {
      planned: operand(planned, tool.unit),
      step: operand(tool.step, tool.unit),
      least: operand(min, tool.unit),
      most: operand(max, tool.unit),
    },
    result: operand(marked, tool.unit),
    source: 'labelLimits',
  }
  const errorStep = {
    code: 'doseError',
    formula: '{measured} ÷ {planned} − 1',
    operands: { measured: operand(marked, tool.unit), planned: operand(planned, tool.unit) },
    result: operand(error, 'ratio'),
  }
  return accepted({
    tool: toolId,
    amount: figure(tool.unit, [snap]),
    error: figure('ratio', [errorStep], cautions),
  })
}

/** Of the tools owned, the one with the least dose error that can show the amount at all. */
export function chooseTool(
  amounts: { planned: number; min: number; max: number; unit: MassUnit | VolumeUnit },
  owned: readonly ToolId[],
): ToolId | undefined {
  const doses = owned.flatMap((id) => {
    const dose = computeMeasuredDose(amounts, id)
    return dose.ok ? [dose.value] : []
  })
  return doses.toSorted((a, b) => Math.abs(a.error.value) - Math.abs(b.error.value))[0]?.tool
}
