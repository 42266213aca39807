import { extent } from 'd3-array'
import { scaleLinear, scaleUtc } from 'd3-scale'
import { addDays, convert, type Day } from '@jardinero/core/quantity'
import {
  computePlaceSoil,
  findOddReadings,
  timingDepthCm,
  type ProbedPlace,
  type ProbeReading,
} from '@jardinero/core/soil'

/** Room beside every picture of the soil, px, so that their days lie under each other: for “12 pulg” on the left. */
export const side = { left: 54, right: 10 } as const

const dateOf = (day: Day, hour = 0) => new Date(Date.parse(`${day}T00:00:00Z`) + hour * 3_600_000)

/** Names at the ends of lines, from the top down, moved apart where they would touch. @param least px between two */
export function keepApart<T extends { y: number }>(ends: T[], least: number): T[] {
  let last = -Infinity
  return ends
    .toSorted((a, b) => a.y - b.y)
    .map((end) => {
      last = Math.max(end.y, last + least)
      return { ...end, y: last }
    })
}

/** A place on the chart: its readings as dots, its five-day mean as a line. */
export interface PlaceLine {
  place: ProbedPlace
  dots: { at: Date; temperatureC: number; reading: ProbeReading }[]
  means: { at: Date; temperatureC: number }[]
}

/** Six weeks back and three on, about the day one stands on. */
export const chartSpan = (day: Day): [Day, Day] => [addDays(day, -42), addDays(day, 21)]

/** Readings and five-day means of each place inside a span, the mean a value a day up to the day one stands on. */
export function placeLines(
  places: ProbedPlace[],
  readings: ProbeReading[],
  [from, to]: [Day, Day],
  day: Day,
): PlaceLine[] {
  const odd = findOddReadings(readings)
  return places.map((place) => {
    const mine = readings.filter(
      (r) =>
        !odd.has(r) &&
        r.placeId === place.id &&
        r.depthCm >= timingDepthCm.least &&
        r.depthCm <= timingDepthCm.most,
    )
    const dots = mine
      .filter((r) => r.day >= from && r.day <= to)
      .map((r) => ({ at: dateOf(r.day, r.hour), temperatureC: r.temperatureC, reading: r }))
      .sort((a, b) => a.at.getTime() - b.at.getTime())
    const means = []
    for (let d = from; d <= day; d = addDays(d, 1)) {
      const soil = computePlaceSoil(place, mine, d)
      if (soil.fiveDayMean && soil.daysRead > 0)
        means.push({ at: dateOf(d, 12), temperatureC: soil.fiveDayMean.value })
    }
    return { place, dots, means }
  })
}

export function chartScales(
  lines: PlaceLine[],
  thresholdsC: number[],
  span: [Day, Day],
  width: number,
  height: number,
) {
  const all = [...lines.flatMap((l) => l.dots.map((d) => d.temperatureC)), ...thresholdsC]
  const [low = 0, high = 15] = extent(all) as [number, number]
  const x = scaleUtc([dateOf(span[0]), dateOf(span[1], 24)], [side.left, width - side.right])
  const y = scaleLinear([low - 1.5, Math.max(high + 1.5, low + 6)], [height - 26, 12])
  return {
    x,
    y,
    atDay: (day: Day, hour = 12) => x(dateOf(day, hour)),
    weeks: x.ticks(7).filter((d) => x(d) < width - 34),
  }
}

/** Tick values in °C for a scale read in °F or °C. */
export function temperatureTicks([low, high]: [number, number], scale: 'F' | 'C'): number[] {
  const unit = scale === 'F' ? 'degF' : 'degC'
  const step = scale === 'F' ? 5 : 2
  const first = Math.ceil(convert(low, 'degC', unit) / step) * step
  const last = convert(high, 'degC', unit)
  return Array.from({ length: Math.max(0, Math.floor((last - first) / step) + 1) }, (_, i) =>
    convert(first + i * step, unit, 'degC'),
  )
}
