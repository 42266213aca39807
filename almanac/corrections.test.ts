import { describe, expect, it, test } from 'vitest'
import {
  computeYearUse,
  createActiveFinder,
  findClash,
  gradeOf,
  judgeApplication,
  situationOf,
  toleranceOf,
  usualSituation,
  type Active,
  type LabelRules,
} from '@jardinero/core/shelf'
import { checkProgramme, noWishes, targetsOf } from '@jardinero/core/season'
import type { TurfState } from '@jardinero/core/yard'
import { almanac, plantAlmanac } from './src/index.ts'

const of = (name: string): Active => almanac.actives.find((a) => a.name === name)!
const sulfonylureas = [
  'metsulfuron-methyl',
  'halosulfuron-methyl',
  'imazosulfuron',
  'sulfosulfuron',
  'trifloxysulfuron',
  'foramsulfuron',
  'flazasulfuron',
  'rimsulfuron',
]

describe('what an active does to a turf', () => {
  test.each<[active: string, turf: string, verdict: string, state?: TurfState]>([
    ['oxadiazon', 'creepingBentgrass', 'caution'],
    ['oxadiazon', 'fineFescue', 'injures'],
    ['oxadiazon', 'centipedegrass', 'injures'],
    ['atrazine', 'seashorePaspalum', 'injures'],
    ['simazine', 'seashorePaspalum', 'injures'],
    ['atrazine', 'bahiagrass', 'injures'],
    ['flumioxazin', 'zoysiagrass', 'injures'],
    ['flumioxazin', 'zoysiagrass', 'injures', 'dormant'],
    ['flumioxazin', 'bermudagrass', 'safe', 'dormant'],
    ['trifloxysulfuron', 'stAugustinegrass', 'injures'],
    ['imazaquin', 'bahiagrass', 'injures'],
    ['metsulfuron-methyl', 'tallFescue', 'injures'],
    ['prodiamine', 'creepingBentgrass', 'caution'],
    ['prodiamine', 'fineFescue', 'caution'],
    ['dithiopyr', 'creepingBentgrass', 'caution'],
    ['dithiopyr', 'fineFescue', 'caution'],
    ['simazine', 'bermudagrass', 'caution'],
    ['simazine', 'bermudagrass', 'safe', 'dormant'],
    ['simazine', 'bahiagrass', 'caution'],
    ['mesotrione', 'fineFescue', 'injures', 'seeded'],
    ['mesotrione', 'fineFescue', 'injures', 'aboutToSeed'],
    ['mesotrione', 'fineFescue', 'safe'],
    ['siduron', 'zoysiagrass', 'safe'],
    ['ethofumesate', 'stAugustinegrass', 'caution'],
    ['ethofumesate', 'seashorePaspalum', 'caution'],
    ['propyzamide', 'kikuyugrass', 'caution'],
    ['metsulfuron-methyl', 'kikuyugrass', 'caution'],
    ['thiencarbazone-methyl', 'buffalograss', 'safe'],
    ['iodosulfuron-methyl-sodium', 'buffalograss', 'safe'],
    ['amicarbazone', 'centipedegrass', 'safe'],
    ['amicarbazone', 'seashorePaspalum', 'safe'],
    ['MSMA', 'perennialRyegrass', 'caution'],
    ['MSMA', 'buffalograss', 'caution'],
    ['indaziflam', 'tallFescue', 'kills'],
    ['simazine', 'tallFescue', 'kills'],
  ])('%s on %s: %s', (active, turf, verdict, state = 'growing') =>
    expect(toleranceOf(of(active), turf, state)?.verdict).toBe(verdict),
  )
})

