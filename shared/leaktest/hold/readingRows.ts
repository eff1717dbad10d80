import * as yup from 'yup'
import type { Reading } from '../../../core/hold/holdSetup'
import { readingFields, type ReadingField } from '../../../core/hold/series/channels'
import { readingProblem } from './readingBounds'

const asked = { t: 'Time', pressure: 'Pressure' } as const
/** How far a pressure may be off by itself is what our own camera says, and nothing that is sent. */
const sentFields = readingFields.filter(field => field !== 'noise')
type Row = Partial<Record<ReadingField, unknown>>

/** A number as it may be written in JSON; what is none stays, to be told. */
const numberIn = (value: unknown): unknown => {
  if (typeof value !== 'string') return value
  const text = value.replace(/\s/g, '')
  return text === '' ? undefined : Number(text)
}

function rowOf(given: unknown): unknown {
  if (typeof given !== 'object' || given === null || Array.isArray(given)) return given
  const row: Row = {}
  for (const channel of sentFields) {
    const value = numberIn((given as Row)[channel])
    if (value !== undefined) row[channel] = value
  }
  return row
}

/** Which field of a row is wrong, and why; null when none is. */
function faultOf(row: unknown): { field: string; message: string } | null {
  if (typeof row !== 'object' || row === null || Array.isArray(row)) return { field: '', message: 'This is no reading.' }
  for (const channel of sentFields) {
    const value = (row as Row)[channel]
    if (value === undefined || value === null) {
      if (channel in asked) return { field: `.${channel}`, message: `${asked[channel as keyof typeof asked]} is missing.` }
      if (value === undefined) continue
    }
    const message = Number.isFinite(value)
      ? readingProblem({ [channel]: value } as unknown as Reading)
      : 'Type a number, such as 6.9 or 6,9.'
    if (message) return { field: `.${channel}`, message }
  }
  return null
}

/**
 * Rows of readings, checked in one loop: a schema for each of ten thousand would hold the server for seconds. The first row that is wrong
 * is told, as a schema would.
 */
export const readingRows = () =>
  yup
    .array()
    .transform((rows: unknown) => (Array.isArray(rows) ? rows.map(rowOf) : rows))
    .test('rows', (rows, { createError, path }) => {
      for (const [k, row] of (rows ?? []).entries()) {
        const fault = faultOf(row)
        if (fault) return createError({ path: `${path}[${k}]${fault.field}`, message: fault.message })
      }
      return true
    }) as unknown as yup.ArraySchema<Omit<Reading, 'noise' | 'event'>[] | undefined, yup.AnyObject>
