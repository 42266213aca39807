import {
  accepted,
  figure,
  operand,
  refused,
  type Caution,
  type Figure,
  type Outcome,
} from '../../quantity/index.ts'

/**
 * Catch method: GPA = 5940 × GPM ÷ (mph × spacing in), and GPA ÷ 43.56 per 1,000 ft².
 * @param nozzleGpm flow of one nozzle; `spacingIn` its spacing or, for a single nozzle, its swath.
 */
export function computeCatchCarrier(
  nozzleGpm: number,
  mph: number,
  spacingIn: number,
): Outcome<Figure<'gal/1000ft2'>> {
  const wrong = Object.entries({ nozzleGpm, mph, spacingIn }).find(([, v]) => !(v > 0))
  if (wrong) return refused({ code: 'catchNotPositive', field: wrong[0], params: { tape: wrong[0] } })
  const gpa = (5940 * nozzleGpm) / (mph * spacingIn)
  return accepted(
    figure('gal/1000ft2', [
      {
        code: 'catchPerAcre',
        formula: '5940 × {nozzleGpm} ÷ ({mph} × {spacing})',
        operands: {
          nozzleGpm: operand(nozzleGpm, 'count'),
          mph: operand(mph, 'count'),
          spacing: operand(spacingIn, 'in'),
        },
        result: operand(gpa, 'gal/acre'),
        source: 'catchMethod',
      },
      {
        code: 'perThousand',
        formula: '{perAcre} ÷ 43.56',
        operands: { perAcre: operand(gpa, 'gal/acre') },
        result: operand(gpa / 43.56, 'gal/1000ft2'),
      },
    ]),
  )
}

/** 1/128 acre: as many fluid ounces caught while it is sprayed as gallons on an acre. */
export const sqFt128thAcre = 43_560 / 128

/** The 1/128-acre method: fluid ounces caught from one nozzle in the time its own share of 1/128 acre takes. */
export function computeOuncesCarrier(flOzCaught: number): Outcome<Figure<'gal/1000ft2'>> {
  if (!(flOzCaught > 0))
    return refused({ code: 'catchNotPositive', field: 'flOzCaught', params: { tape: 'flOzCaught' } })
  return accepted(
    figure('gal/1000ft2', [
      {
        code: 'ouncesPerAcre',
        formula: '{flOzCaught} = {perAcre}',
        operands: { flOzCaught: operand(flOzCaught, 'floz'), perAcre: operand(flOzCaught, 'gal/acre') },
        result: operand(flOzCaught, 'gal/acre'),
        source: 'ounceMethod',
      },
      {
        code: 'perThousand',
        formula: '{perAcre} ÷ 43.56',
        operands: { perAcre: operand(flOzCaught, 'gal/acre') },
        result: operand(flOzCaught / 43.56, 'gal/1000ft2'),
      },
    ]),
  )
}

/** A nozzle that flows so much over its nominal is worn out. */
const wornShare = 0.1

/**
 * Flow of a nozzle against its nominal at the same pressure: flow goes with the root of the pressure.
 * @param nominal gal/min at its own pressure, psi.
 */
export function checkNozzle(
  measured: { gpm: number; psi: number },
  nominal: { gpm: number; psi: number },
): { over: Figure<'ratio'>; cautions: Caution[] } | undefined {
  if (![measured.gpm, measured.psi, nominal.gpm, nominal.psi].every((v) => v > 0)) return undefined
  const expected = nominal.gpm * Math.sqrt(measured.psi / nominal.psi)
  const over = figure('ratio', [
    {
      code: 'nozzleWear',
      formula: '{nozzleGpm} ÷ ({nominal} × √({psi} ÷ {nominalPsi})) − 1',
      operands: {
        nozzleGpm: operand(measured.gpm, 'count'),
        nominal: operand(nominal.gpm, 'count'),
        psi: operand(measured.psi, 'count'),
        nominalPsi: operand(nominal.psi, 'count'),
      },
      result: operand(measured.gpm / expected - 1, 'ratio'),
    },
  ])
  const worn = over.value > wornShare
  return {
    over,
    cautions: worn ? [{ code: 'nozzleWorn', params: { over: { value: over.value, unit: 'ratio' } } }] : [],
  }
}
