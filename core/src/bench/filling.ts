/** One step of filling a tank, in order. Volumes are the level in the tank after the step, in gallons. */
export type FillingStep =
  | { code: 'water'; levelGal: number }
  | { code: 'product'; levelGal: number; product: number; disperse: boolean }
  | { code: 'agitate'; levelGal: number }
  | { code: 'topUp'; levelGal: number }
  | { code: 'prime'; levelGal: number }

/** Water before the product as a share of the load: practice runs from a quarter to three quarters; a half is usual. */
export const usualWaterFirst = 0.5
