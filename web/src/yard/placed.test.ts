import { describe, expect, it, test } from 'vitest'
import type { Section } from '@jardinero/contract/yard'
import {
  boundsOf,
  freeSpot,
  nameBeside,
  nameLines,
  nameSpot,
  pathOf,
  placeSections,
  sidePath,
} from './placed.ts'

const section = (more: Partial<Section> = {}): Section => ({
  id: 's',
  version: 1,
  zoneId: 'z',
  name: 'Lawn',
  kind: 'rectangle',
  lengthsFt: [20, 10],
  deduction: false,
  xFt: 5,
  yFt: 7,
  turnDeg: 0,
  ...more,
})

describe('sections on the plan', () => {
  it('lie where they were put', () => {
    const [placed] = placeSections([section()])
    expect(boundsOf(placed!.sides.flat(), 0)).toEqual([5, 7, 20, 10])
    expect(placed!.centre).toEqual([15, 12])
  })
  it('turn about their own corner and keep their size', () => {
    const [placed] = placeSections([section({ turnDeg: 90 })])
    const [left, top, width, height] = boundsOf(placed!.sides.flat(), 0)
    expect([left, top, width, height].map((v) => Math.round(v))).toEqual([-5, 7, 10, 20])
  })
  it('are left out while they cannot be measured', () => {
    expect(placeSections([section({ lengthsFt: [0, 1] })])).toEqual([])
  })
  it('find a free spot for the next one', () => {
    expect(freeSpot([])).toEqual({ xFt: 0, yFt: 0 })
    expect(freeSpot(placeSections([section()]))).toEqual({ xFt: 31, yFt: 7 })
  })
  it('write their paths', () => {
    const [placed] = placeSections([section({ xFt: 0, yFt: 0 })])
    expect(pathOf(placed!.sides)).toMatch(/^M0 0L20 0L.*Z$/)
    expect(sidePath(placed!.sides[1]!)).toBe('M20 0L20 10')
  })
})

describe('names on the plan', () => {
  test.each([
    ['below', 2, [10, 10 + 3], 0],
    ['left', 3, [-3, 5], 90],
    ['right', 1, [20 + 3, 5], 90],
  ] as const)('stand outside the %s side, along it', (_, side, at, angle) => {
    const [placed] = placeSections([section({ xFt: 0, yFt: 0 })])
    const name = nameBeside(placed!.sides[side]!, placed!.centre, 3)
    expect(name.at.map((v) => Math.round(v))).toEqual(at)
    expect(Math.abs(name.angle)).toBeCloseTo(angle, 9)
  })
  test.each([
    ['Lawn', ['Lawn']],
    ['Beside the porch', ['Beside', 'the porch']],
    ['Behindtheoldgreenhouse', ['Behindtheoldgreenhouse']],
  ])('break where they are wider than the section: %s', (name, lines) => {
    const [placed] = placeSections([section({ name })])
    expect(nameLines(placed!, 1.5)).toEqual(lines)
  })
  it('stand clear of what is cut out', () => {
    const [lawn, bed] = placeSections([section(), section({ deduction: true })])
    expect(nameSpot(lawn!, 2)).toEqual([15, 9])
    expect(nameSpot(bed!, 2)).toEqual([15, 12])
  })
})
