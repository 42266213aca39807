/** A run as it is typed: any of it may still be missing. */
export interface TypedRun {
  areaSqFt: number | undefined
  /** Water; of a spreader what left the hopper, pounds. */
  volumeGal: number | undefined
  seconds: number | undefined
}
/** A run of which only the ground is known. */
export const blankRun = (areaSqFt: number | undefined = 1000): TypedRun => ({
  areaSqFt,
  volumeGal: undefined,
  seconds: undefined,
})
