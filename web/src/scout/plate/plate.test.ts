import { describe, expect, it } from 'vitest'
import { plantAlmanac } from '@jardinero/almanac'
import { partFor, parts, platesOf } from './parts.ts'
import { inkMarkup } from './markup.ts'
import { plateMarkup } from './plateMarkup.ts'
import { drawState } from './stateDrawings.ts'
import { usualStates } from './states.ts'

const { plants, characters } = plantAlmanac
/** Characters that are felt, smelled or need a lens: no plate can show them; their small drawings do. */
const felt = new Set(['hold', 'smell', 'sap', 'scaleKeel'])
const plantOf = (code: string) => plants.find((p) => p.code === code)!

/** Drawn without a number that is none, and not empty. */
function sound(markup: string, what: string): void {
  expect(markup, what).toContain('<path')
  expect(markup, what).not.toMatch(/NaN|undefined|Infinity/)
}

describe('every plant', () => {
  it('has a plate of its whole and its parts', () => {
    for (const plant of plants) {
      const plate = plateMarkup(plant, characters, false)
      sound(plate.whole, plant.code)
      for (const { part, markup } of plate.parts) sound(markup, `${plant.code} ${part}`)
    }
  })
  it('differs from its lookalike in the part that shows what separates them', () => {
    for (const plant of plants)
      for (const { of, by } of plant.lookalikes) {
        const other = plantOf(of)
        if (plant.group !== other.group || felt.has(by)) continue
        const part = partFor(by, plant.group)
        // Only the character that separates them is changed: the drawing must show it.
        const mine = usualStates(plant, characters)
        const theirs = { ...mine, [by]: usualStates(other, characters)[by]! }
        const draw = (states: Record<string, string>) => inkMarkup(parts[part](states, plant.group))
        expect(draw(mine) === draw(theirs), `${plant.code} ${of} ${by} on ${part}`).toBe(false)
        expect(['whole', ...platesOf[plant.group]], `${part} of ${plant.code}`).toContain(part)
      }
  })
  it('is drawn the same each time, and once', () => {
    const plant = plantOf('henbit')
    expect(plateMarkup(plant, characters, false)).toBe(plateMarkup(plant, characters, false))
    expect(plateMarkup({ ...plant }, characters, false)).toEqual(plateMarkup(plant, characters, false))
  })
})

describe('every state', () => {
  it('has a small drawing of its own among those of its character', () => {
    for (const character of characters) {
      const drawings = character.states.map((state) => {
        const group = character.groups[0]!
        const markup = inkMarkup(drawState(character.code, state, group))
        sound(markup, `${character.code}.${state}`)
        return markup
      })
      expect(new Set(drawings).size, character.code).toBe(character.states.length)
    }
  })
  it('is drawn for every group that has it', () => {
    for (const { code, groups, states } of characters)
      for (const group of groups)
        for (const state of states)
          sound(inkMarkup(drawState(code, state, group)), `${code}.${state} ${group}`)
  })
})

describe('the markup', () => {
  it('joins open strokes of one pen, and keeps filled shapes apart', () => {
    const hair = { d: 'M0,0L1,1', weight: 0.7 }
    const leaf = { d: 'M2,2L3,3Z', fill: 'green' as const }
    expect(inkMarkup([hair, hair, leaf, hair]).match(/<path/g)).toHaveLength(3)
    expect(inkMarkup([{ transform: 'rotate(5)', inks: [hair] }])).toMatch(
      /^<g transform="rotate\(5\)"><path d="M0,0L1,1"/,
    )
  })
})
