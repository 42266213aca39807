import { convert, parseDeviceLine, type DeviceLine, type MassUnit } from '../quantity/index.ts'

/** What a kitchen scale shows, grams, and whether it stands still. */
export interface ScaleSample {
  atS: number
  weightG: number
  steady: boolean
}

/** One line of the scale protocol (docs/scale.md): `W <seconds> <weight> <g|oz|lb> <S|U>`, the greeting, or a fault. */
export function parseScaleLine(line: string): DeviceLine<ScaleSample> {
  return parseDeviceLine(line, 'SCALE', (text) => {
    const found = /^W (\d+(?:\.\d+)?) (-?\d+(?:\.\d+)?) (g|oz|lb) ([SU])$/.exec(text)
    if (!found) return undefined
    const [, at, weight, unit, state] = found
    return {
      atS: Number(at),
      weightG: convert(Number(weight), unit as MassUnit, 'g'),
      steady: state === 'S',
    }
  })
}

export type Weighing = 'empty' | 'pour' | 'slowly' | 'stop' | 'over'

/** From this part of the amount on the pouring goes slowly: our choice, for a hand. */
const slowlyFrom = 0.85

/**
 * How the pouring stands: nothing yet, on, slowly, stop, or more than was wanted. Within half a step of the amount is stop:
 * the scale shows that very number.
 * @param weightG on the pan @param wantedG the amount measured to @param stepG the scale's smallest step
 */
export function judgeWeight(weightG: number, wantedG: number, stepG: number): Weighing {
  if (weightG < stepG / 2) return 'empty'
  if (weightG > wantedG + stepG / 2) return 'over'
  if (weightG >= wantedG - stepG / 2) return 'stop'
  return weightG >= wantedG * slowlyFrom ? 'slowly' : 'pour'
}
