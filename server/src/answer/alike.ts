import { createHash } from 'node:crypto'
import type { AnswerOrder } from './gather.ts'
import type { RunKeys } from './runs.ts'

/** Signs of the private range: nobody types them. */
const [opens, closes] = ['\uE000', '\uE001']
const anId = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g
const aSign = new RegExp(`${opens}(\\d+)${closes}`, 'g')

const wordOf = (text: string) => createHash('sha256').update(text).digest('hex')

/** An order in which a number stands for each id and each place’s name, so that lawns alike have the same. */
export interface NamelessOrder {
  /** Equal for lawns whose soil is the same to the last reading: drawn once for all of them. */
  alike: string
  /** The order, as JSON. */
  text: string
}

/** An order without the names in it. @returns it, and what puts them back into its answer */
export function takeNamesOut(
  order: AnswerOrder,
  keys: RunKeys,
): NamelessOrder & { putNamesBack: (body: string) => string } {
  const plain = JSON.stringify(order)
  // Whoever does type them is drawn alone.
  if (plain.includes(opens)) return { alike: wordOf(plain), text: plain, putNamesBack: (body) => body }
  const names: string[] = []
  const numbers = new Map<string, string>()
  const sign = (of: string) => {
    const known = numbers.get(of)
    if (known) return known
    const made = `${opens}${names.push(of) - 1}${closes}`
    numbers.set(of, made)
    return made
  }
  const nameless = (of: unknown) => JSON.stringify(of).replace(anId, sign)
  const { question, season, ...rest } = order
  // The soil first: its numbers must not hang on what else there is.
  const soil = nameless(question)
  const places = season?.places.map((place) => ({ ...place, name: sign(place.name) }))
  const others = nameless({ season: season && { ...season, places }, ...rest })
  return {
    alike: wordOf(`${keys.seasons} ${keys.grounds.join(' ')} ${soil}`),
    text: `{"question":${soil},${others.slice(1)}`,
    putNamesBack: (body) =>
      body.replace(aSign, (_, number) => JSON.stringify(names[Number(number)]).slice(1, -1)),
  }
}
