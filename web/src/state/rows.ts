import type { AccountState } from '@jardinero/contract/account'
import type { Row } from '@jardinero/contract/field'
import type { Opening, YardState, YardYear } from '@jardinero/contract/state'
import type { Yard } from '@jardinero/contract/yard'
import type { Permission, Room } from '@jardinero/contract/roles'
import { dayIn, yearOf, type RecordId, type SightingId, type YardId } from '@jardinero/core/quantity'
import { keys } from './keys.ts'
import type { useHeld } from './held.ts'

/** Kinds of rows that are edited in place. */
export type Rows = { [K in keyof AccountState]: AccountState[K] extends (infer R extends Row)[] ? R : never }
export type Part = { [K in keyof Rows]: Rows[K] extends never ? never : K }[keyof Rows]

export const paths: Record<Part, string> = {
  yards: 'yard/yards',
  zones: 'yard/zones',
  sections: 'yard/sections',
  places: 'yard/places',
  sprayers: 'bench/sprayers',
  calibrations: 'bench/calibrations',
  labels: 'shelf/labels',
  stock: 'shelf/stock',
  tools: 'bench/tools',
  finds: 'scout/finds',
  signs: 'soil/signs',
  sprinklers: 'soil/sprinklers',
  waters: 'soil/waters',
  ratings: 'ledger/ratings',
}
/** What changing such a row asks for: it is of the room in its address. */
export const permissionFor = (part: Part): Permission => `${paths[part].split('/')[0] as Room}.write`
/** Which answer each kind lies in. */
const lies = {
  sprayers: 'equipment',
  calibrations: 'equipment',
  tools: 'equipment',
  labels: 'shelf',
  stock: 'shelf',
  labelFiles: 'shelf',
  zones: 'yard',
  sections: 'yard',
  places: 'yard',
  sprinklers: 'yard',
  jobs: 'yard',
  plans: 'yard',
  finds: 'year',
  signs: 'year',
  waters: 'year',
  ratings: 'year',
  readings: 'year',
  records: 'year',
  outings: 'year',
  photos: 'year',
  recordPhotos: 'year',
} as const
export type HeldPart = keyof typeof lies

type Held = ReturnType<typeof useHeld>
type Placed = { id: string }
type Lists = Record<string, Placed[]>

/** A row in its place in a list: over the one of its id, else at the end. */
function withRow<T extends Placed>(rows: T[], row: T): T[] {
  const i = rows.findIndex((r) => r.id === row.id)
  return i < 0 ? [...rows, row] : rows.with(i, row)
}
const without = <T extends Placed>(rows: T[], id: string): T[] => rows.filter((r) => r.id !== id)

/** The day a row is of, as its year is told by. */
function dayOf(row: object, timeZone: string): string | undefined {
  const { day, foundOn, takenAt, appliedAt, startedAt } = row as Record<string, string | undefined>
  const at = appliedAt ?? startedAt ?? takenAt
  return day ?? foundOn ?? (at && dayIn(at, timeZone))
}

/** Places rows that the server has answered with into what is held of it. */
export function createPlacing(held: Held) {
  const yearsHere = (yardId: YardId): [number, YardYear][] =>
    held.client
      .getQueriesData<YardYear>({ queryKey: [...keys.yard(held.who, yardId), 'year'] })
      .flatMap(([key, data]) => (data ? [[key.at(-1) as number, data] as [number, YardYear]] : []))

  /** The year of a row; what hangs on another row is of that one's. */
  function yearFor(part: HeldPart, row: Placed, yardId: YardId): number | undefined {
    const { recordId, findId } = row as { recordId?: RecordId; findId?: SightingId }
    const owner = recordId ?? (part === 'photos' ? findId : undefined)
    if (owner)
      return yearsHere(yardId).find(([, y]) => [...y.records, ...y.finds].some((r) => r.id === owner))?.[0]
    const day = dayOf(row, held.timeZone)
    return day === undefined ? undefined : yearOf(day)
  }
  function yardFor(row: Placed): string {
    return (row as { yardId?: YardId }).yardId ?? held.standing.yardId
  }
  const layList = (key: readonly unknown[], part: string, change: (rows: Placed[]) => Placed[]) =>
    held.lay<Lists>(key, (lists) => ({ ...lists, [part]: change(lists[part] ?? []) }))

  async function ofYears(part: HeldPart, yardId: YardId, change: (rows: Placed[], year: number) => Placed[]) {
    for (const [year] of yearsHere(yardId))
      await layList(keys.year(held.who, yardId, year), part, (rows) => change(rows, year))
  }
  const keyOf = (part: HeldPart, yardId: YardId) =>
    lies[part] === 'equipment'
      ? keys.equipment(held.who)
      : lies[part] === 'shelf'
        ? keys.shelf(held.who)
        : keys.yardState(held.who, yardId)

  async function putYard(yard: Yard): Promise<void> {
    await held.lay<YardState>(keys.yardState(held.who, yard.id), (state) => ({ ...state, yard }))
    const { id, name, client } = yard
    await held.lay<Opening>(keys.opening(held.who), (opening) => {
      const known = opening.yards.some((y) => y.id === id)
      const yards = withRow(opening.yards, { id, name, client: client ?? '' })
      return { ...opening, yards, yardCount: opening.yardCount + (known ? 0 : 1) }
    })
  }
  /** Puts a row where it belongs, and takes it from where it was. */
  async function put<T extends Placed>(part: HeldPart | 'yards', row: T): Promise<T> {
    if (part === 'yards') await putYard(row as Placed as Yard)
    else if (lies[part] !== 'year')
      await layList(keyOf(part, yardFor(row)), part, (rows) => withRow(rows, row))
    else {
      const yardId = yardFor(row)
      const year = yearFor(part, row, yardId)
      await ofYears(part, yardId, (rows, y) => (y === year ? withRow(rows, row) : without(rows, row.id)))
    }
    return row
  }
  async function take(part: HeldPart | 'yards', id: string): Promise<void> {
    const { yardId } = held.standing
    if (part === 'yards')
      await held.lay<Opening>(keys.opening(held.who), (opening) => ({
        ...opening,
        yards: without(opening.yards, id),
        yardCount: opening.yardCount - 1,
      }))
    else if (lies[part] === 'year') await ofYears(part, yardId, (rows) => without(rows, id))
    else await layList(keyOf(part, yardId), part, (rows) => without(rows, id))
  }
  return { put, take }
}
