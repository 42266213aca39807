import type { ReadField, ReadFigure } from '@jardinero/core/shelf'
import type { Truth } from './truth.ts'

/** A figure that stands on the label, as it should be read. */
interface Expected {
  field: ReadField
  line?: number
  value: unknown
}

function expectedOf(t: Truth): Expected[] {
  const oneLine = t.lines.length === 1
  const all: (Expected | undefined)[] = [
    { field: 'name', value: t.name },
    { field: 'formulation', value: t.formulation },
    { field: 'registration', value: t.registration },
    { field: 'signalWord', value: t.signalWord },
    { field: 'contents', value: t.contents },
    t.density && { field: 'density', value: t.density },
    { field: 'purpose', value: t.purpose },
    ...t.actives.map((value): Expected => ({ field: 'active', value })),
    ...t.lines.flatMap((l, i): (Expected | undefined)[] => [
      { field: 'turf', line: i, value: l.turf.toSorted() },
      { field: 'rate', line: i, value: l.rate },
      l.lengths && { field: 'lengths', line: i, value: l.lengths },
      l.annualMaximum && { field: 'annualMaximum', line: i, value: l.annualMaximum },
    ]),
    t.annualMaximum && { field: 'annualMaximum', value: t.annualMaximum },
    { field: 'applicationsPerYear', value: t.applicationsPerYear },
    { field: 'minimumIntervalDays', value: t.minimumIntervalDays },
    t.minimumCarrier === undefined ? undefined : { field: 'minimumCarrier', value: t.minimumCarrier },
    t.wateringIn && { field: 'wateringIn', value: t.wateringIn },
    t.dryHours === undefined ? undefined : { field: 'dryHours', value: t.dryHours },
    { field: 'keepOff', value: t.keepOff },
    { field: 'seedingIntervalDays', value: t.seedingIntervalDays },
    { field: 'seedlingMowings', value: t.seedlingMowings },
    { field: 'mowing', value: t.mowing },
    { field: 'windMost', value: t.windMost },
    t.temperatureMost === undefined
      ? undefined
      : { field: 'temperature', value: { most: t.temperatureMost, unit: 'degF' } },
    t.adjuvant && { field: 'adjuvant', value: t.adjuvant },
    { field: 'controls', value: t.controls.toSorted() },
    t.spot && { field: 'spot', value: t.spot },
    { field: 'gear', value: t.gear.toSorted() },
  ]
  void oneLine
  return all.filter((e) => e !== undefined)
}

const sorted = (value: unknown): unknown =>
  Array.isArray(value) && typeof value[0] === 'string' ? (value as string[]).toSorted() : value
/** The same in every figure, to one in ten thousand. */
function isSame(a: unknown, b: unknown): boolean {
  const [x, y] = [sorted(a), sorted(b)]
  if (typeof x === 'number' && typeof y === 'number') return Math.abs(x - y) <= Math.abs(y) * 1e-4 + 1e-9
  if (typeof x === 'string' && typeof y === 'string') return x.toLowerCase() === y.toLowerCase()
  if (!x || !y || typeof x !== 'object' || typeof y !== 'object') return x === y
  const keys = new Set([...Object.keys(x), ...Object.keys(y)])
  return [...keys].every((k) => isSame((x as Record<string, unknown>)[k], (y as Record<string, unknown>)[k]))
}

export interface FieldScore {
  right: number
  /** Right, but with a question. */
  asked: number
  /** Wrong, with a question. */
  doubted: number
  /** Wrong, and taken for sure. */
  wrong: number
  missed: number
}
const emptyScore = (): FieldScore => ({ right: 0, asked: 0, doubted: 0, wrong: 0, missed: 0 })

/** @returns what was expected and what was read, of each that is not right */
export function score(t: Truth, figures: ReadFigure[], into: Map<string, FieldScore>): string[] {
  const notes: string[] = []
  const left = [...figures]
  const of = (field: string): FieldScore => {
    if (!into.has(field)) into.set(field, emptyScore())
    return into.get(field)!
  }
  for (const e of expectedOf(t)) {
    const candidates = left.filter(
      (f) => f.field === e.field && (e.line === undefined || f.line === undefined || f.line === e.line),
    )
    const hit =
      candidates.find((f) => isSame(f.value, e.value)) ??
      (e.field === 'active'
        ? candidates.find((f) => f.field === 'active' && f.value.name === (e.value as { name: string }).name)
        : candidates[0])
    const at = of(e.field)
    if (!hit) {
      at.missed++
      notes.push(`${t.seed} ${t.layout} ${e.field} missed ${JSON.stringify(e.value)}`)
      continue
    }
    if (hit.line !== undefined || e.line === undefined) left.splice(left.indexOf(hit), 1)
    const right = isSame(hit.value, e.value)
    if (right) at[hit.doubt ? 'asked' : 'right']++
    else at[hit.doubt ? 'doubted' : 'wrong']++
    if (!right)
      notes.push(
        `${t.seed} ${t.layout} ${e.field}${hit.doubt ? ' (asked)' : ' WRONG'} ${JSON.stringify(e.value)} read ${JSON.stringify(hit.value)} from “${hit.said.slice(0, 90)}”`,
      )
  }
  // What is read and does not stand there at all is as wrong as another figure.
  const expected = new Set(expectedOf(t).map((e) => e.field))
  for (const f of left) {
    if (expected.has(f.field) || f.doubt) continue
    if (
      [
        'restrictedUse',
        'suppresses',
        'notWith',
        'notIn',
        'analysis',
        'temperature',
        'spot',
        'lengths',
      ].includes(f.field)
    ) {
      of(f.field).wrong++
      notes.push(
        `${t.seed} ${t.layout} ${f.field} INVENTED ${JSON.stringify(f.value)} from “${f.said.slice(0, 90)}”`,
      )
    }
  }
  return notes
}
