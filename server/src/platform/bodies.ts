import Joi from 'joi'
import type { Refusal } from '@jardinero/core/quantity'
import type { App } from './app.ts'

/** Larger than any order that is not a file. A route that needs more says so. */
export const ordinaryBytes = 64 * 1024

/** Deeper than anything in the contract. */
const deepest = 40
type Place = { value: unknown; path: string; depth: number }

const childrenOf = ({ value, path, depth }: Place): Place[] =>
  typeof value === 'object' && value !== null && !Buffer.isBuffer(value)
    ? Object.entries(value).map(([key, inner]) => ({
        value: inner,
        path: path ? `${path}.${key}` : key,
        depth: depth + 1,
      }))
    : []

const storable = (text: string): boolean => !text.includes('\0') && text.isWellFormed()

/**
 * The first place of what was sent that cannot be kept: text PostgreSQL has no letters for (NUL, half a surrogate pair), or a
 * nesting nobody needs. It walks without calling itself: depth costs it nothing.
 */
export function findUnfit(sent: unknown): Refusal | undefined {
  const ahead: Place[] = [{ value: sent, path: '', depth: 0 }]
  for (let at = ahead.pop(); at; at = ahead.pop()) {
    const field = at.path.slice(0, 200).toWellFormed().replaceAll('\0', '')
    if (at.depth > deepest) return { code: 'nestedTooDeep', field: field.slice(0, 80), params: {} }
    if (!storable(at.path) || (typeof at.value === 'string' && !storable(at.value)))
      return { code: 'textNotStorable', field, params: {} }
    ahead.push(...childrenOf(at))
  }
  return undefined
}

/** How many values there are in what was sent, counted as far as `most`. */
export function countValues(sent: unknown, most: number): number {
  const ahead: unknown[] = [sent]
  let count = 0
  while (ahead.length && count < most) {
    const value = ahead.pop()
    count++
    if (typeof value === 'object' && value !== null && !Buffer.isBuffer(value))
      for (const inner of Object.values(value)) ahead.push(inner)
  }
  return count
}

/** Larger than any photo of a phone and any label. */
export const mostFileBytes = 15 * 1024 * 1024

/** What a browser says of files people choose; a text by mistake is told by the room what it takes. */
const fileTypes = [
  'image/jpeg',
  'image/png',
  'image/webp',
  'image/heic',
  'image/gif',
  'application/pdf',
  'application/octet-stream',
  'text/plain',
]

/** Routes whose bodies are files: they come as their bytes, here and nowhere else. Whatever they are said to be, what they are is read from them by the room. */
export function takeUploads(app: App, routes: (uploads: App) => void): void {
  void app.register((uploads, _options, done) => {
    uploads.removeContentTypeParser('application/json')
    uploads.addContentTypeParser(
      fileTypes,
      { parseAs: 'buffer', bodyLimit: mostFileBytes },
      (_request, body, parsed) => parsed(null, body),
    )
    routes(uploads)
    done()
  })
}

/** A body that is bytes. */
export const bytes: Joi.BinarySchema<Buffer> = Joi.binary().required()
