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

/** One run of a spreader at a setting: what a known area took, by weighing back. */
export interface SpreaderRun {
  areaSqFt: number
  lb: number
}
/** No spreader puts down more at once. Estimate. */
const mostLbPer1000 = 60

/** Weigh-back: pounds on 1,000 sq ft at a setting, the mean of the runs. Warns over 10 % between them. */
export function computeSpreadRate(runs: SpreaderRun[]): Outcome<Figure<'lb/1000ft2'>> {
  if (!runs.length) return refused({ code: 'noRuns', field: 'runs', params: {} })
  const refusals = runs.flatMap(({ areaSqFt, lb }, i): Refusal[] => {
    if (!(areaSqFt > 0)) return [{ code: 'runAreaNotPositive', field: `runs.${i}.areaSqFt`, params: {} }]
    if (!(lb > 0)) return [{ code: 'runWeightNotPositive', field: `runs.${i}.lb`, params: {} }]
    const per1000 = (lb / areaSqFt) * 1000
    return per1000 > mostLbPer1000
      ? [
          {
            code: 'spreadAbsurd',
            field: `runs.${i}.lb`,
            params: {
              given: { value: per1000, unit: 'lb/1000ft2' },
              limit: { value: mostLbPer1000, unit: 'lb/1000ft2' },
            },
          },
        ]
      : []
  })
  if (refusals.length) return refused(...refusals)
  const rates = runs.map((r) => (r.lb / r.areaSqFt) * 1000)
  const mean = rates.reduce((a, b) => a + b, 0) / rates.length
  const apart = (Math.max(...rates) - Math.min(...rates)) / mean
  const cautions: Caution[] =
    apart > 0.1 ? [{ code: 'spreadUneven', params: { variation: { value: apart, unit: 'ratio' } } }] : []
  return accepted(
    figure(
      'lb/1000ft2',
      [
        {
          code: 'meanSpread',
          formula: `(${rates.map((_, i) => `{run${i + 1}}`).join(' + ')}) ÷ ${rates.length}`,
          operands: Object.fromEntries(rates.map((r, i) => [`run${i + 1}`, operand(r, 'lb/1000ft2')])),
          result: operand(mean, 'lb/1000ft2'),
          source: 'measured',
        },
      ],
      cautions,
    ),
  )
}

/** A swath between passes, and how even it lies with that overlap. */
export interface Swath {
  swathFt: number
  /** Coefficient of variation across the lawn. */
  variation: number
}

/** Trays across the pattern are few enough to carry and many enough to see it. */
const trayLimits = { least: 5, most: 60 }
/** Coefficient of variation across the lawn up to which a spreader's work shows no stripes: our estimate, on the strict side of field practice. */
const evenEnough = 0.1

/**
 * The catch-tray pattern of one pass, laid over itself at every swath that is a whole number of trays: the swath whose sum
 * lies evenly enough, the widest of them. Passes back and forth: every second pattern is turned round.
 * @param catches what each tray caught, in order across the pass, trays `trayFt` apart.
 */
export function findSwath(catches: number[], trayFt: number): Outcome<{ best: Swath; all: Swath[] }> {
  if (catches.length < trayLimits.least || catches.length > trayLimits.most)
    return refused({ code: 'trayCount', field: 'catches', params: { ...trayLimits, given: catches.length } })
  if (catches.some((c) => !(c >= 0)) || !catches.some((c) => c > 0))
    return refused({ code: 'traysEmpty', field: 'catches', params: {} })
  if (!(trayFt > 0)) return refused({ code: 'trayApart', field: 'trayFt', params: {} })
  const count = catches.length
  const turned = catches.toReversed()
  const at = (pattern: number[], i: number) => pattern[i] ?? 0
  const all = Array.from({ length: count }, (_, k) => k + 1).map((step): Swath => {
    // Over two swaths the back-and-forth pattern repeats.
    const sums = Array.from({ length: step * 2 }, (_, x) => {
      let sum = 0
      for (let pass = -Math.ceil(count / step) - 2; pass <= Math.ceil(count / step) + 2; pass++)
        sum += at(pass % 2 === 0 ? catches : turned, x - pass * step)
      return sum
    })
    const mean = sums.reduce((a, b) => a + b, 0) / sums.length
    const deviation = Math.sqrt(sums.reduce((a, s) => a + (s - mean) ** 2, 0) / sums.length)
    return { swathFt: step * trayFt, variation: deviation / mean }
  })
  // Single trays apart everything is even, and nobody walks that: the widest that is even enough, else the most even.
  const chosen =
    all.findLast((s) => s.variation <= evenEnough) ?? all.toSorted((a, b) => a.variation - b.variation)[0]!
  return accepted({ best: chosen, all })
}
