import type { SpreaderRun } from '@jardinero/core/bench'

/** What a method other than runs over known ground rests on; a wetting is of a can whose spots are sprayed to wet. */
export interface CalibrationInputs {
  nozzleGpm?: number
  mph?: number
  spacingIn?: number
  flOzCaught?: number
  wettedGalPer1000?: number
  /** Of a sprayer that nobody measured. */
  usualGalPer1000?: number
  psi?: number
  /** Of a spreader: the setting, and what its runs took. */
  setting?: string
  weighed?: SpreaderRun[]
}
