import type { Day, Unit } from '../../quantity/index.ts'

/** A number a school of timing rests on; people may change it inside its range. */
export interface TimingParameter {
  value: number
  unit: Unit
  least: number
  most: number
  source: string
}

export type TimingVerdict = 'wait' | 'go' | 'lateAtEdge' | 'late'

/** What the schools look at: five-day means at 2 in, in °C; the warmest edge and the open middle. */
export interface SoilState {
  edgeC?: number
  middleC?: number
}

/** One school of timing. All have this signature. */
export interface TimingSchool {
  readonly id: string
  readonly parameters: Readonly<Record<string, TimingParameter>>
  readonly judge: (soil: SoilState, thresholdsC: Readonly<Record<string, number>>) => TimingVerdict
  /** Whose crossing of which threshold opens the window, and whose closes it. */
  readonly window: (soil: SoilState) => {
    opens: { place: 'edge' | 'middle'; parameter: string }
    closes: { place: 'edge' | 'middle'; parameter: string }
  }
}

/** From…to, both inclusive; drawn on the calendar of the yard. */
export interface TimingWindow {
  from: Day
  to: Day
}
