import type { AdjuvantClass, ProtectiveGear } from '../../label.ts'
import { amountUnit, amountUnitOf, number, numberOf, range, rangeOf } from '../figures.ts'
import { each, first, type Found, type LabelText, type ReadRule } from '../reading.ts'
import type { Word } from '../word.ts'

const untilDry = /until[^.\n]{0,60}?\b(?:dried|dry|settled)\b|hasta que[^.\n]{0,60}?sec/
const hoursOff = new RegExp(
  `(?:keep[^.\\n]{0,80}?(?:off|out|away)|do not (?:enter|allow|re-?enter|walk)|re-?entry|restricted[- ]entry interval|REI)[^.\\n]{0,120}?(?:for|of|:|is|until|within)?\\s*(?:at least\\s)?(${number})\\s*(?:\\(\\d+\\)\\s*)?(hours?|hrs?\\.?|days?)`,
)
const readKeepOff: ReadRule = (label) => {
  const [dry] = each(label, untilDry).filter(({ match }) => !/hands|gloves|equipment/i.test(match[0]))
  const [hours] = each(label, hoursOff).filter(({ match }) => !/rain|irrigat|water|mow/i.test(match[0]))
  if (!dry && !hours) return []
  const value = hours ? numberOf(hours.match[1]!) * (/^d/i.test(hours.match[2]!) ? 24 : 1) : 0
  return [
    {
      field: 'keepOff',
      value: { untilDry: Boolean(dry), hours: value },
      words: [...(dry?.words ?? []), ...(hours?.words ?? [])],
    },
  ]
}

const gearSaid: [ProtectiveGear, RegExp][] = [
  ['gloves', /gloves|guantes/],
  ['eyes', /goggles|eye ?wear|safety glasses|face shield|eye protection|protective eye/],
  ['longSleeves', /long[- ]?sleeved? shirt|coveralls?|camisa de manga larga/],
  ['boots', /shoes|boots|zapatos/],
  ['respirator', /respirator|dust mask/],
  ['apron', /apron/],
]
const readGear: ReadRule = (label) => {
  const sentences = label.sentences.filter((s) => /\bwear|must wear|protective|PPE|use guantes/i.test(s.text))
  const has = gearSaid.filter(([, pattern]) => sentences.some((s) => pattern.test(s.text)))
  const [one] = sentences.filter((s) => gearSaid.some(([, p]) => p.test(s.text)))
  return has.length && one
    ? [
        {
          field: 'gear',
          value: has.map(([gear]) => gear),
          words: label.running.wordsIn(one.start, one.start + one.text.length),
        },
      ]
    : []
}

const additives: [AdjuvantClass, RegExp][] = [
  ['NIS', /non-?\s?ionic surfactant|\bNIS\b/i],
  ['MSO', /methylated seed oil|\bMSO\b/i],
  ['COC', /crop oil(?: concentrate)?|\bCOC\b/i],
  ['AMS', /ammonium sulfate|ammonium sulphate|\bAMS\b/i],
]
const anyAdditive = /surfactant|adjuvant|seed oil|crop oil|\bNIS\b|\bMSO\b|\bCOC\b|wetting agent/i
const readAdjuvant: ReadRule = (label) => {
  const said = label.sentences.flatMap((s) => {
    if (!anyAdditive.test(s.text)) return []
    const classes = additives.filter(([, p]) => p.test(s.text)).map(([c]) => c)
    const rule = /do not (?:add|use|mix|apply)|without|not be added|no (?:surfactant|adjuvant)/i.test(s.text)
      ? ('forbids' as const)
      : /\bmay\b|optional|can be (?:added|used)|improve/i.test(s.text)
        ? ('allows' as const)
        : /\badd\b|must|required|needs?\b|include|always/i.test(s.text)
          ? ('needs' as const)
          : undefined
    return rule ? [{ rule, classes, s }] : []
  })
  const [one] = said
  if (!one) return []
  const doubt = new Set(said.map((x) => x.rule)).size > 1 ? ('disagrees' as const) : undefined
  return [
    {
      field: 'adjuvant',
      value: { rule: one.rule, classes: one.classes },
      words: label.running.wordsIn(one.s.start, one.s.start + one.s.text.length),
      doubt,
    },
  ]
}

const notWith = /do not (?:tank[- ]?mix|mix|combine|use)[^.\n]{0,30}?\bwith\s+([^.\n]+)/
const listOf = (text: string): string[] =>
  text
    .split(/,|;|\bor\b|\band\b/i)
    .map((t) =>
      t
        .replace(/^(?:any|other|products? containing|herbicides? containing)\s+/i, '')
        .replace(/[.;:]+$/, '')
        .trim(),
    )
    .filter((t) => t.length > 2 && t.length < 60)
const notIn =
  /(?:not (?:for (?:sale|use|distribution)(?:,? (?:sale|use|distribution|or|and))*|registered for use)|do not (?:use|sell|apply))\s*(?:or use\s)?(?:in|within)\s+(?:the states? of\s)?((?:[A-Z][A-Za-z.]+(?:\s[A-Z][A-Za-z.]+)*(?:\s(?:County|Counties))?(?:,\s*(?:or|and)?\s*|\s(?:or|and)\s)?)+)/