describe('how much of an active', () => {
  test.each([
    ['dithiopyr', 0.5],
    ['oxadiazon', 4],
    ['isoxaben', 1],
    ['mesotrione', 0.25],
    ['siduron', 12],
    ['S-metolachlor', 2.5],
    ['indaziflam', 0.05],
    ['bentazon', 1],
    ['pendimethalin', 3],
    ['asulam', 2.1],
  ])('one application of %s is at most %s lb/acre', (name, most) =>
    expect(of(name).activeLbPerAcre.most).toBe(most),
  )
  it('is less in a year on turf that stands less of it', () => {
    expect(of('asulam').activeLbPerAcre.year).toBe(2.1)
    expect(of('prodiamine').yearOn).toEqual({
      creepingBentgrass: 0.65,
      fineFescue: 0.65,
      kentuckyBluegrass: 1,
      perennialRyegrass: 1,
    })
  })
  it('adds up over the year in acid equivalent, whatever salt or ester it is sold as', () => {
    const amine: LabelRules = almanac.sampleLabels.find((l) => l.code === 'brackwell')!.rules
    const use = amine.uses[0]!
    const before = (name: string, basis: 'ae' | 'ai' = 'ae') => [
      { day: '2026-04-01', actives: [{ name, basis, rate: { value: 1, unit: 'lb/acre' as const } }] },
    ]
    const used = (name: string, basis?: 'ae' | 'ai') =>
      computeYearUse(amine, use, before(name, basis), '2026-06-01').used.value
    expect(used('2,4-D dimethylammonium')).toBeGreaterThan(0)
    for (const name of ['2,4-D-2-ethylhexyl', '2,4-D choline', '2,4-d', '2,4-D butotyl'])
      expect(used(name), name).toBeCloseTo(used('2,4-D dimethylammonium'), 12)
    for (const name of ['dicamba', 'mecoprop-P', 'MCPA']) expect(used(name), name).toBe(0)
    // Of the whole salt nobody knows how much acid it is.
    expect(used('2,4-D choline', 'ai')).toBe(0)
  })
})

describe('what is beside the lawn', () => {
  test.each([
    'mecoprop-P',
    'MCPA',
    'dicamba',
    'triclopyr triethylammonium',
    'triclopyr-butotyl',
    'fluroxypyr',
    'clopyralid',
    'quinclorac',
    'halauxifen-methyl',
    'glyphosate',
    'glufosinate',
    ...sulfonylureas,
  ])('is hurt by droplets of %s', (name) => expect(of(name).drift).toBe(true))
  it('is hurt by the vapour of esters and of dicamba', () => {
    const volatile = almanac.actives.filter((a) => a.volatile).map((a) => a.name)
    expect(volatile.sort()).toEqual(['2,4-D-2-ethylhexyl', 'dicamba', 'triclopyr-butotyl'])
  })
})

describe('what an active does to a weed', () => {
  test.each<[active: string, plant: string, stage: Parameters<typeof gradeOf>[2], efficacy: string]>([
    ['metsulfuron-methyl', 'virginiaButtonweed', 'mature', 'fair'],
    ['metsulfuron-methyl', 'doveweed', 'seedling', 'fair'],
    ['metsulfuron-methyl', 'doveweed', 'mature', 'poor'],
    ['metsulfuron-methyl', 'starOfBethlehem', 'mature', 'poor'],
    ['sulfentrazone', 'starOfBethlehem', 'leaves', 'good'],
    ['carfentrazone-ethyl', 'starOfBethlehem', 'leaves', 'good'],
    ['metsulfuron-methyl', 'chamberbitter', 'leaves', 'fair'],
    ['2,4-D dimethylammonium', 'henbit', 'leaves', 'fair'],
    ['2,4-D dimethylammonium', 'commonMallow', 'mature', 'poor'],
    ['triclopyr-butotyl', 'kikuyugrass', 'mature', 'suppression'],
    ['quinclorac', 'kikuyugrass', 'leaves', 'fair'],
    ['sulfentrazone', 'whiteClover', 'mature', 'fair'],
    ['fluazifop-P-butyl', 'bermudagrass', 'mature', 'suppression'],
    ['halosulfuron-methyl', 'purpleNutsedge', 'mature', 'good'],
    ['MSMA', 'dallisgrass', 'manyTillers', 'good'],
    ['MCPA', 'stingingNettle', 'leaves', 'fair'],
    ['dicamba', 'lespedeza', 'leaves', 'good'],
    ['2,4-D dimethylammonium', 'americanBurnweed', 'leaves', 'good'],
    ['clopyralid', 'lawnBurweed', 'leaves', 'good'],
    ['fluroxypyr', 'dollarweed', 'leaves', 'good'],
  ])('%s on %s (%s): %s', (active, plant, stage, efficacy) =>
    expect(gradeOf(of(active), plant, stage)?.value).toBe(efficacy),
  )
  it('is known of glyphosate for everything green', () => {
    const { efficacy } = of('glyphosate')
    const known = new Set(almanac.actives.flatMap((a) => Object.keys(a.efficacy)))
    for (const soft of ['moss', 'algae']) known.delete(soft)
    expect([...known].filter((p) => !efficacy[p])).toEqual([])
  })
})

