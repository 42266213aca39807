import type { Day, Refusal } from '../quantity/index.ts'
import { computeCover } from './cover.ts'
import type { PlantGroup } from './plant.ts'

export const plantStages = ['seedling', 'leaves', 'tillers', 'flowering', 'seeding', 'mature'] as const
export type PlantStage = (typeof plantStages)[number]

/** Stages a group goes through: only grasses tiller. */
export const stagesOf = (group: PlantGroup | undefined): PlantStage[] =>
  plantStages.filter((s) => s !== 'tillers' || group === undefined || group === 'grass')

/** How much of it there is. */
export type Amount =
  { kind: 'notCounted' } | { kind: 'count'; count: number } | { kind: 'grid'; hits: number; points: number }

/** What a person saw, before it is stored. */
export interface Sighting {
  foundOn: Day
  /** Code of the plant, or none while candidates are left. */
  plant: string | null
  candidates: { code: string; share: number }[]
  stage: PlantStage
  leafCount: number | null
  tillerCount: number | null
  amount: Amount
  /** Share of the ground that is wanted grass, 0–1, by eye. */
  wantedShare: number | null
}

const mostPlantsCounted = 100_000
const mostLeaves = 100
const mostTillers = 300

const outside = (value: number | null, most: number): boolean =>
  value !== null && !(Number.isInteger(value) && value >= 0 && value <= most)

function checkAmount(amount: Amount): Refusal[] {
  if (amount.kind === 'grid') {
    const cover = computeCover(amount.hits, amount.points)
    return cover.ok ? [] : cover.refusals
  }
  if (amount.kind === 'count' && (amount.count < 1 || outside(amount.count, mostPlantsCounted)))
    return [{ code: 'plantCountNotBelievable', field: 'amount.count', params: { most: mostPlantsCounted } }]
  return []
}

/** Every reason why a find cannot be stored. */
export function checkSighting(find: Sighting, today: Day): Refusal[] {
  const refusals = checkAmount(find.amount)
  if (!find.plant && !find.candidates.length)
    refusals.push({ code: 'findWithoutPlant', field: 'plant', params: {} })
  if (find.foundOn > today)
    refusals.push({ code: 'findInFuture', field: 'foundOn', params: { given: find.foundOn, today } })
  if (outside(find.leafCount, mostLeaves))
    refusals.push({ code: 'leafCountNotBelievable', field: 'leafCount', params: { most: mostLeaves } })
  if (outside(find.tillerCount, mostTillers))
    refusals.push({ code: 'tillerCountNotBelievable', field: 'tillerCount', params: { most: mostTillers } })
  if (find.wantedShare !== null && !(find.wantedShare >= 0 && find.wantedShare <= 1))
    refusals.push({ code: 'shareNotBelievable', field: 'wantedShare', params: {} })
  return refusals
}
