import { createActiveFinder } from '../../names.ts'
import { formulationInName, formulations, type Formulation, type LabelActive } from '../../label.ts'
import { amountUnit, amountUnitOf, number, numberOf } from '../figures.ts'
import { each, first, type Found, type LabelText, type ReadRule } from '../reading.ts'
import { textOf } from '../text.ts'
import { heightOf, median } from '../word.ts'

/** Words that stand large on labels and are no name. */
const notNames =
  /keep out|children|caution|warning|danger|poison|herbicide$|directions|net (?:contents|weight)|first aid|active ingredient|precauci|peligro|aviso|for (?:use|control)|\brates?\b|situation|weed ?(?:control|killer)|^\W*$/i

/** The largest letters of the first page that are no set phrase. */
export const readName: ReadRule = ({ lines }) => {
  const page = lines[0]?.cells[0]?.page
  const usual = median(lines.map(heightOf))
  const large = lines
    .filter((l) => l.page === page && heightOf(l) > usual * 1.25)
    .map((l) => ({
      line: l,
      text: textOf(l.cells)
        .text.replace(/[®™*©]/g, '')
        .trim(),
    }))
    .filter(
      ({ text }) => text.length > 2 && text.length < 60 && /\p{L}{3}/u.test(text) && !notNames.test(text),
    )
    .toSorted((a, b) => heightOf(b.line) - heightOf(a.line))
  const top = heightOf(large[0]?.line ?? { page: 0, x0: 0, x1: 0, y0: 0, y1: 0 })
  // Of two lines as large the upper begins the name.
  const [best] = large.filter((l) => heightOf(l.line) > top * 0.88).toSorted((a, b) => a.line.y0 - b.line.y0)
  if (!best) return []
  // A long name goes on in the next line, as large.
  const next = large.find(
    (l) =>
      l.line.y0 > best.line.y0 &&
      l.line.y0 - best.line.y1 < heightOf(best.line) &&
      Math.abs(heightOf(l.line) - heightOf(best.line)) < heightOf(best.line) * 0.3,
  )
  const parts = next ? [best, next] : [best]
  const value = parts.map((l) => l.text).join(best.text.endsWith('-') ? '' : ' ')
  return [{ field: 'name', value, words: parts.flatMap((l) => l.line.cells.flatMap((c) => c.words)) }]
}

const codes = formulations.filter((f) => f !== 'GR').join('|')
const classes: [Formulation, RegExp][] = [
  ['WSP', /water[- ]soluble (?:packets?|pouch(?:es)?|bags?)/],
  ['WG', /(?:water[- ])?dispersible granul|dry flowable|\bWDG\b/],
  ['WP', /wettable powder/],
  ['GR', /\bgranul(?:es?|ar)\b|broadcast spreader|drop spreader/],
  ['CS', /microencapsulat|capsule suspension/],
  ['EW', /emulsion,? in water|oil in water emulsion/],
  ['EC', /emulsifiable concentrate/],
  ['SC', /suspension concentrate|\bflowable\b/],
  ['SL', /soluble (?:liquid|concentrate)|water[- ]based|liquid concentrate|concentrate/],
]
export const readFormulation: ReadRule = (label) => {
  const [name] = readName(label)
  const inName = name && formulationInName(String(name.value))
  if (inName) return [{ field: 'formulation', value: inName, words: name.words }]
  const code = first(label, 'formulation', new RegExp(`formulation:?\\s*\\(?(${codes}|GR?)\\b`), (m) =>
    formulations.find((f) => f === m[1]!.toUpperCase().replace(/^G$/, 'GR')),
  )
  if (code.length) return code
  for (const [value, pattern] of classes) {
    const found = first(label, 'formulation', pattern, () => value)
    if (found.length) return found
  }
  return []
}
/** Whether the product is weighed, as far as the label says its class. */
export const isDryLabel = (label: LabelText): boolean => {
  const [found] = readFormulation(label)
  if (found) return ['WSP', 'WG', 'WP', 'GR'].includes(String(found.value))
  return /net (?:weight|wt)/i.test(label.text) && !/fl(?:uid|\.)?\s?oz|gallons?\)/i.test(label.text)
}

const basisSaid = /a\.?\s?e\b\.?|acid equivalent|equivalente ácido/i
/** Actives that a text names, the longest name first, each place once. */
function activesIn(
  text: string,
  label: LabelText,
): { name: string; start: number; end: number; basis: 'ai' | 'ae' }[] {
  const named = label.lexicon.actives
    .flatMap((a) => [a.name, ...(a.also ?? [])].map((name) => ({ active: a, name })))
    .toSorted((a, b) => b.name.length - a.name.length)
  const taken: [number, number][] = []
  const found: ReturnType<typeof activesIn> = []
  for (const { active, name } of named) {
    const pattern = new RegExp(
      `(?<![\\p{L}\\d-])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/[\s-]+/g, '[\\s-]*')}(?![\\p{L}])`,
      'giu',
    )
    for (const m of text.matchAll(pattern)) {
      const [start, end] = [m.index, m.index + m[0].length]
      if (taken.some(([a, b]) => start < b && end > a)) continue
      taken.push([start, end])
      found.push({ name: active.name, start, end, basis: active.basis })
    }
  }
  return found.toSorted((a, b) => a.start - b.start)
}

