import { distance } from 'fastest-levenshtein'
import type { Town } from '@jardinero/contract/yard'
import { fold, type KnownPostcode, type KnownTown } from './places.ts'

const most = 8
/** From so many letters on, one slip is allowed; from so many, two. */
const oneSlipFrom = 4
const twoSlipsFrom = 7
/** Of two towns that fit alike the larger is meant; one at home counts as if it were thirty times as large. */
const atHome = 1.5
const exactly = 1.5
const slipped = 1.5

const asked: Record<string, string> = { uk: 'gb', england: 'england gb', usa: 'us', america: 'us' }
const wordsOf = (search: string) =>
  fold(search)
    .split(' ')
    .flatMap((word) => (asked[word] ?? word).split(' '))

/** Whether every further word begins a word of the town's name, state or country. */
const hasAll = (town: KnownTown, words: string[]) =>
  words.every((word) => ` ${town.folded}`.includes(` ${word}`))

const weight = (town: KnownTown, near: string) =>
  Math.log10(Math.max(town.population, 1000)) + (town.country === near ? atHome : 0)

/** How much better a town fits than by its size alone; nothing where it does not. */
function fitOf(town: KnownTown, whole: string, words: string[]): number | undefined {
  if (town.foldedName === whole) return exactly
  if (town.folded.startsWith(whole)) return 0.5
  if (town.alsoCalled.includes(whole)) return 0.4
  return town.folded.startsWith(words[0]!) && hasAll(town, words) ? 0.2 : undefined
}

/** The same with a slip of the finger or two: the first letter is right, as it mostly is. */
function nearFitOf(town: KnownTown, whole: string): number | undefined {
  const slips = whole.length >= twoSlipsFrom ? 2 : whole.length >= oneSlipFrom ? 1 : 0
  if (town.folded[0] !== whole[0] || !slips) return undefined
  const ends = [town.foldedName, town.folded.slice(0, whole.length)]
  const off = Math.min(
    ...ends.map((t) => (Math.abs(t.length - whole.length) > slips ? Infinity : distance(t, whole))),
  )
  return off <= slips ? -slipped * off : undefined
}

function ranked(towns: KnownTown[], near: string, fit: (town: KnownTown) => number | undefined): KnownTown[] {
  const fitting: { town: KnownTown; score: number }[] = []
  for (const town of towns) {
    const by = fit(town)
    if (by !== undefined) fitting.push({ town, score: by + weight(town, near) })
  }
  return fitting
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map((f) => f.town)
}

const asTown = (of: KnownTown | KnownPostcode, postcode: string | null = null): Town => ({
  name: of.name,
  region: of.region,
  country: of.country,
  postcode,
  latitude: of.latitude,
  longitude: of.longitude,
})

/** A postcode as it stands in the lists: of a ZIP+4 the ZIP, of a Canadian one its first half. */
function codeIn(search: string): string | undefined {
  const typed = search.trim().toUpperCase()
  return (
    /^(\d{5})(-\d{4})?$/.exec(typed)?.[1] ??
    /^([A-Z]\d[A-Z])( ?\d[A-Z]\d)?$/.exec(typed)?.[1] ??
    /^(\d{4})$/.exec(typed)?.[1]
  )
}

/**
 * Towns by their name, and state or country after it, or by their postcode; the likeliest first.
 * @param near the country people ask from (ISO 3166-1)
 */
export function findTowns(
  towns: KnownTown[],
  postcodes: Map<string, KnownPostcode[]>,
  { search, near }: { search: string; near: string },
): Town[] {
  const code = codeIn(search)
  const byCode = (code && postcodes.get(code)) || []
  if (byCode.length) return byCode.map((known) => asTown(known, code))
  const words = wordsOf(search)
  const whole = words.join(' ')
  if (!whole) return []
  const found = ranked(towns, near, (town) => fitOf(town, whole, words))
  if (found.length) return found.map((t) => asTown(t))
  return ranked(towns, near, (town) => nearFitOf(town, whole)).map((t) => asTown(t))
}
