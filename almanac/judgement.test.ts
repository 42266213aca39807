import { describe, expect, it, test } from 'vitest'
import { computeMix, computeTank, planSpread, usualTools, type TankGround } from '@jardinero/core/bench'
import {
  computeWindows,
  besideOf,
  computePassLimits,
  passOfLabels,
  type HourAhead,
} from '@jardinero/core/outing'
import { addDays, convert } from '@jardinero/core/quantity'
import { checkProgramme, noWishes } from '@jardinero/core/season'
import {
  chooseProducts,
  createActiveFinder,
  judgeApplication,
  measureOfFormulation,
  usualSituation,
  type Circumstances,
  type JudgedGround,
  type LabelRules,
  type OutlookDay,
} from '@jardinero/core/shelf'
import { almanac, sprouts } from './src/index.ts'

const labelOf = (code: string, more: Partial<LabelRules> = {}): LabelRules => ({
  ...almanac.sampleLabels.find((l) => l.code === code)!.rules,
  ...more,
})
/** As somebody copies a label wrongly: its lines name a turf that is not on it. */
const miscopied = (code: string, turf: string): LabelRules => {
  const rules = labelOf(code)
  return { ...rules, uses: rules.uses.map(({ states: _, ...u }) => ({ ...u, turf: [...u.turf, turf] })) }
}
/** As a label of five times the strength, at the rate of this one. */
const fivefold = (code: string): LabelRules => {
  const rules = labelOf(code)
  return {
    ...rules,
    actives: rules.actives.map((a) => ({
      ...a,
      strength: { ...a.strength, value: a.strength.value * 5 },
    })),
  }
}
const week = (day: string, highC: number): OutlookDay[] =>
  Array.from({ length: 7 }, (_, i) => ({ day: addDays(day, i), highC, lowC: highC - 12 }))

interface Case {
  day: string
  rules: LabelRules
  ground?: Partial<JudgedGround>
  around?: Partial<Circumstances>
}
const whole = ({ day, rules, ground, around }: Case) => ({
  day,
  rules,
  ground: {
    id: 'g',
    name: 'Front',
    turf: 'tallFescue',
    state: 'growing' as const,
    areaSqFt: 5000,
    mode: 'broadcast' as const,
    passes: [],
    ...ground,
  } satisfies TankGround,
  around: {
    situation: usualSituation,
    neighbours: [],
    hemisphere: 'northern' as const,
    sprouts,
    outlook: week(day, 22),
    ...around,
  },
})
const least = ({ rules, ground }: ReturnType<typeof whole>) => {
  const line = rules.uses.find((u) => u.turf.includes(ground.turf)) ?? rules.uses[0]!
  return { value: line.rate.min, unit: line.rate.unit }
}
const carrierVolume = { value: 1, unit: 'gal/1000ft2' } as const
const isDry = (rules: LabelRules) => measureOfFormulation(rules.formulation) === 'mass'
const codesOf = (outcome: { ok: boolean; refusals?: { code: string }[] }) =>
  outcome.ok ? [] : outcome.refusals!.map((r) => r.code)

