import { figure, operand, type Figure, type Refusal } from '../../quantity/index.ts'
import { judgeApplication, kindOf } from '../../shelf/index.ts'
import { circumstancesOf, treatedSqFt, type TankGround, type TankRequest } from './request.ts'
import type { TankMix } from './tank.ts'

/** A tank as it was mixed. */
export interface Mixed {
  request: TankRequest
  result: TankMix
}

/** What went out of it over one piece of ground. */
export interface Drawn {
  groundId: string
  gal: number
}

/** One lawn of the tank, and the spray it takes: as planned, and as it took it. */
export interface Stop {
  groundId: string
  name: string
  turf: string
  planned: Figure<'gal'>
  drawnGal?: number
}

/** How far a tank is drawn down. */
export interface DrawDown {
  stops: Stop[]
  left: Figure<'gal'>
  /** What is left once the open stops have theirs: none, or less than none where it does not last. */
  overGal: number
  /** Ground that this goes over, ft². */
  overSqFt: number
}

/** How far a mixed tank is drawn down, stop by stop, and what is left when the rest have theirs. */
export function computeDrawDown({ request, result }: Mixed, drawn: readonly Drawn[]): DrawDown {
  const { carrierVolume, grounds } = request
  const stops = grounds.map((ground): Stop => {
    const out = drawn.filter((d) => d.groundId === ground.id)
    const sqFt = treatedSqFt(ground)
    return {
      groundId: ground.id,
      name: ground.name,
      turf: ground.turf,
      planned: figure('gal', [
        {
          code: 'stopWater',
          formula: '{carrierVolume} × {area}',
          operands: {
            carrierVolume: operand(carrierVolume.value, carrierVolume.unit),
            area: operand(sqFt, 'ft2'),
          },
          result: operand((carrierVolume.value * sqFt) / 1000, 'gal'),
          source: 'calibration',
        },
      ]),
      ...(out.length && { drawnGal: out.reduce((sum, d) => sum + d.gal, 0) }),
    }
  })
  const out = stops.reduce((sum, s) => sum + (s.drawnGal ?? 0), 0)
  const left = figure('gal', [
    {
      code: 'leftInTank',
      formula: '{filled} − {drawn}',
      operands: { filled: operand(result.water.value, 'gal'), drawn: operand(out, 'gal') },
      result: operand(result.water.value - out, 'gal'),
    },
  ])
  const open = stops.reduce((sum, s) => sum + (s.drawnGal === undefined ? s.planned.value : 0), 0)
  // Below the last drop of a double it is nothing.
  const over = left.value - open
  const overGal = Math.abs(over) < 1e-9 * result.water.value ? 0 : over
  return { stops, left, overGal, overSqFt: (Math.max(0, overGal) / carrierVolume.value) * 1000 }
}

/** Ground that may take what is left in a tank as it is mixed, or why it may not. */
export interface MayTake {
  ground: TankGround
  refusals: Refusal[]
}

/** Each herbicide of a tank, at the rate that was measured, judged on ground it was not mixed for. */
export function mayTake({ request, result }: Mixed, grounds: readonly TankGround[]): MayTake[] {
  return grounds.map((ground) => ({
    ground,
    refusals: request.products.flatMap(({ rules }, i) => {
      const rate = result.products[i]?.measuredRate
      if (kindOf(rules) !== 'herbicide' || !rate) return []
      const { carrierVolume, day } = request
      return judgeApplication(
        { day, rules, rate: { value: rate.value, unit: rate.unit }, carrierVolume },
        ground,
        circumstancesOf(request, ground),
      ).refusals
    }),
  }))
}
