import {
  kindOf,
  measureOfFormulation,
  type LabelRules,
  type LabelUse,
  type Package,
  type Purpose,
} from '../label.ts'
import type { ReadField, ReadFigure, ReadValues } from './reading.ts'

type Given = Partial<Omit<LabelRules, 'packages'>>
/** What stands in a line of the directions. */
const ofLines: ReadonlySet<ReadField> = new Set([
  'turf',
  'rate',
  'lengths',
  'annualMaximum',
  'applicationsPerYear',
  'minimumIntervalDays',
  'minimumCarrier',
])

/**
 * What figures of a reading make of a label: only those that a person took. A line of the directions takes what is said of it before what
 * is said of all; a line without its rate has `NaN` there, which the form asks for.
 */
export function rulesOfReading(
  figures: ReadFigure[],
): Given & { contents?: Package['amount']; purpose?: Purpose } {
  const all = <F extends ReadField>(field: F): ReadValues[F][] =>
    figures.filter((f) => f.field === field).map((f) => f.value as ReadValues[F])
  const one = <F extends ReadField>(field: F, line?: number): ReadValues[F] | undefined =>
    (
      figures.find((f) => f.field === field && f.line === line && line !== undefined) ??
      figures.find((f) => f.field === field && f.line === undefined)
    )?.value as ReadValues[F] | undefined
  const given = <K extends string, T>(key: K, value: T | undefined) =>
    (value === undefined ? {} : { [key]: value }) as Partial<Record<K, T>>

  const own = [...new Set(figures.map((f) => f.line).filter((l) => l !== undefined))].toSorted(
    (a, b) => a - b,
  )
  // What is said of all lines stands in one, where none was found.
  const lines = own.length || !figures.some((f) => ofLines.has(f.field)) ? own : [0]
  const isDry = measureOfFormulation(one('formulation') ?? 'SL') === 'mass'
  const spots = all('spot')
  // A can’s booklet prints so much to a gallon, and no rate for ground.
  const onlySpots = spots.length > 0 && !figures.some((f) => f.field === 'rate')
  const uses = lines.map((line): LabelUse => {
    const carrier = one('minimumCarrier', line)
    return {
      turf: one('turf', line) ?? [],
      purpose: one('purpose') ?? 'preEmergent',
      rate: one('rate', line) ?? { min: NaN, max: NaN, unit: isDry ? 'oz/1000ft2' : 'floz/1000ft2' },
      ...(onlySpots && { fromSpots: true, purpose: 'postEmergent' as const }),
      ...given('annualMaximum', one('annualMaximum', line)),
      ...given('applicationsPerYear', one('applicationsPerYear', line)),
      ...given('minimumIntervalDays', one('minimumIntervalDays', line)),
      ...given('lengths', one('lengths', line)),
      ...(carrier !== undefined && { minimumCarrier: { value: carrier, unit: 'gal/1000ft2' as const } }),
    }
  })
  const actives = all('active')
  const [controls, suppresses] = [one('controls'), one('suppresses')]
  const analysis = one('analysis')
  const rules = {
    ...given('name', one('name')),
    ...given('registration', one('registration')),
    ...given('formulation', one('formulation')),
    ...given('density', one('density')),
    ...(actives.length && { actives }),
    ...(uses.length && { uses }),
    ...given('wateringIn', one('wateringIn')),
    ...given('keepOff', one('keepOff')),
    ...given('seedingIntervalDays', one('seedingIntervalDays')),
    ...given('seedlingMowings', one('seedlingMowings')),
    ...given('gear', one('gear')),
    ...given('signalWord', one('signalWord')),
    ...given('restrictedUse', one('restrictedUse')),
    ...given('dryHours', one('dryHours')),
    ...((controls ?? suppresses) && { weeds: { controls: controls ?? [], suppresses: suppresses ?? [] } }),
    ...given('temperature', one('temperature')),
    ...given('windMost', one('windMost')),
    ...given('mowing', one('mowing')),
    ...given('adjuvant', one('adjuvant')),
    ...given('notWith', one('notWith')),
    ...given('notIn', one('notIn')),
    ...(spots.length && { spots }),
    ...(analysis && { analysis, ...(!actives.length && { kind: 'fertiliser' as const }) }),
  } as Given
  return {
    ...rules,
    ...given('contents', one('contents')),
    ...given('purpose', one('purpose')),
    ...(kindOf(rules) !== 'herbicide' && { uses: [] }),
  }
}
