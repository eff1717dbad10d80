import { sources, type SourceKey } from './sources'

/** A data set with a row that cannot be: it names the row and the field, so that whoever corrects the data finds it. */
export class KnowledgeError extends Error {
  override name = 'KnowledgeError'
}

/** What every row of a data set has: a key of its own, and where it comes from. */
interface Row {
  source: SourceKey
}

/** The figures of a row that are bounded: their value with the least and the most that is believable. */
export type Bounds = Record<string, readonly [value: number, least: number, most: number]>

/**
 * Takes a data set in: every row has a source that is known, a key that no other has, texts that are not empty, and figures
 * within their bounds.
 * @param set its name, for the error
 * @param keyOf what tells its rows apart
 * @param boundsOf the figures of a row that are bounded
 * @param keys all the keys that there must be, when others refer to them
 * @returns the rows as they are
 * @throws KnowledgeError as the program starts, naming set, row and field
 */
export function known<T extends Row>(
  set: string,
  rows: readonly T[],
  keyOf: (row: T) => string,
  boundsOf: (row: T) => Bounds,
  keys?: readonly string[],
): readonly T[] {
  const seen = new Set<string>()
  for (const row of rows) {
    const key = keyOf(row)
    const fail = (what: string): never => {
      throw new KnowledgeError(`${set}, row “${key}”: ${what}.`)
    }
    if (key === '' || seen.has(key)) fail('another row has the same key')
    seen.add(key)
    if (!(row.source in sources)) fail(`its source “${row.source}” is not known`)
    for (const [field, text] of Object.entries(row))
      if (typeof text === 'string' && (text.trim() === '' || text !== text.trim()))
        fail(`${field} is empty or begins or ends with a space`)
    for (const [field, [value, least, most]] of Object.entries(boundsOf(row))) {
      if (!(value >= least && value <= most)) fail(`${field} is ${value}, believable are ${least} to ${most}`)
    }
  }
  const missing = keys?.find(key => !seen.has(key)) ?? (keys && [...seen].find(key => !keys.includes(key)))
  if (missing !== undefined) throw new KnowledgeError(`${set}: the key “${missing}” and its row do not belong together.`)
  return rows
}
