import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { computeAgreement } from './src/agreement.ts'
import { publications } from './src/basis.ts'
import { almanac, plantAlmanac } from './src/index.ts'
import { almanacPage } from './src/page.ts'
import { secondEfficacy, secondLimits, secondTolerance, settled } from './src/second.ts'

const plants = new Set(plantAlmanac.plants.map((p) => p.code))
const actives = new Set(almanac.actives.map((a) => a.name))
const turf = almanac.turf.map((t) => t.code)

describe('the second reading', () => {
  it('names only what the almanac knows', () => {
    expect(Object.keys(secondEfficacy).filter((a) => !actives.has(a))).toEqual([])
    expect(Object.keys(secondLimits).filter((a) => !actives.has(a))).toEqual([])
    expect(Object.keys(secondTolerance.verdicts).filter((a) => !actives.has(a))).toEqual([])
    const named = Object.values(secondEfficacy).flatMap((of) => Object.keys(of))
    expect([...new Set(named)].filter((p) => !plants.has(p))).toEqual([])
    expect(secondTolerance.turf.filter((t) => !turf.includes(t))).toEqual([])
    for (const letters of Object.values(secondTolerance.verdicts))
      expect(letters).toHaveLength(secondTolerance.turf.length)
  })
  it('agrees: nearly all within a step', () => {
    for (const { table, cells, near } of computeAgreement())
      expect([table, near / cells > { efficacy: 0.95, tolerance: 0.95, limits: 0.65 }[table]]).toEqual([
        table,
        true,
      ])
  })
  it('of a turf that is also a weed is settled in its own table alone', () => {
    const triclopyr = almanac.actives.find((a) => a.name === 'triclopyr triethylammonium')!
    expect(triclopyr.second?.tolerance).not.toHaveProperty('zoysiagrass')
    expect(triclopyr.second?.efficacy).toHaveProperty('zoysiagrass')
  })
  it('is settled by a line why, and the data have what was kept', () => {
    for (const { table, active, on, kept, why } of settled) {
      expect(actives.has(active), active).toBe(true)
      expect(why.length).toBeGreaterThan(10)
      const { second } = almanac.actives.find((a) => a.name === active)!
      const { plants: ofPlants, turf: ofTurf } = second!.settled!
      const where = { efficacy: ofPlants, tolerance: ofTurf, limits: [on] }[table]
      if (kept === 'first') expect(where, `${active} ${on}`).toContain(on)
      if (table === 'efficacy') expect(plants.has(on), on).toBe(true)
      if (table === 'tolerance') expect(turf).toContain(on)
    }
  })
})

describe('the page of the almanac', () => {
  it('is made from the data as they are (npm run almanac)', () => {
    // Prettier lines up tables: compared without blanks and rules.
    const bare = (text: string) => text.replace(/[\s|\-_*]+/g, '')
    expect(bare(readFileSync(join(import.meta.dirname, '..', 'docs', 'almanac.md'), 'utf8'))).toBe(
      bare(almanacPage()),
    )
  })
  it('names a publication for every source that stands beside a figure', () => {
    const sources = plantAlmanac.plants.flatMap((p) => p.emergence?.source ?? [])
    expect([...new Set(sources)].filter((s) => !publications[s])).toEqual([])
  })
})
