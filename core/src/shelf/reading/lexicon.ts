import type { Active } from '../active.ts'
import type { LabelText, NameFound, ReadingLexicon } from './reading.ts'

interface Named {
  code: string
  botanical: string
  names: Record<string, string[]>
  also?: string[]
}
interface Known {
  turf: (Named & { season: 'cool' | 'warm' })[]
  plants: Named[]
  actives: Active[]
}
/** All names that a label may print, from the almanac. @param country whose meaning goes first where one name means two plants */
export function lexiconOf(known: Known, country = 'US'): ReadingLexicon {
  const named = ({ code, botanical, names, also = [] }: Named) => ({
    code,
    names: [...new Set([...Object.values(names).flat(), ...also, botanical])],
    here: names[country] ?? [],
  })
  return {
    turf: known.turf.map((t) => ({ ...named(t), season: t.season })),
    plants: known.plants.map(named),
    actives: known.actives,
  }
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** A name however a label spaces it, in one or in many: "St. Augustinegrass", "St Augustine grass". */
function patternOf(name: string, isTurf: boolean): string {
  // "bermudagrass" is "bermuda" on labels; what is left must still be a name.
  const [stem, grass] = isTurf ? [name.replace(/\s?grass$/i, ''), /grass$/i.test(name)] : [name, false]
  const short = grass && stem.length >= 6 && !/(?:blue|rye|bent|crab|couch)$/i.test(stem)
  const spaced = (text: string) =>
    text
      .split(/[\s.'’-]+/)
      .filter(Boolean)
      .map((part) =>
        escaped(part).replace(/(blue|rye|bent|crab|goose|bermuda|augustine)(grass)/i, '$1[\\s-]?$2'),
      )
      .join(String.raw`[\s.'’-]*`)
  return short ? `${spaced(stem)}(?:[\\s-]?grass(?:es)?)?` : `${spaced(name)}(?:s|es)?`
}

/** Finds names in a text, the longest first: "Queensland blue couch" is not "couch". */
export function nameFinder(named: ReadingLexicon['plants'], isTurf: boolean): (text: string) => NameFound[] {
  const all = named
    .flatMap(({ code, names, here }) => names.map((name) => ({ code, name, isHere: here.includes(name) })))
    .filter(({ name }) => name.length > 3)
  const meant = new Map<string, typeof all>()
  for (const one of all) {
    const pattern = patternOf(one.name, isTurf).toLowerCase()
    meant.set(pattern, [...(meant.get(pattern) ?? []), one])
  }
  // A name of two plants is that of this country.
  const codes = new Map(
    [...meant].map(([pattern, of]) => {
      const here = of.filter((o) => o.isHere)
      return [pattern, [...new Set((here.length ? here : of).map((o) => o.code))]]
    }),
  )
  const patterns = [...codes.keys()].toSorted((a, b) => b.length - a.length)
  if (!patterns.length) return () => []
  const matcher = new RegExp(`(?<![\\p{L}-])(?:${patterns.map((p) => `(${p})`).join('|')})(?!\\p{L})`, 'giu')
  return (text) =>
    [...text.matchAll(matcher)].flatMap((m) => {
      const at = m.slice(1).findIndex((group) => group !== undefined)
      return codes.get(patterns[at]!)!.map((code) => ({ code, start: m.index, end: m.index + m[0].length }))
    })
}

/** Sentences of the running text: what ends with a stop before a capital that no short form has, or with a paragraph. */
export function sentencesOf(text: string): LabelText['sentences'] {
  const ends =
    /\n|(?<!(?:^|[\s(])(?:[Ss]t|[Nn]o|[Rr]eg|[Ww]t|WT|sq|fl|[Aa]pprox|vs|spp?)\.?)(?<=[.;!?)])\s+(?=[\p{Lu}•])/gu
  const sentences: LabelText['sentences'] = []
  let start = 0
  for (const m of text.matchAll(ends)) {
    sentences.push({ text: text.slice(start, m.index), start })
    start = m.index + m[0].length
  }
  sentences.push({ text: text.slice(start), start })
  return sentences.filter((s) => s.text.trim())
}