describe('the law of the place', () => {
  /** What is said of a growing bermudagrass home lawn somewhere, of the law alone. */
  const lawIn = (active: string, places: string[], more: Partial<typeof usualSituation> = {}) => {
    const rules = {
      ...almanac.sampleLabels.find((l) => l.code === 'brackwell')!.rules,
      actives: [{ name: active, strength: { value: 1, unit: 'lb/gal', basis: of(active).basis } }],
    } as LabelRules
    const ground = { id: 'g', name: 'Front', turf: 'bermudagrass', state: 'growing' as const, passes: [] }
    const { refusals } = judgeApplication({ day: '2026-05-12', rules }, ground, {
      situation: { ...usualSituation, places, ...more },
      neighbours: [],
      actives: almanac.actives,
    })
    return refusals.filter((r) => r.source === 'law').map((r) => r.code)
  }
  it.each([
    ['atrazine', ['GB'], 'activeNotApproved'],
    ['simazine', ['GB'], 'activeNotApproved'],
    ['trifluralin', ['GB'], 'activeNotApproved'],
    ['diquat', ['GB'], 'activeNotApproved'],
    ['bromoxynil', ['EU'], 'activeNotApproved'],
    ['2,4-D dimethylammonium', ['CA', 'Ontario'], 'activeNotForSite'],
    ['MSMA', ['US'], 'activeNotForSite'],
    ['MSMA', ['US', 'florida'], 'activeNotApproved'],
    ['clopyralid', ['US', 'Washington'], 'activeNotForSite'],
  ])('of %s in %s: %s', (active, places, code) => expect(lawIn(active, places)).toContain(code))
  it('is that of the place alone: what one country bans another may let, and a golf course is no home', () => {
    expect(lawIn('2,4-D dimethylammonium', ['CA'])).toEqual([])
    expect(lawIn('clopyralid', ['AU'])).toEqual([])
    expect(lawIn('MSMA', ['AU'])).toEqual([])
    expect(lawIn('clopyralid', ['US'], { site: 'golf' })).toEqual([])
  })
  it('follows from where a yard lies, until its owner says otherwise', () => {
    const at = (timeZone: string) => situationOf({ timeZone }).places
    for (const { code, timeZone } of almanac.climates)
      expect([code, at(timeZone)]).toEqual([code, [code === 'corranVale' ? 'AU' : 'US']])
    expect(at('America/Indiana/Vincennes')).toEqual(['US'])
    expect(at('America/Toronto')).toEqual(['CA'])
    expect(at('Europe/London')).toEqual(['GB'])
    expect(at('Europe/Berlin')).toEqual(['EU'])
    expect(at('Pacific/Auckland')).toEqual(['NZ'])
    // Where nobody knows the law nothing is said of it.
    expect(at('Asia/Tokyo')).toEqual([])
    const own = { ...usualSituation, places: ['CA', 'Ontario'] }
    expect(situationOf({ timeZone: 'America/New_York', shelfSituation: own })).toBe(own)
  })
  it('has a year in which it was so', () => {
    for (const { name, law = {} } of almanac.actives)
      for (const { known } of Object.values(law)) expect(known, name).toBeGreaterThanOrEqual(2020)
  })
})