/** Where an application is asked about, and what each says against it. */
const stations: Record<string, (asked: Case) => string[]> = {
  shelf(asked) {
    const { day, rules, ground, around } = whole(asked)
    const { judged } = chooseProducts({
      ...around,
      day,
      grounds: [ground],
      weeds: [],
      products: [{ id: 'p', rules, source: 'owned' }],
      actives: almanac.actives,
    })
    return judged[0]!.refusals.map((r) => r.code)
  },
  bench(asked) {
    const { day, rules, ground, around } = whole(asked)
    return codesOf(
      computeTank({
        day,
        grounds: [{ ...ground, around }],
        products: [{ rules, rate: least(whole(asked)) }],
        carrierVolume,
        capacityGal: 4,
        loadPlan: 'equal',
        tools: usualTools,
        actives: almanac.actives,
      }),
    )
  },
  'the open mixing calculator'(asked) {
    const { day, rules, ground, around } = whole(asked)
    const { id: _, name: __, mode: ___, ...rest } = ground
    return codesOf(
      computeMix({
        ...rest,
        day,
        rules,
        around,
        rate: least(whole(asked)),
        carrierVolume,
        capacityGal: 4,
        loadPlan: 'equal',
        tool: isDry(rules) ? 'scaleTenthG' : 'syringe1mL',
        actives: almanac.actives,
      }),
    )
  },
  spreader(asked) {
    const { day, rules, ground, around } = whole(asked)
    return codesOf(
      planSpread({
        day,
        grounds: [{ ...ground, around }],
        rules: { ...rules, formulation: 'GR' },
        rate: least(whole(asked)),
        hopperLb: 40,
        directions: 1,
        actives: almanac.actives,
      }),
    )
  },
  season(asked) {
    const { day, rules, ground, around } = whole(asked)
    const { situation, hemisphere } = around
    const faults = checkProgramme(
      {
        fertiliser: [],
        passes: [
          {
            id: 'one',
            season: 'rising',
            when: { kind: 'day', day },
            labelId: 'l',
            rate: least(whole(asked)),
            zones: ['g'],
            edges: 'once',
          },
        ],
      },
      {
        today: day,
        zones: [{ ...ground, areaSqFt: 5000 }],
        places: [],
        // It speaks of barriers alone: here every line is one.
        labels: [
          { id: 'l', rules: { ...rules, uses: rules.uses.map((u) => ({ ...u, purpose: 'preEmergent' })) } },
        ],
        barriers: almanac.barriers,
        wishes: {
          ...noWishes,
          restrictions: [...(ground.restrictions ?? [])],
          seeding: [ground.seedingDay, ground.sownOn].flatMap((d) => (d ? [{ zoneId: 'g', day: d }] : [])),
        },
        actives: almanac.actives,
        around: { situation, hemisphere, sprouts: around.sprouts },
      },
      () => day,
    )
    return faults.map((f) => f.code)
  },
  outing(asked) {
    const { day, rules, ground, around } = whole(asked)
    const { outlook: _, ...rest } = around
    const { refusals } = judgeApplication({ day, rules, rate: least(whole(asked)) }, ground, {
      ...rest,
      actives: almanac.actives,
    })
    return codesOf(
      computeWindows({
        hours: fairDay(day),
        latitude: 36,
        longitude: -90,
        pass: passOfLabels([rules], [ground.turf], { hours: 1, states: [ground.state] }),
        against: refusals,
      }),
    )
  },
}
const fairDay = (day: string): HourAhead[] =>
  Array.from({ length: 72 }, (_, i) => ({
    at: new Date(Date.parse(`${day}T06:00:00Z`) + i * 3_600_000).toISOString(),
    day: addDays(day, Math.floor(i / 24)),
    hour: i % 24,
    temperatureC: 18,
    rainMm: 0,
    wind: 2,
    gust: 3,
    humidity: 0.5,
    cloud: 0.4,
  }))

const dormant = { turf: 'bermudagrass', state: 'dormant' } as const
const sold = (more: Partial<typeof usualSituation>) => ({ situation: { ...usualSituation, ...more } })
const sprayed = { day: '2026-05-12' }

