import { describe, expect, it } from 'vitest'
import { labelRules } from '@jardinero/contract/shelf'
import { computeActiveRates, findContradictions, kindOf } from '@jardinero/core/shelf'
import { loadCatalogue } from '@jardinero/words'
import { openGrounds } from '@jardinero/core/yard'
import { almanac, plantAlmanac } from './src/index.ts'

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
  it('ships labels that are marked, valid, without contradiction, and name only known turf and weeds', () => {
    const known = new Set([...almanac.turf.map((t) => t.code), ...openGrounds])
    const plants = new Set(plantAlmanac.plants.map((p) => p.code))
    for (const { code, rules } of almanac.sampleLabels) {
      expect(labelRules.validate(rules).error, rules.name).toBeUndefined()
      expect(findContradictions(rules, almanac.actives), rules.name).toEqual([])
      expect(rules.sample).toBe(true)
      expect(rules.name.toLowerCase().startsWith(code), rules.name).toBe(true)
      expect(rules.uses.flatMap((u) => u.turf).filter((t) => !known.has(t))).toEqual([])
      const { controls = [], suppresses = [] } = rules.weeds ?? {}
      expect([...controls, ...suppresses].filter((w) => !plants.has(w))).toEqual([])
      expect(controls.filter((w) => suppresses.includes(w))).toEqual([])
    }
  })
  it('covers every formulation it can be mixed from, granules, weed-and-feed, adjuvants, dye and fertilisers', () => {
    const rules = almanac.sampleLabels.map((l) => l.rules)
    expect(rules.length).toBeGreaterThanOrEqual(40)
    for (const formulation of ['WSP', 'WG', 'WP', 'SC', 'EC', 'EW', 'SL', 'GR'])
      expect(
        rules.some((r) => r.formulation === formulation),
        formulation,
      ).toBe(true)
    expect(rules.some((r) => kindOf(r) === 'herbicide' && r.analysis && r.formulation === 'GR')).toBe(true)
    for (const adjuvant of ['NIS', 'MSO', 'AMS', 'dye'])
      expect(
        rules.some((r) => r.additive?.class === adjuvant),
        adjuvant,
      ).toBe(true)
    expect(rules.some((r) => kindOf(r) === 'fertiliser')).toBe(true)
  })
  it('ships rates that agree with the actives’ usual range, pass and year', () => {
    const partial: string[] = []
    for (const { code, rules } of almanac.sampleLabels)
      for (const use of rules.uses) {
        const at = (value: number) => computeActiveRates(rules, { value, unit: use.rate.unit })
        for (const { name, rate } of at(use.rate.max)) {
          const { least, most } = almanac.actives.find((a) => a.name === name)!.activeLbPerAcre
          expect(rate.value, `${code} ${name}`).toBeLessThanOrEqual(most * 1.2)
          if (rate.value < least * 0.99 && rules.actives.length === 1) partial.push(code)
        }
        for (const { name, rate } of at(use.annualMaximum?.value ?? 0)) {
          const { year } = almanac.actives.find((a) => a.name === name)!.activeLbPerAcre
          expect(rate.value, `${code} ${name}`).toBeLessThanOrEqual(year * 1.01)
        }
      }
    expect(partial).toEqual(['greenhollow'])
  })
})

describe('actives', () => {
  const groups = new Map(plantAlmanac.plants.map((p) => [p.code, p.group]))
  it('are forty-five or more, in the groups of 2020', () => {
    expect(almanac.actives.length).toBeGreaterThanOrEqual(45)
    const groupOf = (name: string) => almanac.actives.find((a) => a.name === name)?.group
    for (const [name, group] of [
      ['ethofumesate', '15'],
      ['isoxaben', '29'],
      ['indaziflam', '29'],
      ['mesotrione', '27'],
      ['topramezone', '27'],
      ['bentazon', '6'],
      ['bromoxynil', '6'],
      ['MSMA', '0'],
      ['glyphosate', '9'],
    ])
      expect(groupOf(name!), name).toBe(group)
    for (const { name } of almanac.barriers) expect(groupOf(name), name).toBeDefined()
  })
  it('say of every turf once what they do to it, and of none it does not know', () => {
    const turf = almanac.turf.map((t) => t.code)
    for (const { name, tolerance, turns = [] } of almanac.actives) {
      const { safe = [], caution = {}, injures = [], kills = [] } = tolerance
      expect([...safe, ...Object.keys(caution), ...injures, ...kills].sort(), name).toEqual(turf.toSorted())
      for (const t of turns) expect(turf).toContain(t.turf)
    }
  })
  it('score known plants only, by stages the plant has', () => {
    for (const { name, efficacy, resistant = [] } of almanac.actives) {
      for (const plant of resistant) expect(groups.has(plant), `${name} ${plant}`).toBe(true)
      for (const [plant, letters] of Object.entries(efficacy)) {
        expect(groups.has(plant), `${name} ${plant}`).toBe(true)
        const tillers = groups.get(plant) === 'grass'
        expect(/^..--...$/.test(letters), `${name} ${plant} ${letters}`).toBe(!tillers)
        // Suppression is a class of its own: it never stands in for poor control beside real control of the young plant.
        if (letters.startsWith('N')) expect(letters).not.toMatch(/[EG]/)
      }
    }
  })
  it('have words for what is seen, for how they act and for every reason about turf', async () => {
    const catalogue = await loadCatalogue('en')
    for (const { symptoms, mode, tolerance, turns = [], uptake } of almanac.actives)
      for (const key of [
        `symptom.${symptoms.kind}`,
        `mode.${mode}`,
        ...uptake.map((u) => `uptake.${u}`),
        ...Object.values(tolerance.caution ?? {}).map((r) => `turfReason.${r}`),
        ...turns.flatMap((t) => (t.reason ? [`turfReason.${t.reason}`] : [])),
      ])
        expect(catalogue[key], key).toBeTruthy()
  })
  it('leave few weeds that nothing controls: those are told, not hidden', () => {
    const uncontrolled = plantAlmanac.plants
      .filter((p) => p.roles.includes('weed'))
      .filter((p) => !almanac.actives.some((a) => !a.nonSelective && /[EG]/.test(a.efficacy[p.code] ?? '')))
      .map((p) => p.code)
    expect(uncontrolled.sort()).toEqual([
      'bermudagrass',
      'fieldWoodrush',
      'smutgrass',
      'torpedograss',
      'vaseygrass',
    ])
  })
})
