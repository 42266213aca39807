import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { IntlMessageFormat } from 'intl-messageformat'
import { describe, expect, it, test } from 'vitest'
import { createWords, languages, loadWholeCatalogue, presentQuantity, type Reader } from './src/index.ts'

const catalogue = await loadWholeCatalogue('en-US')
const us: Reader = { locale: 'en-US', units: 'us', temperature: 'F' }
const metric: Reader = { locale: 'en-AU', units: 'metric', temperature: 'C' }
const words = createWords(catalogue, us)

const root = join(import.meta.dirname, '..')
const filesUnder = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    if (e.name === 'node_modules' || e.name === 'dist') return []
    const path = join(folder, e.name)
    if (e.isDirectory()) return filesUnder(path)
    return /\.(ts|vue)$/.test(e.name) && !/\.test\.ts$/.test(e.name) ? [readFileSync(path, 'utf8')] : []
  })
const found = (sources: string[], pattern: RegExp) =>
  [...new Set(sources.flatMap((s) => [...s.matchAll(pattern)].map((m) => m[1]!)))].sort()

it('says no sign before what rounds to nothing', () => {
  expect(words.quantity(-0.01, 'deltaC')).not.toContain('-')
  expect(words.quantity(-2, 'degC')).toMatch(/^[-−]?\d/)
  expect(words.quantity(-20, 'degC')).toContain('-')
})

