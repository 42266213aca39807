import { computed, reactive } from 'vue'
import type { Find } from '@jardinero/contract/scout'
import type { Refusal, PlaceId, ZoneId } from '@jardinero/core/quantity'
import {
  checkSighting,
  computeCover,
  stagesOf,
  type Amount,
  type Candidate,
  type KeyAnswers,
} from '@jardinero/core/scout'
import { useAccount, useRowForm, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { usePlants } from './usePlants.ts'

/** What a new find starts from: a plant or the candidates left, the answers, and where. */
export interface FindStart {
  plant: string | null
  candidates: Candidate[]
  answers: KeyAnswers
  zoneId: ZoneId
  placeId: PlaceId | null
}

/** A find as it is typed, new or changed. */
export function useFindForm(start: FindStart, find: Find | undefined, done: (saved?: Find) => void) {
  const account = useAccount()
  const { say } = useWords()
  const { day, today } = useYard()
  const { plantOf } = usePlants()
  const from = find ?? start
  const counted = find?.amount
  const typed = reactive({
    plant: from.plant ?? 'unsure',
    zoneId: from.zoneId,
    placeId: from.placeId ?? 'none',
    foundOn: find?.foundOn ?? (day.value < today.value ? day.value : today.value),
    stage: find?.stage ?? ('leaves' as Find['stage']),
    leafCount: find?.leafCount ?? (undefined as number | undefined),
    tillerCount: find?.tillerCount ?? (undefined as number | undefined),
    kind: counted?.kind ?? ('count' as Amount['kind']),
    count: counted?.kind === 'count' ? counted.count : (undefined as number | undefined),
    hits: counted?.kind === 'grid' ? counted.hits : (undefined as number | undefined),
    points: counted?.kind === 'grid' ? counted.points : (undefined as number | undefined),
    wantedShare: find?.wantedShare ?? (undefined as number | undefined),
    note: find?.note ?? '',
    at: (find?.xFt === null || find?.xFt === undefined ? undefined : [find.xFt, find.yFt!]) as
      [number, number] | undefined,
  })
  const amount = computed<Amount>(() => {
    if (typed.kind === 'grid') return { kind: 'grid', hits: typed.hits ?? NaN, points: typed.points ?? NaN }
    // Whoever types no count has not counted.
    if (typed.kind !== 'count' || typed.count === undefined) return { kind: 'notCounted' }
    return { kind: 'count', count: typed.count }
  })
  const cover = computed(() => {
    if (typed.kind !== 'grid' || typed.hits === undefined || typed.points === undefined) return undefined
    const measured = computeCover(typed.hits, typed.points)
    return measured.ok ? measured.value : undefined
  })
  const stages = computed(() => stagesOf(plantOf(typed.plant)?.group))
  const fields = () => ({
    zoneId: typed.zoneId,
    placeId: typed.placeId === 'none' ? null : typed.placeId,
    xFt: typed.at?.[0] ?? null,
    yFt: typed.at?.[1] ?? null,
    foundOn: typed.foundOn,
    plant: typed.plant === 'unsure' ? null : typed.plant,
    candidates: typed.plant !== 'unsure' ? [] : from.candidates.slice(0, 6),
    answers: from.answers,
    stage: typed.stage,
    leafCount: typed.leafCount ?? null,
    tillerCount: typed.tillerCount ?? null,
    amount: amount.value,
    wantedShare: typed.wantedShare ?? null,
    note: typed.note,
  })
  const says = () => ({
    code: 'outing.note.find',
    params: { plant: say(typed.plant === 'unsure' ? 'scout.form.unsure' : `plant.${typed.plant}`) },
  })
  const row = useRowForm({
    part: 'finds',
    row: find,
    fields,
    add: (fresh, id) => account.note('finds', fresh, says(), id),
    check: (): Refusal[] => checkSighting(fields(), today.value),
    done,
  })
  return { typed, cover, stages, row }
}
