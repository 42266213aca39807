import type { RatingRow } from '@jardinero/contract/ledger'
import type { AccountScope } from '../platform/scope.ts'
import { demoId } from './demoPlaces.ts'

/** How last year's second half was rated, beside a strip along the fence that was left out. */
const lastRatings = [
  { day: '2025-06-21', treated: 1, check: 11, injury: 0, why: null },
  { day: '2025-08-16', treated: 9, check: 34, injury: 0, why: 'late' },
] as const

export async function addRatings(scope: AccountScope): Promise<void> {
  for (const { day, treated, check, injury, why } of lastRatings)
    await scope.add<RatingRow>('rating', {
      id: demoId(`rating ${day}`),
      recordId: demoId('record 2025-05-08 front'),
      plant: 'smoothCrabgrass',
      day,
      treated: { hits: treated, points: 60 },
      treatedBefore: null,
      check: { hits: check, points: 60 },
      checkBefore: null,
      injury,
      why,
      note: '',
      version: 1,
    })
}

/** What was found last year. */
const lastFinds = [
  {
    plant: 'smoothCrabgrass',
    place: 'Drive edge',
    foundOn: '2025-08-16',
    stage: 'seeding',
    at: [3, 24],
    amount: { kind: 'grid', hits: 9, points: 60 },
  },
  {
    plant: 'groundIvy',
    place: 'Under the maple',
    foundOn: '2025-10-04',
    stage: 'mature',
    at: [78, 8],
    amount: { kind: 'grid', hits: 5, points: 80 },
  },
  {
    plant: 'whiteClover',
    place: 'Under the maple',
    foundOn: '2025-10-04',
    stage: 'mature',
    at: [68, 22],
    amount: { kind: 'count', count: 14 },
  },
]

export async function addFinds(scope: AccountScope): Promise<void> {
  for (const {
    place,
    at: [xFt, yFt],
    ...found
  } of lastFinds)
    await scope.add('plant_find', {
      ...found,
      id: demoId(`find ${found.plant}`),
      zoneId: demoId('front'),
      placeId: demoId(place),
      xFt,
      yFt,
      candidates: [],
      answers: {},
      leafCount: null,
      tillerCount: null,
      wantedShare: 0.85,
      note: '',
    })
}
