import { accepted, refused, type Figure, type Outcome } from '../../quantity/index.ts'
import { computeCatchCarrier, computeOuncesCarrier } from './flow.ts'
import { computeCalibration, type Calibration, type CalibrationRun } from './knownArea.ts'
import { computeSpreadRate, type SpreaderRun } from './spreader.ts'
import { computeUsualCarrier } from './usual.ts'
import { computeWettedCarrier } from './wetted.ts'

/** A calibration as it is kept: its method, and what that rests on. */
export interface CalibrationRecord {
  method?: 'knownArea' | 'wholeLawn' | 'catch' | 'ounces' | 'weighBack' | 'wetted' | 'usual' | null
  runs: CalibrationRun[]
  inputs?: {
    nozzleGpm?: number
    mph?: number
    spacingIn?: number
    flOzCaught?: number
    wettedGalPer1000?: number
    usualGalPer1000?: number
    weighed?: SpreaderRun[]
  } | null
}

/** What a calibration gives: a sprayer's carrier volume, or a spreader's rate at its setting. */
export type AnyCalibration =
  ({ kind: 'sprayer' } & Calibration) | { kind: 'spreader'; spreadRate: Figure<'lb/1000ft2'> }

const asSprayer = (carrier: Outcome<Figure<'gal/1000ft2'>>): Outcome<AnyCalibration> =>
  carrier.ok ? accepted({ kind: 'sprayer', carrierVolume: carrier.value }) : carrier
const incomplete = (field: string) => refused({ code: 'methodIncomplete', field, params: {} })

/** The figure of a calibration by its own method: known ground and the whole lawn alike, catch, ounces, or a spreader weighed back. */
export function computeAnyCalibration({ method, runs, inputs }: CalibrationRecord): Outcome<AnyCalibration> {
  switch (method ?? 'knownArea') {
    case 'knownArea':
    case 'wholeLawn': {
      const calibrated = computeCalibration(runs)
      return calibrated.ok ? accepted({ kind: 'sprayer', ...calibrated.value }) : calibrated
    }
    case 'catch': {
      const { nozzleGpm, mph, spacingIn } = inputs ?? {}
      return nozzleGpm === undefined || mph === undefined || spacingIn === undefined
        ? incomplete('inputs')
        : asSprayer(computeCatchCarrier(nozzleGpm, mph, spacingIn))
    }
    case 'ounces':
      return inputs?.flOzCaught === undefined
        ? incomplete('inputs.flOzCaught')
        : asSprayer(computeOuncesCarrier(inputs.flOzCaught))
    case 'wetted':
      return inputs?.wettedGalPer1000 === undefined
        ? incomplete('inputs.wettedGalPer1000')
        : asSprayer(computeWettedCarrier(inputs.wettedGalPer1000))
    case 'usual':
      return inputs?.usualGalPer1000 === undefined
        ? incomplete('inputs.usualGalPer1000')
        : asSprayer(computeUsualCarrier(inputs.usualGalPer1000))
    case 'weighBack': {
      const rate = computeSpreadRate(inputs?.weighed ?? [])
      return rate.ok ? accepted({ kind: 'spreader', spreadRate: rate.value }) : rate
    }
  }
}
