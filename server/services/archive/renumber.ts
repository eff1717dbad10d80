import { derivedId } from '../ground/derivedId'
import type { ArchivedReading, ArchivedRow } from './archiveFile'

type Json = unknown

/** A value with every id that is known replaced by its new one, in texts that are one, in lists, and in the keys and values of objects. */
function replaced(value: Json, ids: ReadonlyMap<string, string>): Json {
  if (typeof value === 'string') return ids.get(value) ?? value
  if (Array.isArray(value)) return value.map(each => replaced(each, ids))
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, each]) => [ids.get(key) ?? key, replaced(each, ids)]))
  return value
}

interface Numbered {
  rows: Record<string, ArchivedRow[]>
  readings: Map<string, ArchivedReading[]>
  photographs: Map<string, { picture: Buffer; thumbnail: Buffer }>
}

/**
 * The same rows under ids of their own, all references with them: for a job whose ids are taken here by something else.
 * @param salt other ids for each archive
 */
export function renumbered({ rows, readings, photographs }: Numbered, salt: string): Numbered {
  const ids = new Map(
    Object.values(rows)
      .flat()
      .flatMap(row => (typeof row.id === 'string' ? [[row.id, derivedId(row.id, salt)] as const] : [])),
  )
  const keyed = <T>(files: Map<string, T>) => new Map([...files].map(([id, each]) => [ids.get(id) ?? id, each]))
  return {
    rows: Object.fromEntries(Object.entries(rows).map(([name, each]) => [name, replaced(each, ids) as ArchivedRow[]])),
    readings: keyed(readings),
    photographs: keyed(photographs),
  }
}