/** The ingredient statement, from its heading to what is not active. */
function statementOf(text: string): { text: string; start: number } | undefined {
  const heading = /active\s+ingredients?\s*(?:\(s\))?\s*:?|ingredientes?\s+activos?\s*:?/i.exec(text)
  if (!heading) return undefined
  const start = heading.index + heading[0].length
  const rest = text.slice(start)
  const end = /(?:other|inert|inactive)\s+ingredients?|otros\s+ingredientes|\btotal\b/i.exec(rest)
  return { text: rest.slice(0, Math.min(end?.index ?? 400, 900)), start }
}

const percent = new RegExp(`(${number})\\s?%`, 'g')
const perVolume = new RegExp(
  `(${number})\\s*(?:[lI]bs?\\.?|pounds?)\\s*(?:\\(?(a\\.?\\s?[ie]\\.?|acid equivalent|active ingredient)\\)?)?(?:\\s?of)?\\s*([^.;\\n%]{0,60}?)\\s*(?:per|/)\\s*(?:US\\s)?gal(?:lon|\\b)`,
  'gi',
)
const perLitre = new RegExp(
  `(${number})\\s*g(?:rams?)?\\s*(?:\\(?(a\\.?\\s?[ie]\\.?)\\)?)?\\s*(?:of\\s)?([^.;\\n%]{0,60}?)\\s*(?:per|/)\\s*(?:L\\b|lit(?:er|re)s?)`,
  'gi',
)

interface Stated {
  name: string
  value: number
  unit: 'percent' | 'lb/gal' | 'g/L'
  basis: 'ai' | 'ae'
  start: number
  end: number
}

/** Strengths by volume, which are what a poured product is reckoned with. */
function byVolume(label: LabelText, names: string[]): Stated[] {
  const all: Stated[] = []
  for (const [pattern, unit] of [
    [perVolume, 'lb/gal'],
    [perLitre, 'g/L'],
  ] as const)
    for (const m of label.text.matchAll(pattern)) {
      const near = label.text.slice(Math.max(0, m.index - 60), m.index + m[0].length + 70)
      const within = activesIn(m[0], label)
      // Who it is of stands in it, right after it ("2.8 lb per gallon of …"), before it, or there is one only.
      const after = activesIn(label.text.slice(m.index + m[0].length, m.index + m[0].length + 60), label)
      const before = activesIn(label.text.slice(Math.max(0, m.index - 50), m.index), label)
      const name =
        within[0]?.name ?? (names.length === 1 ? names[0] : (before.at(-1)?.name ?? after[0]?.name))
      const weighs =
        /weigh/i.test(label.text.slice(Math.max(0, m.index - 30), m.index)) || /product/i.test(m[3] ?? '')
      if (!name || weighs || numberOf(m[1]!) > 13 * (unit === 'g/L' ? 120 : 1)) continue
      if (!m[2] && !within.length && !/contain|equivalent|equal|active/i.test(near)) continue
      const basis = basisSaid.test(m[2] ?? '') || basisSaid.test(near) ? 'ae' : 'ai'
      all.push({ name, value: numberOf(m[1]!), unit, basis, start: m.index, end: m.index + m[0].length })
    }
  return all
}

/** Percentages of the statement, each to the active named last before it; acid equivalents over those of salts. */
function byWeight(label: LabelText): { salts: Stated[]; acids: Stated[]; names: string[] } {
  const statement = statementOf(label.text)
  const slice = statement?.text ?? ''
  const base = statement?.start ?? 0
  const named = activesIn(slice, label)
  const salts: Stated[] = []
  let from = 0
  for (const m of slice.matchAll(percent)) {
    const own = named.filter((n) => n.start >= from && n.end <= m.index)
    from = m.index + m[0].length
    const [active] = own
    if (!active) continue
    const acid = basisSaid.test(slice.slice(own[0]!.start - 20 > 0 ? own[0]!.start - 20 : 0, m.index))
    salts.push({
      name: active.name,
      value: numberOf(m[1]!),
      unit: 'percent',
      basis: acid ? 'ae' : 'ai',
      start: base + active.start,
      end: base + from,
    })
  }
  const acids: Stated[] = []
  for (const s of label.sentences) {
    if (!basisSaid.test(s.text)) continue
    const before = [...activesIn(s.text, label)]
    for (const m of s.text.matchAll(percent)) {
      const name =
        before.filter((n) => n.end <= m.index).at(-1)?.name ??
        before[0]?.name ??
        (new Set(named.map((n) => n.name)).size === 1 ? named[0]!.name : undefined)
      if (name)
        acids.push({
          name,
          value: numberOf(m[1]!),
          unit: 'percent',
          basis: 'ae',
          start: s.start + m.index,
          end: s.start + m.index + m[0].length,
        })
    }
  }
  return { salts, acids, names: [...new Set(named.map((n) => n.name))] }
}