/** Every rule, with a case that breaks it, and stations that have no say in it: Shelf chooses against what is up, and no barrier for it. */
const cases: [code: string, asked: Case, not?: string[]][] = [
  ['crownNotChecked', { day: '2026-02-10', rules: labelOf('voidmarsh'), ground: dormant }],
  [
    'crownNotChecked',
    {
      day: '2026-02-10',
      rules: labelOf('voidmarsh'),
      ground: { ...dormant, check: { crown: { day: '2026-02-01', green: false } } },
    },
  ],
  [
    'crownGreen',
    {
      day: '2026-02-10',
      rules: labelOf('voidmarsh'),
      ground: { ...dormant, check: { crown: { day: '2026-02-10', green: true } } },
    },
  ],
  ['nonSelectiveStop', { ...sprayed, rules: miscopied('voidmarsh', 'tallFescue') }],
  [
    'activeKillsTurf',
    { ...sprayed, rules: miscopied('quarlock', 'stAugustinegrass'), ground: { turf: 'stAugustinegrass' } },
  ],
  ['turfInDrought', { ...sprayed, rules: labelOf('tressock'), ground: { state: 'drought' } }],
  ['notOnSeedlings', { day: '2026-04-20', rules: labelOf('ostrel'), ground: { sownOn: '2026-03-31' } }],
  ['tooFewMowings', { ...sprayed, rules: labelOf('tressock'), ground: { sownOn: '2026-04-22' } }],
  ['seedingTooSoon', { day: '2026-03-10', rules: labelOf('ostrel'), ground: { seedingDay: '2026-04-21' } }],
  [
    'seedingNotCopied',
    {
      day: '2026-03-10',
      rules: (({ seedingIntervalDays: _, ...rules }) => rules)(labelOf('ostrel')),
      ground: { seedingDay: '2026-04-18' },
    },
    ['shelf'],
  ],
  ['needsLicence', { ...sprayed, rules: labelOf('tressock', { restrictedUse: true }) }],
  ['notForSite', { ...sprayed, rules: labelOf('tressock', { sites: ['golf'] }) }],
  ['activeNotForSite', { day: '2026-03-10', rules: labelOf('hollin') }, ['shelf']],
  [
    'overCapOfPlace',
    {
      day: '2026-05-12',
      rules: labelOf('sandrill'),
      ground: {
        turf: 'stAugustinegrass',
        passes: [
          {
            day: '2026-04-02',
            actives: [{ name: 'atrazine', basis: 'ai', rate: { value: 0.7, unit: 'lb/acre' } }],
          },
        ],
      },
      around: sold({ places: ['US', 'Wisconsin'] }),
    },
    ['shelf'],
  ],
  ['notInPlace', { ...sprayed, rules: labelOf('tressock', { notIn: ['US'] }) }],
  ['vapourNearBeds', { ...sprayed, rules: labelOf('fernhold'), around: sold({ nearVegetables: true }) }],
  ['treeRootsUnder', { ...sprayed, rules: labelOf('tressock'), around: sold({ trees: 'over' }) }],
  // A tree stands in its ring, whatever was said of the yard; and what must not be hit was said of the ground.
  ['treeRootsUnder', { ...sprayed, rules: miscopied('tressock', 'treeRing'), ground: { turf: 'treeRing' } }],
  ['vapourNearBeds', { ...sprayed, rules: labelOf('fernhold'), ground: { spare: ['vegetables'] } }],
  [
    'barrierOnFallingSoil',
    {
      day: '2026-11-20',
      rules: labelOf('ostrel', { weeds: { controls: ['smoothCrabgrass'], suppresses: [] } }),
    },
    ['shelf'],
  ],
  [
    'activeInjuresTurf',
    {
      day: '2026-05-12',
      rules: labelOf('thessel'),
      ground: { turf: 'fineFescue', state: 'seeded', check: { mowings: 3 } },
    },
  ],
  // A label that was copied with a figure of a year, or of an acre: all agree with it but the active.
  ['overUsualRate', { day: '2026-03-10', rules: fivefold('ostrel') }, ['shelf']],
  [
    'overUsualYear',
    {
      day: '2026-03-10',
      rules: labelOf('tarnfold', { uses: labelOf('tarnfold').uses.map(({ annualMaximum: _, ...u }) => u) }),
      ground: {
        turf: 'fineFescue',
        passes: [
          {
            day: '2026-02-01',
            actives: [{ name: 'prodiamine', basis: 'ai', rate: { value: 1.2, unit: 'lb/acre' } }],
          },
        ],
      },
    },
    ['shelf'],
  ],
  [
    'worksAgain',
    {
      day: '2026-07-25',
      rules: labelOf('quarlock'),
      ground: { seen: [{ plant: 'smoothCrabgrass', stage: 'mature' }] },
    },
    ['season'],
  ],
  ['turfNotOnLabel', { ...sprayed, rules: labelOf('dorrick') }],
  [
    'overAnnualMaximum',
    {
      day: '2026-05-12',
      rules: labelOf('ostrel'),
      ground: {
        passes: [
          {
            day: '2026-02-20',
            actives: [{ name: 'dithiopyr', basis: 'ai', rate: { value: 1.4, unit: 'lb/acre' } }],
          },
        ],
      },
    },
  ],
  [
    'forbiddenHere',
    {
      day: '2026-03-12',
      rules: labelOf('ostrel'),
      ground: { restrictions: [{ kind: 'group', name: '3', mostLbPerAcre: 0, note: '' }] },
    },
    // It is asked by strangers, who said nothing of their place.
    ['the open mixing calculator'],
  ],
  [
    'overLocalMaximum',
    {
      day: '2026-05-12',
      rules: labelOf('ostrel'),
      ground: {
        restrictions: [{ kind: 'group', name: '3', mostLbPerAcre: 1, note: '' }],
        // Of the same group under another name.
        passes: [
          {
            day: '2026-02-20',
            actives: [{ name: 'Pendimethalin', basis: 'ai', rate: { value: 0.9, unit: 'lb/acre' } }],
          },
        ],
      },
    },
    ['shelf', 'the open mixing calculator'],
  ],
  // Hours are looked at one by one in the field, and a programme is made long before its weather.
  [
    'tooHotFor',
    { ...sprayed, rules: labelOf('tressock'), around: { outlook: week('2026-05-12', 34) } },
    ['season', 'outing'],
  ],
]

