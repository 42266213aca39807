import { accepted, figure, operand, refused, type Figure, type Outcome } from '../../quantity/index.ts'
import { spreaderKinds, type SprayerKind } from '../sprayer.ts'
import { usualGalPer1000 } from './knownArea.ts'

/** What a sprayer of each kind puts down where nobody measured it, gallons on 1,000 sq ft, walked at an ordinary pace. Estimate. */
const usualOf: Partial<Record<SprayerKind, number>> = {
  handCan: 1,
  backpack: 1,
  hoseEnd: 3,
  towBehind: 0.75,
  truckRig: 1.5,
}

/** The usual figure of a kind; nothing for a spreader, whose rate is of its product and setting alone. */
export const usualCarrierOf = (kind: SprayerKind): number | undefined =>
  spreaderKinds.has(kind) ? undefined : usualOf[kind]

/** A calibration somebody made: neither a can that is sprayed to wet, nor a usual figure. */
export const isMeasured = ({ method }: { method?: string | null }): boolean =>
  method !== 'wetted' && method !== 'usual'

/**
 * The carrier volume of a sprayer that nobody measured, with the caution that says so.
 * @param galPer1000 spray on 1,000 ft² @throws refused usualAbsurd
 */
export function computeUsualCarrier(galPer1000: number): Outcome<Figure<'gal/1000ft2'>> {
  const { least, most } = usualGalPer1000
  if (!(galPer1000 >= least && galPer1000 <= most))
    return refused({
      code: 'usualAbsurd',
      field: 'inputs.usualGalPer1000',
      params: {
        least: { value: least, unit: 'gal/1000ft2' },
        most: { value: most, unit: 'gal/1000ft2' },
      },
    })
  return accepted(
    figure(
      'gal/1000ft2',
      [
        {
          code: 'usualCarrier',
          formula: '{carrierVolume}',
          operands: { carrierVolume: operand(galPer1000, 'gal/1000ft2') },
          result: operand(galPer1000, 'gal/1000ft2'),
          source: 'practice',
        },
      ],
      [{ code: 'carrierUsual', params: {} }],
    ),
  )
}
