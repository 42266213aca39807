import { accepted, figure, operand, refused, type Figure, type Outcome } from '../../quantity/index.ts'
import { spotWetting } from '../../shelf/index.ts'

/**
 * Carrier of a can whose spots are sprayed to wet: nobody measures it; it is taken as heavy as it can be meant, so that what is
 * put down is never told too low. @param galPer1000 spray on 1,000 ft² @throws refused wettingAbsurd
 */
export function computeWettedCarrier(galPer1000: number): Outcome<Figure<'gal/1000ft2'>> {
  const { least, most } = spotWetting
  if (!(galPer1000 >= least && galPer1000 <= most))
    return refused({
      code: 'wettingAbsurd',
      field: 'inputs.wettedGalPer1000',
      params: {
        least: { value: least, unit: 'gal/1000ft2' },
        most: { value: most, unit: 'gal/1000ft2' },
      },
    })
  return accepted(
    figure('gal/1000ft2', [
      {
        code: 'sprayedToWet',
        formula: '{carrierVolume}',
        operands: { carrierVolume: operand(galPer1000, 'gal/1000ft2') },
        result: operand(galPer1000, 'gal/1000ft2'),
        source: 'practice',
      },
    ]),
  )
}
