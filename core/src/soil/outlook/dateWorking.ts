import { figure, operand, type Figure, type Step } from '../../quantity/index.ts'
import { leafAreaPerCm, lightFading, sunShareOf, type GroundChoices } from '../ground.ts'

interface MeanParts {
  ground: GroundChoices
  /** Model's mean of the last five days, °C; what readings add, K, how sure, K, and how many there are. */
  modelC: number
  offsetK: number
  sdK: number
  readings: number
}
interface DateParts extends MeanParts {
  thresholdC: number
  members: number
  forecastDays: number
  /** Days from today by which five of ten members have crossed. */
  days: number
}

/** The five-day mean at 2 in as the simulation has it today, down to the parameters of the ground. */
export function computeMeanToday(parts: MeanParts): Figure<'degC'> {
  return figure('degC', meanSteps(parts))
}

/** When a place crosses a threshold, most likely: the working of the date. */
export function computeDateWorking(parts: DateParts): Figure<'d'> {
  const { thresholdC, members, forecastDays, days, modelC, offsetK } = parts
  return figure('d', [
    ...meanSteps(parts),
    {
      code: 'daysOfEnsemble',
      formula: 'median of {members}: {meanToday} → {threshold}, {forecastDays}',
      operands: {
        members: operand(members, 'count'),
        meanToday: operand(modelC + offsetK, 'degC'),
        threshold: operand(thresholdC, 'degC'),
        forecastDays: operand(forecastDays, 'd'),
      },
      result: operand(days, 'd'),
      source: 'ensemble',
    },
  ])
}

function meanSteps({ ground, modelC, offsetK, sdK, readings }: MeanParts): Step[] {
  return [
    {
      code: 'sunThroughCanopy',
      formula: 'e^(−{lightFading} × {mowing} ÷ {heightOfOne} × {density}) × {sunlit}',
      operands: {
        lightFading: operand(lightFading, 'times'),
        heightOfOne: operand(1 / leafAreaPerCm, 'cm'),
        mowing: operand(ground.mowingCm, 'cm'),
        density: operand(ground.density, 'times'),
        sunlit: operand(ground.sunlit, 'times'),
      },
      result: operand(sunShareOf(ground), 'ratio'),
      source: 'groundEstimate',
    },
    {
      code: 'heatModel',
      formula: '{thatch}, {transfer}, {wallHeat}, {evaporated}',
      operands: {
        thatch: operand(ground.thatchCm, 'cm'),
        transfer: operand(ground.calmTransfer, 'W/m2K'),
        wallHeat: operand(ground.wallHeatK, 'deltaC'),
        evaporated: operand(ground.evaporatedWet, 'ratio'),
      },
      result: operand(modelC, 'degC'),
      source: 'heatModel',
    },
    {
      code: 'readingsAdd',
      formula: '{readings}, ± {sd}',
      operands: { readings: operand(readings, 'count'), sd: operand(sdK, 'deltaC') },
      result: operand(offsetK, 'deltaC'),
      source: 'kalman',
    },
    {
      code: 'meanToday',
      formula: '{model} + {offset}',
      operands: { model: operand(modelC, 'degC'), offset: operand(offsetK, 'deltaC') },
      result: operand(modelC + offsetK, 'degC'),
    },
  ]
}

/** How many days earlier one place crosses than another, by the middle of the ensemble. */
export function computeAheadDays(middleDays: number, leadDays: number): Figure<'d'> {
  return figure('d', [
    {
      code: 'aheadOfMiddle',
      formula: '{middleDays} − {leadDays}',
      operands: { middleDays: operand(middleDays, 'd'), leadDays: operand(leadDays, 'd') },
      result: operand(middleDays - leadDays, 'd'),
      source: 'ensemble',
    },
  ])
}
