import type { PersonId } from '@jardinero/core/quantity'
import { createEmptyCard, fsrs, generatorParameters, Rating, type Card } from 'ts-fsrs'
import { plantAlmanac } from '@jardinero/almanac'
import type { DrillState } from '@jardinero/contract/scout'
import { drillPlants } from '@jardinero/core/scout'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { DrillCard } from './entities.ts'

/** New plants brought in beside what is due. */
const newAtOnce = 6
const scheduler = fsrs(generatorParameters({ enable_fuzz: false }))
const drilled = drillPlants(plantAlmanac.plants)
  .toSorted((a, b) => b.common - a.common)
  .map((p) => p.code)

const cardsOf = (scope: AccountScope, personId: PersonId): Promise<DrillCard[]> =>
  scope.find<DrillCard>('drill_card', { personId }, { order: { due: 'ASC' } })

/** What one person is to be asked now: what is due, then plants not met yet, the commonest first. */
export async function readDrill(scope: AccountScope, personId: PersonId, now: Date): Promise<DrillState> {
  const cards = await cardsOf(scope, personId)
  const met = new Set(cards.map((c) => c.plant))
  const due = cards.filter((c) => c.due <= now.toISOString()).map((c) => c.plant)
  const fresh = drilled.filter((code) => !met.has(code)).slice(0, newAtOnce)
  return {
    due: [...due, ...fresh],
    learned: cards.map(({ plant, due: next, lapses, answers }) => ({ plant, due: next, lapses, answers })),
  }
}

/** The card as the scheduler takes it: its days are dates again. */
const revive = ({ due, last_review, ...card }: DrillCard['card']): Card => ({
  ...card,
  due: new Date(due),
  ...(last_review && { last_review: new Date(last_review) }),
})

/** Takes one answer: a plant got wrong comes back within minutes, one got right later and later. */
export async function answerDrill(
  scope: AccountScope,
  personId: PersonId,
  { plant, chosen }: { plant: string; chosen: string },
  now: Date,
): Promise<{ right: boolean; due: string }> {
  if (!drilled.includes(plant)) throw new ProblemError('notFound')
  const known = (await cardsOf(scope, personId)).find((c) => c.plant === plant)
  const right = plant === chosen
  const before = known ? revive(known.card) : createEmptyCard(now)
  const { card } = scheduler.next(before, now, right ? Rating.Good : Rating.Again)
  const due = card.due.toISOString()
  const lapses = (known?.lapses ?? 0) + (right ? 0 : 1)
  const answers = (known?.answers ?? 0) + 1
  await scope.put(
    'drill_card',
    [{ personId, plant, card: { ...card }, due, lapses, answers }],
    ['personId', 'plant'],
  )
  return { right, due }
}
