import {
  accepted,
  figure,
  operand,
  refused,
  type Caution,
  type Figure,
  type Operand,
  type Outcome,
  type Step,
} from '../quantity/index.ts'
import { checkSection, tapeNames, type Section } from './section.ts'
import { shapes, type ShapeRule } from './shapes/index.ts'

/** A lawn's measured area. */
export interface MeasuredArea {
  area: Figure<'ft2'>
  /** One standard uncertainty of the area from the tapes. */
  uncertainty: Figure<'ft2'>
  /** Area of each section in the order given, in ft², positive also for deductions. */
  sectionsSqFt: number[]
}

/** How a tape on grass is usually off: slack, bends, where the corner is. Estimate; 0.2–1 ft. */
export const defaultTapeUncertaintyFt = 0.5

/** A section's variance in ft⁴: Σ (∂A/∂L)² u², the slopes by central differences. */
function sectionVariance(section: Section, tapeUncertaintyFt: number): number {
  const { area, spread }: ShapeRule = shapes[section.kind]
  if (spread) return spread(section.lengthsFt) ** 2
  const perLengthFt = section.accuracyFt ?? tapeUncertaintyFt
  const step = 1e-4
  return section.lengthsFt.reduce((sum, ft, i) => {
    const at = (x: number) => area(section.lengthsFt.map((l, j) => (j === i ? x : l)))
    const slope = (at(ft + step) - at(ft - step)) / (2 * step)
    return sum + (slope * perLengthFt) ** 2
  }, 0)
}

/** Where a section's lengths come from: tapes, what is known of it, or a phone or a picture. */
export function sourceOf({ kind, accuracyFt }: Section): 'tape' | 'known' | 'outline' {
  if (kind === 'known') return 'known'
  return accuracyFt ? 'outline' : 'tape'
}

const sectionStep = (section: Section, sqFt: number): Step => {
  const names = tapeNames(section.kind, section.lengthsFt.length)
  const many = new Set(names).size < names.length
  const operands = section.lengthsFt.map((ft, i) => [
    many ? `${names[i]}${i + 1}` : names[i]!,
    operand(ft, 'ft'),
  ])
  return {
    code: section.deduction ? 'sectionOff' : 'section',
    subject: section.name,
    formula: shapes[section.kind].formula,
    operands: Object.fromEntries(operands),
    result: operand(sqFt, 'ft2'),
    source: sourceOf(section),
  }
}

/** How unsure the whole is: by its tapes, or piece by piece where some of them are not taped. */
function spreadStep(sections: Section[], tapeUncertaintyFt: number, u: number): Step {
  const common = { code: 'areaUncertainty', result: operand(u, 'ft2'), source: 'propagation' }
  if (sections.every((s) => sourceOf(s) === 'tape'))
    return {
      ...common,
      formula: '√ Σ (∂A/∂L × {tapeUncertainty})²',
      operands: { tapeUncertainty: operand(tapeUncertaintyFt, 'ft') },
    }
  const pieces = sections.map((s, i): [string, Operand] => [
    `pieceUncertainty${i + 1}`,
    operand(Math.sqrt(sectionVariance(s, tapeUncertaintyFt)), 'ft2'),
  ])
  const formula = `√ (${pieces.map(([name]) => `{${name}}²`).join(' + ')})`
  return { ...common, formula, operands: Object.fromEntries(pieces) }
}

/**
 * Area of a lawn from its taped sections: pieces added, deductions taken off, with the uncertainty of the tapes
 * carried through (each tape independent). Nothing is rounded.
 * @param tapeUncertaintyFt one standard uncertainty per taped length, in feet.
 */
export function computeArea(
  sections: Section[],
  tapeUncertaintyFt = defaultTapeUncertaintyFt,
): Outcome<MeasuredArea> {
  if (!sections.some((s) => !s.deduction))
    return refused({ code: 'noSections', field: 'sections', params: {} })
  if (!(tapeUncertaintyFt >= 0 && tapeUncertaintyFt <= 20))
    return refused({
      code: 'tapeUncertaintyAbsurd',
      field: 'tapeUncertaintyFt',
      params: { given: tapeUncertaintyFt },
    })
  const refusals = sections.flatMap((s, i) => checkSection(s, `sections.${i}`))
  if (refusals.length) return refused(...refusals)

  const sectionsSqFt = sections.map((s) => shapes[s.kind].area(s.lengthsFt))
  const total = (deduction: boolean) =>
    sections.reduce((sum, s, i) => (s.deduction === deduction ? sum + sectionsSqFt[i]! : sum), 0)
  const added = total(false)
  const off = total(true)
  if (off >= added)
    return refused({
      code: 'deductionsExceedLawn',
      field: 'sections',
      params: { added: { value: added, unit: 'ft2' }, off: { value: off, unit: 'ft2' } },
    })

  const variance = sections.reduce((sum, s) => sum + sectionVariance(s, tapeUncertaintyFt), 0)
  const u = Math.sqrt(variance)
  const cautions: Caution[] =
    u > 0.05 * (added - off)
      ? [{ code: 'areaUncertain', params: { share: { value: u / (added - off), unit: 'ratio' } } }]
      : []
  const sum: Step = {
    code: 'areaSum',
    formula: off ? '{added} − {off}' : '{added}',
    operands: off
      ? { added: operand(added, 'ft2'), off: operand(off, 'ft2') }
      : { added: operand(added, 'ft2') },
    result: operand(added - off, 'ft2'),
  }
  const spread = spreadStep(sections, tapeUncertaintyFt, u)
  const steps = sections.map((s, i) => sectionStep(s, sectionsSqFt[i]!))
  return accepted({
    area: figure('ft2', [...steps, sum], cautions),
    uncertainty: figure('ft2', [spread]),
    sectionsSqFt,
  })
}

/** What rounding a measured area to another figure would do to the dose: the share of product more (or less). */
export const computeRoundingEffect = (measuredSqFt: number, roundedSqFt: number): Figure<'ratio'> =>
  figure('ratio', [
    {
      code: 'roundingEffect',
      formula: '{rounded} ÷ {measured} − 1',
      operands: { rounded: operand(roundedSqFt, 'ft2'), measured: operand(measuredSqFt, 'ft2') },
      result: operand(roundedSqFt / measuredSqFt - 1, 'ratio'),
    },
  ])
