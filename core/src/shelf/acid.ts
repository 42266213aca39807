import type { StrengthBasis } from '../quantity/index.ts'

/** What an acid is sold as: salts after its name, esters after a hyphen. */
const soldAs =
  /(?:[ -](?:(?:di|tri)?methylammonium|(?:di|tri)?ethylammonium|isopropylammonium|diolamine|olamine|trolamine|choline|ammonium|potassium|sodium|amine|2-ethylhexyl|butotyl|isooctyl|meptyl|ester))+$/

/** The acid that a salt or ester is of, in small letters: in acid equivalent they are one. */
const acidOf = (name: string): string => name.trim().toLowerCase().replace(soldAs, '')

interface Stated {
  name: string
  basis: StrengthBasis
}

/** Whether two figures are of the same active: by name, and in acid equivalent by the acid, so that an amine and an ester add up. */
export const isSameActive = (a: Stated, b: Stated): boolean =>
  a.basis === b.basis &&
  (a.name.trim().toLowerCase() === b.name.trim().toLowerCase() ||
    (a.basis === 'ae' && acidOf(a.name) === acidOf(b.name)))
