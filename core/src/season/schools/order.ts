import { compareVectors } from '../../shelf/index.ts'

/** What the order of compared programmes rests on. */
interface Compared {
  faults: unknown[]
  /** Share of the weeds' year that gets through, of the weeds to stop. */
  judgement: { escaped?: { value: number } }
  /** Share of the year's maximum that is used. */
  annual?: { value: number }
}

/** So little more gets through that less product decides, a share. */
const asGood = 0.005

/**
 * Best first: what breaks no limit before what does; of those, what lets no more through than the best (or hardly more) by how
 * little of the year's maximum it takes, then the rest by what they let through. Each is held against the best alone, so that
 * the order does not hang on the order they came in.
 */
export function orderJudged<T extends Compared>(rows: T[]): T[] {
  const escaped = (r: T) => r.judgement.escaped?.value ?? 1
  const broken = (r: T) => r.faults.length > 0
  const bestOf = (among: T[]) => Math.min(...among.map(escaped))
  const best = { whole: bestOf(rows.filter((r) => !broken(r))), broken: bestOf(rows.filter(broken)) }
  const keys = new Map(
    rows.map((r) => {
      const near = escaped(r) <= (broken(r) ? best.broken : best.whole) + asGood
      const annual = r.annual?.value ?? 0
      return [r, [Number(broken(r)), Number(!near), near ? annual : escaped(r), escaped(r), annual]]
    }),
  )
  return rows.toSorted((a, b) => compareVectors(keys.get(a)!, keys.get(b)!))
}
