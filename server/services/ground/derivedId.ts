import { createHash } from 'node:crypto'

/**
 * An id that follows from another and a word, the same each time: for what belongs to an entry and is not one itself.
 * @returns a UUID (RFC 9562, version 8)
 */
export function derivedId(id: string, word: string): string {
  const hex = createHash('sha256').update(`${id} ${word}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}