const readPlaces: ReadRule = (label) => {
  // Places begin with a capital: this one pattern minds it.
  const m =
    new RegExp(notIn.source, '').exec(label.text) ??
    new RegExp(notIn.source.replace('(?:not (?:for', '(?:Not (?:for').replace('|do not', '|Do not')).exec(
      label.text,
    )
  const places = m ? listOf(m[1]!) : []
  return [
    ...first(label, 'notWith', notWith, (x) => {
      const names = listOf(x[1]!.replace(/\bor other\b.*$/i, ''))
      return names.length ? names : undefined
    }),
    ...(m && places.length
      ? [
          {
            field: 'notIn',
            value: places,
            words: label.running.wordsIn(m.index, m.index + m[0].length),
          } as const,
        ]
      : []),
  ]
}

const spots = [
  new RegExp(
    `(?:mix|use|add|dilute|apply|combine|spot[^.\\n]{0,40}?)?\\s*${range}\\s*(${amountUnit})\\s*(?:of\\s(?:this\\s)?(?:product|concentrate|[\\w-]+)\\s*)?(?:per|in|with|to|into|for each|/)\\s*(?:each\\s|every\\s)?(${number})?\\s*-?(gal(?:lons?|\\b\\.?)|L\\b|lit(?:er|re)s?)\\s*(?:of\\s)?(?:water|spray)?`,
  ),
]
const readSpot: ReadRule = (label) =>
  spots.flatMap((way) =>
    first(
      label,
      'spot',
      way,
      (m) => {
        const after = label.text.slice(m.index! + m[0].length, m.index! + m[0].length + 40)
        if (/^[^.]{0,30}?(?:per|\/)\s*(?:acre|1,?000|100)/i.test(after)) return undefined
        const unit = amountUnitOf(m[3]!)
        // By the hundred gallons it is no can.
        const water = (m[4] ? numberOf(m[4]) : 1) * (/^l/i.test(m[5]!) ? 0.264172 : 1)
        // By weight in a gallon it is as likely what the product weighs or holds.
        if (
          !/water|spray|mix|spot|dilut/i.test(m[0]) ||
          /contain|weigh|equivalent/i.test(label.text.slice(Math.max(0, m.index! - 25), m.index))
        )
          return undefined
        if (!unit || water > 30) return undefined
        const spoons = { tsp: 1 / 6, tbsp: 1 / 2 }
        const amount = rangeOf(m[1]!, m[2]).max
        const value =
          unit === 'tsp' || unit === 'tbsp'
            ? { value: amount * spoons[unit], unit: 'floz' as const }
            : { value: amount, unit: unit === 'oz?' ? ('floz' as const) : unit }
        return { amount: value, waterGal: Number(water.toPrecision(5)) }
      },
      'wording',
    ).map(
      (f) =>
        ({
          ...f,
          doubt:
            /oz/i.test(textOf(f.words)) && !/fl/i.test(textOf(f.words)) ? ('ounces' as const) : undefined,
        }) as Found,
    ),
  )
const textOf = (words: Word[]) => words.map((w) => w.text).join(' ')

const controlled =
  /(?:weeds controlled|controls?(?: the following)?(?: weeds)?|for (?:the )?control of|kills)\b/i
const suppressed = /suppress(?:es|ion of|ed)?|partial(?:ly)? control/i
const codesOf = (text: string, label: LabelText) => [...new Set(label.plantsIn(text).map((p) => p.code))]
const readWeeds: ReadRule = (label) => {
  const lists = { controls: new Map<string, Word[]>(), suppresses: new Map<string, Word[]>() }
  let under: keyof typeof lists | undefined
  for (const s of label.sentences) {
    const held = under
    const at = suppressed.exec(s.text)
    const isControl = controlled.test(s.text)
    under = isControl || at ? (at && !isControl ? 'suppresses' : 'controls') : held
    const codes = codesOf(s.text, label)
    if (!codes.length) {
      if (!isControl && !at && s.text.length > 60) under = undefined
      continue
    }
    if (!under || /do not|not (?:control|for)|will not/i.test(s.text)) continue
    const words = label.running.wordsIn(s.start, s.start + s.text.length)
    if (isControl && at && at.index > 0) {
      for (const c of codesOf(s.text.slice(0, at.index), label)) lists.controls.set(c, words)
      for (const c of codesOf(s.text.slice(at.index), label)) lists.suppresses.set(c, words)
    } else for (const c of codes) lists[under].set(c, words)
  }
  return (['controls', 'suppresses'] as const).flatMap((field): Found[] => {
    const codes = [...lists[field].keys()].filter((c) => field === 'controls' || !lists.controls.has(c))
    const turfToo = new Set(label.lexicon.turf.map((t) => t.code))
    const weeds = codes.filter((c) => !turfToo.has(c))
    return weeds.length
      ? [
          {
            field,
            value: weeds,
            words: [...new Set(weeds.flatMap((c) => lists[field].get(c)!))].slice(0, 400),
          },
        ]
      : []
  })
}

export const readSafety: ReadRule = (label) =>
  [readKeepOff, readGear, readAdjuvant, readPlaces, readSpot, readWeeds].flatMap((rule) => rule(label))
