import { describe, expect, it } from 'vitest'
import { guessColumns } from './station.ts'
import { guessUnits, isTypicalYear } from './stationUnits.ts'

const unitsOf = (heading: string[], rows: string[][]) => guessUnits(heading, rows, guessColumns(heading))
/** A week of lows, highs and rain. */
const week = (lows: number[], highs: number[], rain: number[]) =>
  lows.map((low, i) => [`2026-03-0${i + 1}`, String(low), String(highs[i]), String(rain[i])])
const heading = ['Date', 'Low', 'High', 'Rain']

describe('the units of a station’s file', () => {
  it('are guessed from the values where the heading is silent', () => {
    const fahrenheit = week([34, 38, 41, 30], [58, 61, 66, 49], [0, 0.31, 0, 1.04])
    expect(unitsOf(heading, fahrenheit)).toMatchObject({ temperatureUnit: 'degF', rainUnit: 'in' })
    const celsius = week([1, 3, 5, -1], [14, 16, 19, 9], [0, 7.9, 0, 26.4])
    expect(unitsOf(heading, celsius)).toMatchObject({ temperatureUnit: 'degC', rainUnit: 'mm' })
  })
  it('are told by the day’s swing in a winter that could be either', () => {
    const winter = week([12, 18, 9, 20], [33, 38, 30, 41], [0, 0, 0, 0])
    expect(unitsOf(heading, winter).temperatureUnit).toBe('degF')
  })
  it('are as the heading says, unless that cannot be', () => {
    const said = ['Date', 'Tmin °C', 'Tmax °C', 'Rain mm']
    expect(unitsOf(said, week([10, 12], [31, 33], [0, 0.4]))).toMatchObject({
      temperatureUnit: 'degC',
      rainUnit: 'mm',
    })
    expect(unitsOf(said, week([60, 62], [88, 91], [0, 0.4])).temperatureUnit).toBe('degF')
  })
})

it('a typical year is told by its first line, not by a heading that begins with the same word', () => {
  expect(isTypicalYear('LOCATION,Made-up,XX,-,TMY,000000,38.1,-84.6,-5.0,260.0\nX')).toBe(true)
  expect(isTypicalYear('Location,Date,Tmin,Tmax,Rain,Wind,Solar,Note,More\nHome,2026-03-01')).toBe(false)
  expect(isTypicalYear('LOCATION,DATE,TMIN,TMAX,RAIN,WIND,SOLAR,NOTE\nHome,2026-03-01')).toBe(false)
})
