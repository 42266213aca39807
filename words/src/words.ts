import { IntlMessageFormat } from 'intl-messageformat'
import { convert, isDay, type Param, type Params, type Refusal } from '@jardinero/core/quantity'
import { presentQuantity, unitFor, type Reader } from './present.ts'

/** Messages by key, "room.key"; ICU message format. */
export type Catalogue = Readonly<Record<string, string>>

/** A value in a sentence that is not text: a part the interface renders itself. */
export interface SentencePart {
  type: 'text' | 'object'
  value: unknown
}

/** Parameters that are codes, and where their words stand. */
const codePrefix: Record<string, string> = {
  turf: 'turf',
  state: 'turfState',
  shape: 'shape',
  tape: 'tape',
  kind: 'sprayerKind',
  tool: 'tool',
  would: 'tool',
  measure: 'measure',
  school: 'school',
  strengthUnit: 'unit',
  rateUnit: 'unit',
  fromDimension: 'dimension',
  toDimension: 'dimension',
  placeKind: 'placeKind',
  signalWord: 'signalWord',
  plant: 'plant',
  stage: 'stage',
  turfWhy: 'turfReason',
  site: 'site',
  efficacy: 'efficacy',
  surely: 'efficacy',
  madeBy: 'madeBy',
}

const isDayText = (value: unknown): value is string => typeof value === 'string' && isDay(value)
const isQuantity = (value: unknown): value is { value: number; unit: string } =>
  typeof value === 'object' && value !== null && 'unit' in value && 'value' in value && !('working' in value)

export interface Words {
  reader: Reader
  has: (key: string) => boolean
  /** A sentence. @throws RangeError on a key the catalogue lacks. */
  say: (key: string, params?: Params) => string
  /** A sentence in parts; parameters that are objects other than quantities come back whole. */
  sayParts: (key: string, params?: Record<string, unknown>) => SentencePart[]
  /** Why something is refused, and what would do. */
  refusal: (refusal: Pick<Refusal, 'code' | 'params' | 'remedy'>) => string
  quantity: (value: number, unit: string, asIs?: boolean) => string
  /** Two quantities of one unit, the unit said once. */
  range: (least: number, most: number, unit: string, asIs?: boolean) => string
  number: (value: number, options?: Intl.NumberFormatOptions) => string
  /** A price, kept in cents. @param options whole for sums where cents do not matter */
  money: (cents: number, options?: { whole: boolean }) => string
  /** A calendar day, with the weekday or the year where asked. */
  day: (day: string, style?: 'short' | 'weekday' | 'long') => string
  /** A day of the week; 0 is Sunday. */
  weekday: (index: number) => string
  /** An instant in a time zone, to the minute. */
  time: (instant: string, timeZone: string, style?: 'short' | 'long' | 'clock') => string
  /** From one instant to another, the day said once where it is one. */
  span: (from: string, to: string, timeZone: string) => string
}

const dayStyles: Record<'short' | 'weekday' | 'long', Intl.DateTimeFormatOptions> = {
  short: { day: 'numeric', month: 'short' },
  weekday: { weekday: 'short', day: 'numeric', month: 'short' },
  long: { day: 'numeric', month: 'long', year: 'numeric' },
}

const clockStyle = { hour: 'numeric', minute: '2-digit' } as const

/**
 * The words of one language for one reader.
 * @param whole whether the catalogue is all there is; of one that is still being fetched, what is not there yet is left out
 */