export const readActives: ReadRule = (label) => {
  const { salts, acids, names } = byWeight(label)
  const all = names.length
    ? names
    : [...new Set(activesIn(label.text.slice(0, 1500), label).map((a) => a.name))].slice(0, 1)
  const volumes = byVolume(label, all)
  const activeOf = createActiveFinder(label.lexicon.actives)
  const dry = isDryLabel(label)
  return all.map((name): Found => {
    const known = activeOf(name)
    const wanted = known?.basis ?? 'ai'
    const own = (list: Stated[]) => list.filter((s) => s.name === name)
    const ordered = [...(dry ? [] : own(volumes)), ...own(acids), ...own(salts)]
    const stated = ordered.find((s) => s.basis === wanted) ?? ordered[0]
    const place = label.text.toLowerCase().indexOf(name.split(' ')[0]!.toLowerCase())
    const [start, end] = stated ? [stated.start, stated.end] : [place, place + name.length]
    const value: LabelActive = {
      name,
      strength: stated
        ? { value: stated.value, unit: stated.unit, basis: stated.basis }
        : { value: 0, unit: 'none', basis: wanted },
      ...(known?.group && { group: known.group }),
    }
    const differs =
      stated &&
      own(ordered).some((s) => s.unit === stated.unit && s.basis === stated.basis && s.value !== stated.value)
    const doubt =
      !stated || stated.basis !== wanted ? ('wording' as const) : differs ? ('disagrees' as const) : undefined
    return { field: 'active', value, words: label.running.wordsIn(start, end), doubt }
  })
}

const words = {
  danger: /\bDANGER\b|\bPELIGRO\b/,
  warning: /\bWARNING\b|\bAVISO\b/,
  caution: /\bCAUTION\b|\bPRECAUCI[OÓ]N\b/,
} as const
export const readSignalWord: ReadRule = (label) => {
  for (const key of ['danger', 'warning', 'caution'] as const) {
    // Set in capitals; the word within a sentence is no signal.
    const m = words[key].exec(label.text)
    if (m)
      return [
        { field: 'signalWord', value: key, words: label.running.wordsIn(m.index, m.index + m[0].length) },
      ]
  }
  return []
}

const registration =
  /(?:reg(?:istration)?\.?\s*(?:no|number|n[o°º])\.?|registro)\s*:?\s*([A-Z0-9][A-Z0-9-]{2,})/
const contents = new RegExp(
  `(?:net\\s*(?:contents?|weight|wt\\.?)|contenido\\s+neto)\\s*:?\\s*(${number})\\s*(${amountUnit})`,
)
const weighs = new RegExp(
  `(?:weighs?|density:?)\\s*(?:about\\s|approximately\\s)?(${number})\\s*(lbs?|pounds?|g|kg|grams?)\\.?\\s*(?:per|/)\\s*(gal(?:lon)?|L\\b|lit(?:er|re)s?)`,
)
export const readIdentity: ReadRule = (label) => [
  ...first(label, 'registration', registration, (m) => m[1]),
  ...first(label, 'contents', contents, (m) => {
    const unit = amountUnitOf(m[2]!)
    return (
      unit && { value: numberOf(m[1]!), unit: unit === 'oz?' ? (isDryLabel(label) ? 'oz' : 'floz') : unit }
    )
  }),
  ...first(label, 'density', weighs, (m) =>
    /gal/i.test(m[3]!)
      ? { value: numberOf(m[1]!), unit: 'lb/gal' }
      : { value: numberOf(m[1]!) * (/kg/i.test(m[2]!) ? 1000 : 1), unit: 'g/L' },
  ),
  ...first(label, 'restrictedUse', /restricted use (?:pesticide|product)/, () => true),
  ...(isDryLabel(label)
    ? first(label, 'analysis', /\b(\d{1,2})\s?-\s?(\d{1,2})\s?-\s?(\d{1,2})\b(?!\s?-?\d)/, (m) => ({
        n: Number(m[1]),
        p2o5: Number(m[2]),
        k2o: Number(m[3]),
      }))
    : []),
]

/** What it is for: before weeds come up, or once they are up. */
export const readPurpose: ReadRule = (label) => {
  const before = each(label, /pre-?\s?emergen(?:ce|t)|preemergente/)
  const after = each(
    label,
    /post-?\s?emergen(?:ce|t)|postemergente|(?:controls|kills) (?:actively growing|existing|listed|broadleaf|emerged)/,
  )
  const [value, places] =
    before.length >= after.length ? (['preEmergent', before] as const) : (['postEmergent', after] as const)
  if (!places.length) return []
  const doubt = before.length && after.length ? ('wording' as const) : undefined
  return [{ field: 'purpose', value, words: places[0]!.words, doubt }]
}
