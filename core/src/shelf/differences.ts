import type { LabelRules } from './label.ts'

/** One figure in which two versions of a label differ. */
export interface LabelDifference {
  part: keyof LabelRules
  /** The line it stands in, from 1, where the part has several. */
  line?: number
  /** What of the line, as it is named in the rules. */
  of: string
  before: unknown
  after: unknown
}

const isQuantity = (value: unknown): value is { value: number; unit: string } =>
  typeof value === 'object' && value !== null && 'value' in value && 'unit' in value
/** Figures and names, by their path: a quantity and a list of names are one each. */
function leavesOf(value: unknown, path: string[] = []): [path: string, value: unknown][] {
  const isNames = Array.isArray(value) && value.every((v) => typeof v === 'string')
  if (value === undefined) return []
  if (value === null || typeof value !== 'object' || isNames || isQuantity(value))
    return [[path.join('.'), value]]
  return Object.entries(value).flatMap(([key, v]) => leavesOf(v, [...path, key]))
}

/** In which figures two versions of a label differ, in the order of the rules. */
export function differencesOf(before: LabelRules, after: LabelRules): LabelDifference[] {
  const [was, is] = [new Map(leavesOf(before)), new Map(leavesOf(after))]
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
  return [...new Set([...was.keys(), ...is.keys()])]
    .filter((path) => !same(was.get(path), is.get(path)))
    .map((path): LabelDifference => {
      const [part, ...rest] = path.split('.')
      const line = /^\d+$/.test(rest[0] ?? '') ? Number(rest.shift()) + 1 : undefined
      return {
        part: part as keyof LabelRules,
        ...(line !== undefined && { line }),
        of: rest.join('.'),
        before: was.get(path),
        after: is.get(path),
      }
    })
}
