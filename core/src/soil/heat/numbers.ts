/**
 * An array that holds numbers with fractions from its first moment on: engines keep such an array flat, and loops over it
 * run a third faster than over a typed one (bench/soilSpeed.ts).
 */
export const numbers = (length: number, valueAt: (i: number) => number = () => 0): number[] => {
  const made: number[] = []
  for (let i = 0; i < length; i++) {
    made.push(0.5)
    made[i] = valueAt(i)
  }
  return made
}
