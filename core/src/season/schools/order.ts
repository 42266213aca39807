import type { Caution } from '../../quantity/index.ts'
import { compareVectors } from '../../shelf/index.ts'

/** What the order of compared programmes rests on. */
interface Compared {
  programme: { passes: unknown[] }
  faults: unknown[]
  /** Wishes and grounds it does not keep. */
  breaks: Pick<Caution, 'code'>[]
  /** Share of the weeds' year that gets through, of the weeds to stop; and how sure each place is of no gap. */
  judgement: { escaped?: { value: number }; places: { gapChance: number }[] }
  /** Share of the year's maximum that is used. */
  annual?: { value: number }
  cost: { cents: number }
}

/** So little more gets through that less product decides, a share. */
const asGood = 0.005

/**
 * Best first. What keeps every limit comes before what does not, and of those what keeps the wishes and the ground before what does
 * not; doing nothing keeps every wish and stops no weed, and comes after them. Then what lets no more through than the best of its like (or hardly more) by how little of the year's maximum it takes,
 * the rest by what they let through; then cost, and what the weather turns least. Each is held against the best alone, so that the
 * order does not hang on the order they came in.
 */
export function orderJudged<T extends Compared>(rows: T[]): T[] {
  const escaped = (r: T) => r.judgement.escaped?.value ?? 1
  const classOf = (r: T) => (r.faults.length ? 3 : !r.programme.passes.length ? 2 : r.breaks.length ? 1 : 0)
  const best = [0, 1, 2, 3].map((k) => Math.min(...rows.filter((r) => classOf(r) === k).map(escaped)))
  const keys = new Map(
    rows.map((r) => {
      const near = escaped(r) <= best[classOf(r)]! + asGood
      const annual = r.annual?.value ?? 0
      const unsure = Math.max(0, ...r.judgement.places.map((p) => p.gapChance))
      return [
        r,
        [classOf(r), Number(!near), near ? annual : escaped(r), escaped(r), annual, r.cost.cents, unsure],
      ]
    }),
  )
  return rows.toSorted((a, b) => compareVectors(keys.get(a)!, keys.get(b)!))
}
