/** A value a sentence may name: a plain text or number, or a quantity shown in the reader's units. */
export type Param = string | number | boolean | { value: number; unit: string }
export type Params = Record<string, Param>

/** A request that is not carried out, and why. The words come from the catalogue under refusal.<code>. */
export interface Refusal {
  code: string
  /** The input at fault, as a path into the request ("products.0.rate"). */
  field?: string
  params: Params
  /** Something must be known first; absent where it is refused outright. */
  kind?: 'stops' | 'asks' | 'minds'
  /** What would do. Its words stand under remedy.<code>. */
  remedy?: { code: string; params: Params }
  /** Who says so. A label's limits and the law of a place nobody's own reason moves. */
  source?: 'label' | 'almanac' | 'law' | 'site' | 'weather' | 'season'
}

/** Something to heed that does not stop the work. The words come from the catalogue under caution.<code>. */
export interface Caution {
  code: string
  params: Params
}

/** Either a value or the refusals that stand in its way: never both. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; refusals: Refusal[] }

export const accepted = <T>(value: T): Outcome<T> => ({ ok: true, value })
export const refused = (...refusals: Refusal[]): { ok: false; refusals: Refusal[] } => ({
  ok: false,
  refusals,
})
