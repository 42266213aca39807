import type { Formulation } from '../shelf/index.ts'

/** One step of filling a tank, in order. Volumes are the level in the tank after the step, in gallons. */
export type FillingStep =
  | { code: 'water'; levelGal: number }
  | { code: 'product'; levelGal: number; disperse: boolean }
  | { code: 'agitate'; levelGal: number }
  | { code: 'topUp'; levelGal: number }

/** Water before the product as a share of the load: practice runs from a quarter to three quarters; a half is usual. */
export const usualWaterFirst = 0.5

/** Formulations that must be fully dispersed before anything follows. */
const dispersed: ReadonlySet<Formulation> = new Set(['WSP', 'WG', 'WP'])

/** The order of filling one load with one product. */
export const planFilling = (
  loadGal: number,
  formulation: Formulation,
  waterFirst = usualWaterFirst,
): FillingStep[] => [
  { code: 'water', levelGal: loadGal * waterFirst },
  { code: 'product', levelGal: loadGal * waterFirst, disperse: dispersed.has(formulation) },
  { code: 'agitate', levelGal: loadGal * waterFirst },
  { code: 'topUp', levelGal: loadGal },
]
