import { describe, expect, it } from 'vitest'
import { labelRules } from '@jardinero/contract/shelf'
import { convert } from '@jardinero/core/quantity'
import { checkLabel, computeActiveRates } from '@jardinero/core/shelf'
import { loadCatalogue } from '@jardinero/words'
import { almanac } from './src/index.ts'

describe('the almanac', () => {
  it('has words for every turf, and the names that collide in more than one country', async () => {
    const catalogue = await loadCatalogue('en')
    for (const { code } of almanac.turf) expect(catalogue[`turf.${code}`], code).toBeTruthy()
    const callers = (name: string) =>
      almanac.turf
        .filter((t) =>
          Object.values(t.names)
            .flat()
            .some((n) => n.toLowerCase().startsWith(name)),
        )
        .map((t) => t.code)
    expect(callers('buffalo')).toEqual(['stAugustinegrass', 'buffalograss'])
    expect(callers('couch')).toEqual(['bermudagrass'])
  })
  it('has a climate in the south and known time zones', () => {
    expect(almanac.climates.some((c) => c.latitude < 0)).toBe(true)
    for (const { timeZone } of almanac.climates)
      expect(() => new Intl.DateTimeFormat('en', { timeZone })).not.toThrow()
  })
  it('ships labels that are marked, valid, without contradiction, and name only known turf', () => {
    const known = new Set(almanac.turf.map((t) => t.code))
    for (const { rules } of almanac.sampleLabels) {
      expect(labelRules.validate(rules).error, rules.name).toBeUndefined()
      expect(checkLabel(rules), rules.name).toEqual([])
      expect(rules.sample).toBe(true)
      expect(rules.uses.flatMap((u) => u.turf).filter((t) => !known.has(t))).toEqual([])
    }
  })
  it('ships rates that agree with the actives’ usual range, pass and year', () => {
    for (const { rules } of almanac.sampleLabels)
      for (const use of rules.uses) {
        const at = (value: number) => computeActiveRates(rules, { value, unit: use.rate.unit })
        for (const [rate, limit] of [
          [use.rate.min, 'least'],
          [use.annualMaximum!.value, 'most'],
        ] as const)
          for (const { name, rate: active } of at(rate)) {
            const range = almanac.actives.find((a) => a.name === name)!.activeLbPerAcre
            const lb = convert(active.value, active.unit, 'lb/acre')
            if (limit === 'least') expect(lb, name).toBeGreaterThanOrEqual(range.least * 0.99)
            else expect(lb, name).toBeLessThanOrEqual(range.most * 1.01)
          }
      }
  })
})