describe('the one judgement', () => {
  test.each(
    cases.flatMap(([code, asked, not = []]) =>
      Object.keys(stations)
        .filter((s) => !not.includes(s) && (s !== 'spreader' || isDry(asked.rules)))
        .map((station) => [code, station, asked] as const),
    ),
  )('%s is told at %s', (code, station, asked) => {
    expect(stations[station]!(asked)).toContain(code)
  })
  it('lets down what nothing stands against, at every station', () => {
    const fair = { ...sprayed, rules: labelOf('tressock') }
    for (const [name, ask] of Object.entries(stations))
      if (name !== 'spreader') expect([name, ask(fair)]).toEqual([name, []])
  })
  it('names who says so and what would do; a reason of one’s own moves advice, never a label or a law', () => {
    const judge = (asked: Case, override?: string) => {
      const { day, rules, ground, around } = whole(asked)
      const circumstances = { ...around, actives: almanac.actives, override }
      return judgeApplication({ day, rules, rate: least(whole(asked)) }, ground, circumstances)
    }
    const hot = { ...sprayed, rules: labelOf('tressock'), around: { outlook: week('2026-05-12', 34) } }
    expect(judge(hot)).toMatchObject({ outcome: 'no', refusals: [{ source: 'weather' }] })
    expect(judge(hot, 'The mower breaks tomorrow')).toMatchObject({
      outcome: 'cautions',
      refusals: [],
      cautions: expect.arrayContaining([
        { code: 'overridden', params: expect.objectContaining({ reason: 'The mower breaks tomorrow' }) },
      ]),
    })
    const unseen = { day: '2026-02-10', rules: labelOf('voidmarsh'), ground: dormant }
    expect(judge(unseen)).toMatchObject({
      outcome: 'asks',
      refusals: [{ kind: 'asks', remedy: { code: 'lookAtCrown' } }],
    })
    for (const [code, asked] of cases) {
      const before = judge(asked).refusals.filter((r) => r.source === 'label' || r.source === 'law')
      expect([code, judge(asked, 'I want to').refusals]).toEqual([code, before])
    }
  })
  it('cools down to the first day that opens', () => {
    const outlook = [...week('2026-05-12', 34).slice(0, 3), ...week('2026-05-15', 25)].slice(0, 7)
    const { day, rules, ground, around } = whole({
      ...sprayed,
      rules: labelOf('tressock'),
      around: { outlook },
    })
    const judged = judgeApplication({ day, rules }, ground, { ...around, actives: almanac.actives })
    expect(judged).toMatchObject({
      opensOn: '2026-05-15',
      refusals: [{ remedy: { params: { day: '2026-05-15' } } }],
    })
  })
})

describe('a cap of the place', () => {
  it('counts a partner of the group on top of the first product', () => {
    const rules = labelOf('ostrel')
    const other = { ...labelOf('ostrel'), actives: [{ ...rules.actives[0]!, name: 'prodiamine' }] }
    const [line] = rules.uses
    const rate = { value: line!.rate.min, unit: line!.rate.unit }
    const asked = (withPartner: boolean) =>
      checkProgramme(
        {
          fertiliser: [],
          passes: [
            {
              id: 'one',
              season: 'rising',
              when: { kind: 'day', day: '2026-03-12' },
              labelId: 'l',
              rate,
              ...(withPartner && { partner: { labelId: 'm', rate } }),
              zones: ['g'],
              edges: 'once',
            },
          ],
        },
        {
          today: '2026-03-01',
          zones: [{ ...whole({ day: '2026-03-12', rules }).ground, areaSqFt: 5000 }],
          places: [],
          labels: [
            { id: 'l', rules },
            { id: 'm', rules: other },
          ],
          barriers: almanac.barriers,
          actives: almanac.actives,
          wishes: { ...noWishes, restrictions: [{ kind: 'group', name: '3', mostLbPerAcre: 0.5, note: '' }] },
        },
        () => '2026-03-12',
      ).map((f) => `${f.code} ${f.field}`)
    expect(asked(false)).toEqual([])
    expect(asked(true)).toContain('overLocalMaximum passes.0.partner.rate')
  })
})

describe('wind beside what it can hurt', () => {
  const activeOf = createActiveFinder(almanac.actives)
  const glyphosate = labelOf('voidmarsh', { windMost: { value: 10, unit: 'mph' } })
  const mostMph = (nearVegetables: boolean, droplet?: 'fine' | 'coarse') => {
    const beside = besideOf([glyphosate], { ...sold({ nearVegetables }), neighbours: [] }, activeOf)
    const pass = passOfLabels([glyphosate], ['bermudagrass'], {
      hours: 1,
      states: ['dormant'],
      ...(beside && { beside }),
      ...(droplet && { droplet }),
    })
    return convert(computePassLimits(pass).wind.value, 'm/s', 'mph')
  }
  it('is less beside a vegetable bed, less still in fine droplets, and never more than the label’s', () => {
    expect(mostMph(false)).toBeCloseTo(10, 6)
    expect(mostMph(true)).toBeCloseTo(5, 6)
    expect(mostMph(true, 'coarse')).toBeCloseTo(6, 6)
    expect(mostMph(true, 'fine')).toBeCloseTo(3, 6)
  })
  it('minds the neighbouring grass that it hurts', () => {
    const fescueBeside = {
      situation: usualSituation,
      neighbours: [{ name: 'Back', turf: 'tallFescue', state: 'growing' as const }],
    }
    expect(besideOf([glyphosate], fescueBeside, activeOf)).toBe('plants')
    expect(besideOf([labelOf('rushollow')], fescueBeside, activeOf)).toBeUndefined()
  })
})