describe('an active by the name people write', () => {
  const find = createActiveFinder(almanac.actives)
  it.each([
    ['2,4-D', '2,4-D dimethylammonium'],
    ['2,4-D choline', '2,4-D choline'],
    ['2,4-D choline salt', '2,4-D choline'],
    ['endothall', 'endothal'],
    ['sulphate of iron', 'ferrous sulfate'],
    ['vinegar', 'acetic acid'],
    ['potassium salts of fatty acids', 'fatty-acid soaps'],
    ['2,4-d  Isooctyl ester', '2,4-D-2-ethylhexyl'],
    ['2,4-D 2-ethylhexyl ester', '2,4-D-2-ethylhexyl'],
    ['MCPP', 'mecoprop-P'],
    ['mecoprop', 'mecoprop-P'],
    ['mecoprop-P potassium', 'mecoprop-P'],
    ['benefin', 'benfluralin'],
    ['pronamide', 'propyzamide'],
    ['glyphosate isopropylamine', 'glyphosate'],
    ['Glyphosate, isopropylamine salt', 'glyphosate'],
    ['glyphosate isopropylamine salt', 'glyphosate'],
    ['dicamba diglycolamine salt', 'dicamba'],
    ['glufosinate-ammonium', 'glufosinate'],
    ['triclopyr BEE', 'triclopyr-butotyl'],
    ['s metolachlor', 'S-metolachlor'],
    ['PRODIAMINE', 'prodiamine'],
    // An ester of an acid of which only the salt is known is not known.
    ['MCPA 2-ethylhexyl ester', undefined],
    ['something new', undefined],
    ['', undefined],
  ])('%s is %s', (written, name) => expect(find(written)?.name).toBe(name))
  it('is the same to every rule: known, not mixed with itself, held to a restriction by another name', () => {
    const label = (name: string, purpose: 'preEmergent' | 'postEmergent' = 'postEmergent'): LabelRules => {
      const { rules } = almanac.sampleLabels.find((l) => l.code === 'brackwell')!
      return {
        ...rules,
        name: `Label of ${name}`,
        actives: [{ name, strength: { value: 2, unit: 'lb/gal', basis: 'ae' } }],
        uses: [{ turf: ['tallFescue'], purpose, rate: { min: 0.5, max: 1, unit: 'floz/1000ft2' } }],
      }
    }
    const ground = { id: 'g', name: 'Front', turf: 'tallFescue', state: 'growing' as const, passes: [] }
    const { cautions } = judgeApplication({ day: '2026-05-12', rules: label('MCPP') }, ground, {
      situation: usualSituation,
      neighbours: [],
      actives: almanac.actives,
    })
    expect(cautions.map((c) => c.code)).not.toContain('activeNotKnown')
    const clash = (a: string, b: string) => findClash(label(a), label(b))?.code
    expect(clash('2,4-D dimethylammonium', '2,4-D-2-ethylhexyl')).toBe('sameActiveTwice')
    expect(clash('2,4-D dimethylammonium', 'dicamba')).toBeUndefined()
    const faults = checkProgramme(
      {
        fertiliser: [],
        passes: [
          {
            id: 'one',
            season: 'rising',
            when: { kind: 'day', day: '2026-03-10' },
            labelId: 'l',
            rate: { value: 0.5, unit: 'floz/1000ft2' },
            zones: ['g'],
            edges: 'once',
          },
        ],
      },
      {
        today: '2026-03-01',
        zones: [{ ...ground, areaSqFt: 5000 }],
        places: [],
        labels: [{ id: 'l', rules: label('benefin', 'preEmergent') }],
        barriers: almanac.barriers,
        actives: almanac.actives,
        wishes: {
          ...noWishes,
          restrictions: [{ kind: 'active', name: 'benfluralin', mostLbPerAcre: 0, note: '' }],
        },
      },
      () => '2026-03-10',
    )
    expect(faults.map((f) => f.code)).toContain('forbiddenHere')
  })
  it('is the same barrier under any of its names', () => {
    const barrier = createActiveFinder(almanac.barriers)
    expect(barrier('benefin')?.name).toBe('benfluralin')
    expect(barrier('Pronamide')?.name).toBe('propyzamide')
  })
  it('goes to one active each', () => {
    const names = almanac.actives.flatMap((a) => [a.name, ...(a.also ?? [])])
    for (const { name, also = [] } of almanac.actives)
      for (const other of [name, ...also]) expect(find(other)?.name, other).toBe(name)
    expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(names.length)
  })
})

describe('resistance', () => {
  const resists = (plant: string) => almanac.actives.filter((a) => a.resistant?.includes(plant))
  it('of goosegrass and annual bluegrass is told of the groups it is known of', () => {
    const groups = (plant: string) => new Set(resists(plant).map((a) => a.group))
    for (const group of ['1', '3', '9', '14']) expect(groups('goosegrass'), group).toContain(group)
    for (const group of ['2', '3', '5', '9', '29']) expect(groups('annualBluegrass'), group).toContain(group)
  })
  it.each([
    ['smoothCrabgrass', 'quinclorac'],
    ['buckhornPlantain', '2,4-D dimethylammonium'],
    ['smoothCrabgrass', 'fenoxaprop-P-ethyl'],
    ['annualBluegrass', 'indaziflam'],
    ['goosegrass', 'oxadiazon'],
  ])('of %s to %s is told', (plant, active) => expect(resists(plant).map((a) => a.name)).toContain(active))
})

describe('where and when a weed is', () => {
  const plant = (code: string) => plantAlmanac.plants.find((p) => p.code === code)!
  it.each([
    ['goosegrass', ['cool', 'mild', 'warm']],
    ['longspineSandbur', ['cool', 'mild', 'warm']],
    ['buffalograss', ['cool', 'mild', 'warm']],
    ['englishDaisy', ['cool', 'mild']],
  ])('%s is at home in %s', (code, belts) => expect(plant(code).belts).toEqual(belts))
  it('burnweed sprouts in thatch: no barrier is promised, none planned', () => {
    expect(plant('americanBurnweed').barrier).toEqual({ stops: 'no', why: 'thatch' })
    expect(targetsOf(['americanBurnweed'], plant)).toEqual({})
  })
  it('burweed is met often', () => expect(plant('lawnBurweed').common).toBe(3))
})