export function createWords(catalogue: Catalogue, reader: Reader, whole = true): Words {
  const messages = new Map<string, IntlMessageFormat>()
  const numbers = (options?: Intl.NumberFormatOptions) => new Intl.NumberFormat(reader.locale, options)

  function message(key: string): IntlMessageFormat {
    const known = messages.get(key)
    if (known) return known
    const text = catalogue[key] ?? (whole ? undefined : '')
    if (text === undefined) throw new RangeError(`no words for ${key}`)
    const made = new IntlMessageFormat(withMeasures(text), reader.locale, undefined, { ignoreTag: true })
    messages.set(key, made)
    return made
  }

  /** Measures that stand in a sentence, as [50 degF] or [5–6 deltaF], in the reader's unit; converted ones without a false exactness. */
  function withMeasures(text: string): string {
    return text.replace(/\[(\d+(?:\.\d+)?)(?:–(\d+(?:\.\d+)?))? ([\w/]+)\]/g, (_, least, most, unit) => {
      const shown = unitFor(unit, reader)
      const told = [least, most].flatMap((value) => {
        if (value === undefined) return []
        const converted = convert(Number(value), unit, shown)
        return shown !== unit && converted >= 2 ? Math.round(converted) : Number(converted.toPrecision(3))
      })
      const measured = (value: number) => numbers().format(value)
      const named = catalogue[`unit.${shown}`] ?? ''
      return [...new Set(told.map(measured))].join('–') + (named ? ` ${named}` : '')
    })
  }

  const day: Words['day'] = (value, style = 'short') =>
    new Intl.DateTimeFormat(reader.locale, { ...dayStyles[style], timeZone: 'UTC' }).format(
      new Date(`${value}T00:00:00Z`),
    )

  const quantity: Words['quantity'] = (value, unit, asIs = false) => {
    const shown = presentQuantity(value, unit, reader, asIs)
    if (shown.unit === 'count' || shown.unit === 'times') return shown.number
    return message('unit.with').format({ number: shown.number, unit: say(`unit.${shown.unit}`) }) as string
  }

  const range: Words['range'] = (least, most, unit, asIs = false) => {
    const [low, high] = [least, most].map((value) => presentQuantity(value, unit, reader, asIs))
    if (low!.number === high!.number) return quantity(most, unit, asIs)
    return say('unit.range', { least: low!.number, most: high!.number, unit: say(`unit.${high!.unit}`) })
  }

  function word(name: string, value: unknown): unknown {
    const prefix = codePrefix[name]
    if (prefix && typeof value === 'string' && catalogue[`${prefix}.${value}`] !== undefined)
      return say(`${prefix}.${value}`)
    if (isDayText(value)) return day(value)
    if (isQuantity(value)) return quantity(value.value, value.unit)
    return typeof value === 'boolean' ? String(value) : value
  }
  /** Codes become words; the bare code stays beside its word as <name>Code, for messages that select by it. */
  const prepared = (params: Record<string, unknown>) =>
    Object.fromEntries(
      Object.entries(params).flatMap(([name, value]) => [
        [name, word(name, value)],
        ...(codePrefix[name] ? [[`${name}Code`, value]] : []),
      ]),
    )

  function say(key: string, params: Params = {}): string {
    return String(message(key).format(prepared(params) as Record<string, Param & string>))
  }

  const sayParts: Words['sayParts'] = (key, params = {}) =>
    message(key)
      .formatToParts(prepared(params) as Record<string, Param & string>)
      .map((part) => ({ type: part.type === 0 ? 'text' : 'object', value: part.value }) as SentencePart)

  return {
    reader,
    has: (key) => catalogue[key] !== undefined,
    say,
    sayParts,
    refusal: ({ code, params: given, remedy }) => {
      // An open calculator is asked about a lawn without a name.
      const params = given['zone'] === '' ? { ...given, zone: say('refusal.theLawn') } : given
      const key = [`refusal.${code}`, `invalid.${code}`].find((k) => catalogue[k]) ?? 'invalid.other'
      const fact = say(key, params).trimEnd()
      const { twice } = params
      const told = twice ? say('refusal.onStrip', { strip: '', ...params, told: fact }) : fact
      return remedy ? `${told} ${say(`remedy.${remedy.code}`, remedy.params)}` : told
    },
    quantity,
    range,
    number: (value, options) => numbers(options).format(value),
    money: (cents, { whole } = { whole: false }) =>
      numbers({ style: 'currency', currency: 'USD', ...(whole && { maximumFractionDigits: 0 }) }).format(
        cents / 100,
      ),
    day,
    // 1 January 2023 was a Sunday.
    weekday: (index) =>
      new Intl.DateTimeFormat(reader.locale, { weekday: 'long', timeZone: 'UTC' }).format(
        new Date(Date.UTC(2023, 0, 1 + index)),
      ),
    time: (instant, timeZone, style = 'short') =>
      new Intl.DateTimeFormat(reader.locale, {
        ...(style !== 'clock' && dayStyles[style]),
        ...clockStyle,
        timeZone,
      }).format(new Date(instant)),
    span: (from, to, timeZone) =>
      new Intl.DateTimeFormat(reader.locale, { ...dayStyles.weekday, ...clockStyle, timeZone }).formatRange(
        new Date(from),
        new Date(to),
      ),
  }
}
