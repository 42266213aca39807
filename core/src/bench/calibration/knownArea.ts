import {
  accepted,
  figure,
  operand,
  refused,
  type Caution,
  type Figure,
  type Outcome,
  type Refusal,
} from '../../quantity/index.ts'

/** One run with water over a measured area. */
export interface CalibrationRun {
  areaSqFt: number
  volumeGal: number
  /** Time it took, in seconds; for the pace. */
  seconds?: number
}

export interface Calibration {
  /** Mean of the runs. */
  carrierVolume: Figure<'gal/1000ft2'>
  /** Sample standard deviation over the mean; absent for one run. */
  variation?: Figure<'ratio'>
  /** Seconds per 1,000 ft²; absent unless every run was timed. */
  pace?: Figure<'s/1000ft2'>
}

/** Spray rates of lawn work run from about 0.5 to 2+; outside this something was misread. */
export const usualGalPer1000 = { least: 0.3, most: 5 }
/** No hand or boom puts down more. Estimate. */
const mostGalPer1000 = 20
const steadyVariation = 0.05

function checkRun(run: CalibrationRun, field: string): Refusal[] {
  const refusals: Refusal[] = []
  if (!(run.areaSqFt > 0))
    refusals.push({ code: 'runAreaNotPositive', field: `${field}.areaSqFt`, params: {} })
  if (!(run.volumeGal > 0))
    refusals.push({ code: 'runVolumeNotPositive', field: `${field}.volumeGal`, params: {} })
  if (run.seconds !== undefined && !(run.seconds > 0))
    refusals.push({ code: 'runTimeNotPositive', field: `${field}.seconds`, params: {} })
  if (refusals.length) return refusals
  const per1000 = (run.volumeGal / run.areaSqFt) * 1000
  if (per1000 > mostGalPer1000)
    refusals.push({
      code: 'carrierAbsurd',
      field: `${field}.volumeGal`,
      params: {
        given: { value: per1000, unit: 'gal/1000ft2' },
        limit: { value: mostGalPer1000, unit: 'gal/1000ft2' },
      },
    })
  return refusals
}

const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length

function computeVariation(rates: number[], average: number): Figure<'ratio'> | undefined {
  if (rates.length < 2) return undefined
  const deviation = Math.sqrt(rates.reduce((sum, r) => sum + (r - average) ** 2, 0) / (rates.length - 1))
  const over = deviation / average > steadyVariation
  return figure(
    'ratio',
    [
      {
        code: 'variation',
        formula: '{standardDeviation} ÷ {mean}',
        operands: {
          standardDeviation: operand(deviation, 'gal/1000ft2'),
          mean: operand(average, 'gal/1000ft2'),
        },
        result: operand(deviation / average, 'ratio'),
      },
    ],
    over
      ? [{ code: 'runsUneven', params: { variation: { value: deviation / average, unit: 'ratio' } } }]
      : [],
  )
}

function computePace(runs: CalibrationRun[]): Figure<'s/1000ft2'> | undefined {
  if (!runs.every((r) => r.seconds)) return undefined
  const seconds = runs.reduce((sum, r) => sum + r.seconds!, 0)
  const area = runs.reduce((sum, r) => sum + r.areaSqFt, 0)
  return figure('s/1000ft2', [
    {
      code: 'pace',
      formula: '{seconds} ÷ {area}',
      operands: { seconds: operand(seconds, 's'), area: operand(area, 'ft2') },
      result: operand((seconds / area) * 1000, 's/1000ft2'),
    },
  ])
}

/**
 * Known-area calibration: water used ÷ area, three runs or more. Warns over 5 % variation, under three runs, and
 * outside the usual carrier volumes.
 */
export function computeCalibration(runs: CalibrationRun[]): Outcome<Calibration> {
  if (!runs.length) return refused({ code: 'noRuns', field: 'runs', params: {} })
  const refusals = runs.flatMap((r, i) => checkRun(r, `runs.${i}`))
  if (refusals.length) return refused(...refusals)

  const rates = runs.map((r) => (r.volumeGal / r.areaSqFt) * 1000)
  const average = mean(rates)
  const cautions: Caution[] = []
  if (runs.length < 3) cautions.push({ code: 'fewRuns', params: { runs: runs.length } })
  if (average < usualGalPer1000.least || average > usualGalPer1000.most)
    cautions.push({ code: 'carrierUnusual', params: { given: { value: average, unit: 'gal/1000ft2' } } })

  const steps = runs.map((r, i) => ({
    code: 'run',
    formula: '{volume} ÷ {area}',
    operands: { volume: operand(r.volumeGal, 'gal'), area: operand(r.areaSqFt, 'ft2') },
    result: operand(rates[i]!, 'gal/1000ft2'),
    source: 'measured',
  }))
  const meanStep = {
    code: 'meanCarrier',
    formula: `(${rates.map((_, i) => `{run${i + 1}}`).join(' + ')}) ÷ ${rates.length}`,
    operands: Object.fromEntries(rates.map((r, i) => [`run${i + 1}`, operand(r, 'gal/1000ft2')])),
    result: operand(average, 'gal/1000ft2'),
  }
  const variation = computeVariation(rates, average)
  const pace = computePace(runs)
  return accepted({
    carrierVolume: figure('gal/1000ft2', [...steps, meanStep], cautions),
    ...(variation && { variation }),
    ...(pace && { pace }),
  })
}
