import type { StrengthBasis } from '../quantity/index.ts'

/** What an acid is sold as: salts and esters after its name, as labels of several countries write them. */
const salts =
  '(?:mono|di|tri)?(?:methyl|ethyl|isopropyl|ethanol|glycol)(?:ammonium|amine)|diolamine|olamine|trolamine|choline|ammonium|potassium|sodium|amine|salt|dma|ipa|tea|mea|dga'
const esters = '2-ethylhexyl|2-ehe|ethylhexyl|butotyl|butoxyethyl|bee|isooctyl|meptyl|lve|ester'
const soldAs = new RegExp(`(?:[ ,-]+(?:${salts}|${esters}))+$`)
const anEster = new RegExp(`[ ,-](?:${esters})\\b`)

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

/** Without spaces, hyphens and capitals: "S metolachlor" and "s-metolachlor" are one. */
const plain = (name: string): string => name.toLowerCase().replace(/[\s-]+/g, '')

interface Named {
  name: string
  /** Other names it goes by. */
  also?: string[]
}

/**
 * An active by its name as people and labels write it: ISO, old and local names, any spacing and capitals; a salt by its acid. An ester
 * is never taken for a salt, whose vapour stays where it is. @returns undefined where it is not known
 */
export function createActiveFinder<A extends Named>(actives: A[]): (name: string) => A | undefined {
  const byName = new Map<string, A>()
  for (const a of actives)
    for (const name of [a.name, ...(a.also ?? [])]) if (!byName.has(plain(name))) byName.set(plain(name), a)
  const isEster = (name: string) => anEster.test(name.toLowerCase())
  return (name) =>
    byName.get(plain(name)) ??
    actives.find(
      (a) =>
        plain(acidOf(a.name)) === plain(acidOf(name)) && isEster(a.name) === isEster(name) && acidOf(name),
    )
}
