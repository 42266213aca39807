import { createHash } from 'node:crypto'

/** An id that follows from what it is of: the same text, the same id. */
export function fixedId(text: string): string {
  const hex = createHash('sha256').update(text).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}
