import { addDays, type Day } from '../src/quantity/index.ts'
import { computeSoilOutlook, type Trend } from '../src/soil/index.ts'
import {
  computeField,
  noWishes,
  usualLoss,
  type BarrierActive,
  type PlanLabel,
  type Season,
  type SeasonWeed,
  type SeasonWishes,
} from '../src/season/index.ts'
import type { LabelRules } from '../src/shelf/index.ts'
import { simulatedYard } from './soilYears.ts'

const active = (more: Partial<BarrierActive> & { name: string }): BarrierActive => ({
  group: '3',
  halfLifeDays: 80,
  dissipationDays: [60, 150],
  thresholdLbPerAcre: 0.17,
  controls: { summerGrass: 1, winterGrass: 1 },
  activationMm: 10,
  surfaceLossPerDay: 0.01,
  leachedPerMm: 0,
  thatchHeldPerCm: 0.05,
  confidence: 'estimate',
  source: 'test',
  ...more,
})
/** Three barriers: long, short and killing young crabgrass, and one of another group that meets sedges. */
export const testBarriers: BarrierActive[] = [
  active({ name: 'prodiamine' }),
  active({
    name: 'dithiopyr',
    halfLifeDays: 60,
    thresholdLbPerAcre: 0.14,
    kills: { targets: ['summerGrass'], ageDays: 18, share: 0.85 },
  }),
  active({
    name: 'S-metolachlor',
    group: '15',
    halfLifeDays: 31,
    thresholdLbPerAcre: 0.67,
    controls: { summerGrass: 1, sedge: 1 },
    leachedPerMm: 0.003,
  }),
]

/** A label whose one active goes down at so many lb/acre. */
export function testLabel(name: string, percent: number, more: Partial<LabelRules> = {}): PlanLabel {
  // oz of product per 1,000 ft² for lb/acre of active.
  const oz = (lbPerAcre: number) => (lbPerAcre / (percent / 100) / 43.56) * 16
  const range: Record<string, [number, number, number]> = {
    prodiamine: [0.3, 0.75, 1.5],
    dithiopyr: [0.25, 0.5, 1.5],
    'S-metolachlor': [1.3, 2.5, 4],
  }
  const [min, max, year] = range[name]!
  return {
    id: name,
    rules: {
      name: `Sample ${name}`,
      sample: true,
      formulation: 'WG',
      actives: [
        {
          name,
          strength: { value: percent, unit: 'percent', basis: 'ai' },
          group: name === 'S-metolachlor' ? '15' : '3',
        },
      ],
      uses: [
        {
          turf: ['tallFescue', 'zoysiagrass'],
          purpose: 'preEmergent',
          rate: { min: oz(min), max: oz(max), unit: 'oz/1000ft2' },
          annualMaximum: { value: oz(year), unit: 'oz/1000ft2', of: 'product' },
          minimumIntervalDays: 42,
        },
      ],
      wateringIn: { leastIn: 0.5, mostIn: 0.75, withinDays: 7 },
      keepOff: { untilDry: true, hours: 0 },
      seedingIntervalDays: name === 'prodiamine' ? 150 : 90,
      gear: [],
      signalWord: 'caution',
      restrictedUse: false,
      ...more,
    },
  }
}

export const crabgrass: SeasonWeed = {
  code: 'smoothCrabgrass',
  emergence: { trend: 'rising', soilC: [12, 14], baseC: 12 },
  target: { target: 'summerGrass', factor: 1 },
}
export const bluegrass: SeasonWeed = {
  code: 'annualBluegrass',
  emergence: { trend: 'falling', soilC: [10, 21], baseC: 2 },
  target: { target: 'winterGrass', factor: 1 },
}
export const clover: SeasonWeed = {
  code: 'whiteClover',
  emergence: { trend: 'both', soilC: [8, 18], baseC: 4 },
}

interface Asked {
  members?: number
  wishes?: Partial<SeasonWishes>
  labels?: PlanLabel[]
  half?: Trend
  weeds?: SeasonWeed[]
  south?: boolean
  notYet?: number
  today?: Day
  turf?: string
  kinds?: ('middle' | 'edge' | 'shade')[]
  passes?: Season['context']['zones'][number]['passes']
}

/** A lawn of one zone and its places, simulated up to late winter, ready for programmes. */
export function simulatedSeason({
  members = 40,
  wishes = {},
  labels = [testLabel('prodiamine', 50), testLabel('dithiopyr', 40), testLabel('S-metolachlor', 60)],
  half = 'rising',
  weeds = [crabgrass, bluegrass, clover],
  south = false,
  notYet = 306,
  today = '2026-02-28',
  turf = 'tallFescue',
  kinds = ['middle', 'edge'],
  passes = [],
}: Asked = {}): Season {
  const yard = simulatedYard({ members, daysAhead: 365, kinds, south, notYet })
  const request = { ...yard.base, today, weeds }
  const { answer, paths, ruleDays } = computeSoilOutlook(request)
  const places = request.places.map((p) => ({ ...p, name: p.id, zoneId: 'lawn' }))
  const field = computeField({
    today,
    hemisphere: request.hemisphere,
    from: -120,
    places,
    paths,
    groundOf: request.groundOf,
    pasts: yard.pasts,
    runs: yard.runs,
    observedWaterMm: Array.from({ length: 200 }, (_, i) => (i % 4 ? 0 : 8)),
    weeds,
    germination: answer.germination,
    loss: usualLoss,
  })
  return {
    field,
    ruleDays,
    half,
    context: {
      today,
      zones: [{ id: 'lawn', name: 'Lawn', turf, state: 'growing', areaSqFt: 6350, passes }],
      places: places.map(({ id, zoneId, kind, ground }) => ({ id, zoneId, kind, thatchCm: ground.thatchCm })),
      labels,
      barriers: testBarriers,
      wishes: { ...noWishes, ...wishes },
    },
  }
}
export const inDays = (season: Season, days: number): Day => addDays(season.context.today, days)
