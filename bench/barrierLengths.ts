import { almanac, controlLengths, type ControlLengthRow } from '@jardinero/almanac'
import type { BarrierActive } from '@jardinero/core/season'
import { groundDaysOf, lengthOf } from '../almanac/test/controlLengthTrial.ts'

const { barriers } = almanac

/** Mean pace of loss up to a day, over the years of a station: what turns days into days at 20 °C. */
const paceUpTo = ({ station, on, days }: ControlLengthRow): number => {
  const grounds = groundDaysOf(station, on)
  const sum = (pace: ArrayLike<number>) =>
    Array.from(pace)
      .slice(0, days)
      .reduce((a, b) => a + b, 0)
  return grounds.reduce((all, g) => all + sum(g.pace), 0) / grounds.length
}

/** Half-life and threshold that meet the low and the high rate: two lengths, two numbers; refined against the whole model. */
function fitBarrier(active: BarrierActive): Pick<BarrierActive, 'halfLifeDays' | 'thresholdLbPerAcre'> {
  const [low, high] = controlLengths.filter((r) => r.active === active.name && r.role === 'fit') as [
    ControlLengthRow,
    ControlLengthRow,
  ]
  let halfLifeDays = (paceUpTo(high) - paceUpTo(low)) / Math.log2(high.lbPerAcre / low.lbPerAcre)
  let thresholdLbPerAcre = low.lbPerAcre * 2 ** (-paceUpTo(low) / halfLifeDays)
  const missOf = (h: number, t: number) => {
    const fitted = { ...active, halfLifeDays: h, thresholdLbPerAcre: t }
    return [low, high].reduce((sum, r) => sum + Math.abs(lengthOf(fitted, r) / r.days - 1), 0)
  }
  let best = missOf(halfLifeDays, thresholdLbPerAcre)
  for (let step = 0.1; step > 0.004; step /= 1.6)
    for (const [dh, dt] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
      [1, 1],
      [-1, -1],
      [1, -1],
      [-1, 1],
    ] as const) {
      const [h, t] = [halfLifeDays * (1 + dh * step), thresholdLbPerAcre * (1 + dt * step)]
      const miss = missOf(h, t)
      if (miss < best) [best, halfLifeDays, thresholdLbPerAcre] = [miss, h, t]
    }
  return { halfLifeDays, thresholdLbPerAcre }
}

/** Lengths of control by the model beside the table, line by line. */
export function benchBarrierLengths(): void {
  console.log('\nLength of control, days: model beside the table (fitted on the low and the high rate)')
  for (const row of controlLengths) {
    const active = barriers.find((b) => b.name === row.active)!
    const days = lengthOf(active, row)
    const off = (100 * (days / row.days - 1)).toFixed(0)
    const split = row.second ? ` + ${row.second.lbPerAcre} after ${row.second.afterDays} d` : ''
    console.log(
      `  ${row.role.padEnd(4)} ${row.active.padEnd(16)} ${row.station.padEnd(11)} ${row.on} ${row.lbPerAcre}${split}: ${days} / ${row.days} (${off} %)`,
    )
  }
}

if (process.argv.includes('--fit'))
  for (const active of barriers) {
    const { halfLifeDays, thresholdLbPerAcre } = fitBarrier(active)
    console.log(
      JSON.stringify({
        name: active.name,
        halfLifeDays: Number(halfLifeDays.toPrecision(3)),
        thresholdLbPerAcre: Number(thresholdLbPerAcre.toPrecision(3)),
      }),
    )
  }
