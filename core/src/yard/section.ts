import { accepted, refused, type Outcome, type Refusal } from '../quantity/index.ts'
import { shapes, type Point, type ShapeKind, type ShapeRule } from './shapes/index.ts'

/** A taped piece of lawn, or a piece to take off it (house, drive, bed). */
export interface Section {
  name: string
  kind: ShapeKind
  /** Taped lengths in feet, in the order the shape names them. */
  lengthsFt: number[]
  /** Taken off the lawn instead of added. */
  deduction: boolean
  /** One standard uncertainty per length in feet, where a phone or a picture measured it and no tape. */
  accuracyFt?: number | null
}

/** No single tape on a lawn is longer: half a mile. */
export const longestTapeFt = 2640

const tapeName = (rule: ShapeRule, i: number): string =>
  rule.kind === 'polygon' ? rule.names[i % 2]! : rule.names[Math.min(i, rule.names.length - 1)]!

/** The names of a section's tapes, one per length. */
export const tapeNames = (kind: ShapeKind, count: number): string[] =>
  Array.from({ length: count }, (_, i) => tapeName(shapes[kind], i))

function checkLength(rule: ShapeRule, ft: number, i: number, field: string): Refusal | undefined {
  const tape = tapeName(rule, i)
  if (!Number.isFinite(ft)) return { code: 'lengthMissing', field, params: { tape } }
  if (ft < 0 || (ft === 0 && !rule.mayBeZero?.(i)))
    return { code: 'lengthNotPositive', field, params: { tape, given: { value: ft, unit: 'ft' } } }
  if (ft > longestTapeFt)
    return {
      code: 'lengthAbsurd',
      field,
      params: { tape, given: { value: ft, unit: 'ft' }, limit: { value: longestTapeFt, unit: 'ft' } },
    }
  return undefined
}

/** Every reason why a section cannot be measured; none when it can. `field` is the path of the section in the request. */
export function checkSection(section: Section, field = 'section'): Refusal[] {
  const rule: ShapeRule = shapes[section.kind]
  const [least, most] = rule.count
  const given = section.lengthsFt.length
  if (given < least || given > most)
    return [
      {
        code: 'tapesMissing',
        field: `${field}.lengthsFt`,
        params: { shape: section.kind, least, most, given },
      },
    ]
  const lengths = section.lengthsFt
    .map((ft, i) => checkLength(rule, ft, i, `${field}.lengthsFt.${i}`))
    .filter((r) => r !== undefined)
  if (lengths.length) return lengths
  const closing = rule.check?.(section.lengthsFt)
  if (closing) return [{ ...closing, field: `${field}.lengthsFt` }]
  return rule.area(section.lengthsFt) > 0
    ? []
    : [{ code: 'sectionWithoutArea', field: `${field}.lengthsFt`, params: {} }]
}

/** The sides of a section as runs of points in feet, from its own corner. Refused when it cannot be measured. */
export function computeSides(section: Section): Outcome<Point[][]> {
  const refusals = checkSection(section)
  return refusals.length ? refused(...refusals) : accepted(shapes[section.kind].sides(section.lengthsFt))
}