describe('the catalogue', () => {
  const core = filesUnder(join(root, 'core/src'))
  const web = filesUnder(join(root, 'web/src'))
  const server = filesUnder(join(root, 'server/src'))

  it('has words for every code the core and the server speak', () => {
    const spoken = [
      'refusal',
      'remedy',
      'caution',
      'working',
      'today',
      'bench.fill',
      'season',
      'season.event',
    ].map((room) => `${room}.`)
    const codes = [
      ...found([...core, ...server], /\bcode: '([A-Za-z]+)'/g),
      ...found(core, /\b(?:because|mind|warn|refuse)\(\s*'([A-Za-z]+)'/g),
    ]
    expect(codes.length).toBeGreaterThan(60)
    const inner = new Set(['postgres'])
    for (const code of codes.filter((c) => !inner.has(c)))
      expect(
        spoken.some((room) => words.has(room + code)),
        code,
      ).toBe(true)
  })
  it('has words for every source, operand and problem', () => {
    for (const source of found(core, /\bsource: '([A-Za-z]+)'/g))
      expect(words.has(`source.${source}`), source).toBe(true)
    for (const problem of found(server, /ProblemError\('([A-Za-z]+)'/g))
      expect(words.has(`problem.${problem}`), problem).toBe(true)
    const formulas = found(core, /\bformula:[^'`,]*['`]([^'`]+)['`]/g)
    const operands = found(formulas, /\{([a-z][A-Za-z]*)\}/g)
    expect(operands.length).toBeGreaterThan(20)
    for (const name of operands)
      expect(words.has(`operand.${name}`) || words.has(`tape.${name}`), name).toBe(true)
  })
  it('has every key the interface names, and no sentence is glued in a component', () => {
    const keys = found(web, /\bsay\(\s*'([a-zA-Z]+\.[A-Za-z.]+[A-Za-z])'/g)
    expect(keys.length).toBeGreaterThan(100)
    for (const key of keys) expect(words.has(key), key).toBe(true)
    const templates = web
      .filter((s) => s.includes('<template>'))
      .map((s) => s.slice(s.indexOf('<template>'), s.lastIndexOf('</template>')))
    const bare = templates.flatMap((t) =>
      [...t.matchAll(/>\s*([A-Za-z][a-z]+ [A-Za-z][^<{]*)</g)].map((m) => m[1]),
    )
    expect(bare).toEqual([])
  })
  it('holds messages that can be read', () => {
    for (const [key, text] of Object.entries(catalogue)) {
      const names = [...text.matchAll(/\{([a-zA-Z]+)/g)].map((m) => m[1]!)
      const params = Object.fromEntries(names.map((n) => [n, 1]))
      expect(() => words.say(key, params), key).not.toThrow()
    }
  })
})

/** Names of what a message is given, however deep in its choices. */
function argumentsOf(text: string): string[] {
  const found = new Set<string>()
  type Element = { type: number; value?: string; options?: Record<string, { value: Element[] }> }
  const walk = (elements: Element[]) => {
    for (const { type, value, options } of elements) {
      // 0 is text, 7 the number sign of a plural.
      if (type !== 0 && type !== 7 && value) found.add(value)
      for (const option of Object.values(options ?? {})) walk(option.value)
    }
  }
  walk(new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst() as Element[])
  return [...found].sort()
}

describe.each(languages().filter((l) => l !== 'en'))('the catalogue of %s', async (language) => {
  const other = await loadWholeCatalogue(language)
  it('has the keys of English, none missing and none added', () => {
    expect(Object.keys(other).filter((key) => !(key in catalogue))).toEqual([])
    expect(Object.keys(catalogue).filter((key) => !(key in other))).toEqual([])
  })
  it('says in each message what English says in it, and nothing it is not given', () => {
    const differing = Object.entries(other).flatMap(([key, text]) => {
      const [theirs, ours] = [argumentsOf(text), argumentsOf(catalogue[key]!)]
      return theirs.join() === ours.join() ? [] : [`${key}: ${theirs.join()} for ${ours.join()}`]
    })
    expect(differing).toEqual([])
  })
  it('holds messages that can be read, and few that are English still', () => {
    const spoken = createWords(other, { locale: `${language}-US`, units: 'us', temperature: 'F' })
    for (const [key, text] of Object.entries(other)) {
      const params = Object.fromEntries(argumentsOf(text).map((name) => [name, 1]))
      expect(() => spoken.say(key, params), key).not.toThrow()
    }
    const plain = (text: string) => text.replace(/\{(?:[^{}]|\{(?:[^{}]|\{[^{}]*\})*\})*\}/g, '')
    const sentences = Object.entries(other).filter(
      ([, text]) => (plain(text).match(/[a-z]{3,}/g) ?? []).length > 3,
    )
    expect(sentences.filter(([key, text]) => text === catalogue[key]).map(([key]) => key)).toEqual([])
  })
})

describe('quantities as a reader sees them', () => {
  test.each<[number, string, Reader, string]>([
    [6350.4, 'ft2', us, '6,350 ft2'],
    [6350, 'ft2', metric, '589.9 m2'],
    [8.4444, 'degC', us, '47.2 degF'],
    [8.4444, 'degC', metric, '8.4 degC'],
    [2.5, 'deltaC', us, '4.5 deltaF'],
    [1.25, 'gal/1000ft2', metric, '5.09 L/100m2'],
    [0.4, 'oz/1000ft2', metric, '12.2 g/100m2'],
    [1.248, 'oz', us, '1.248 oz'],
    [0.0021, 'ratio', us, '0.2 percent'],
    [1, 'lb/acre', metric, '1.12 kg/ha'],
    [-1e-15, 'ratio', us, '0 percent'],
  ])('%d %s', (value, unit, reader, shown) => {
    const { number, unit: shownUnit } = presentQuantity(value, unit, reader)
    expect(`${number} ${shownUnit}`).toBe(shown)
  })
  it('reads measures that stand in a sentence in one’s own unit', () => {
    const abroad = createWords(catalogue, metric)
    expect(words.say('school.oneFullPass')).toBe('one full application before 55 °F')
    expect(abroad.say('school.oneFullPass')).toBe('one full application before 13 °C')
    expect(words.say('today.markEdge.because')).toContain('5–6 °F')
    expect(abroad.say('today.markEdge.because')).toContain('run 3 °C ahead')
    const written = Object.entries(catalogue).filter(
      ([key, text]) => /\d ?°[FC]/.test(text) && !/^(unit|you|stationUnit)\./.test(key),
    )
    expect(written.map(([key]) => key)).toEqual([])
  })
  it('leaves the marks of a tool as they are', () => {
    expect(presentQuantity(2.5, 'floz', metric, true)).toEqual({ number: '2.5', unit: 'floz' })
  })
  it('writes days and codes in sentences', () => {
    expect(words.say('refusal.tooSoonAgain', { last: '2026-03-09', days: 10, interval: 42 })).toBe(
      'The last application with this active was on Mar 9, 10 days before. The label asks for 42 days between applications.',
    )
    expect(words.say('refusal.turfNotOnLabel', { label: 'X', turf: 'stAugustinegrass' })).toContain(
      'not for St. Augustinegrass',
    )
    expect(
      words.say('refusal.noMarkBetween', {
        tool: 'scale1g',
        min: { value: 1.1, unit: 'g' },
        max: { value: 1.4, unit: 'g' },
        would: 'none',
      }),
    ).toContain('find a finer tool')
    expect(() => words.say('no.such.key')).toThrow(RangeError)
  })
})
