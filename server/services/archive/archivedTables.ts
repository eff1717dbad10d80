import { getTableColumns, getTableName } from 'drizzle-orm'
import { getTableConfig, type PgColumn, type PgTable } from 'drizzle-orm/pg-core'
import * as schema from '../../db/schema'
import type { ArchivedRow } from './archiveFile'

/** How the rows of a table are found from those before it. */
export interface ArchivedTable {
  name: string
  table: PgTable
  /** its column that names a row of the table before, and what of that row it names: its id, unless something else is said */
  by: { column: string; of: string; its?: (row: ArchivedRow) => unknown }
  /** columns that do not travel: secrets, and what is a file of its own */
  without?: readonly string[]
  /** rows that may have changed since they were sent, and are then taken as they come back */
  changes?: (row: ArchivedRow) => boolean
  /** columns that each shop has its own of: where only they differ, nothing has changed */
  own?: readonly string[]
  /** rows that belong to the shop, not to the job: an own one of the same id is left as it is */
  shared?: true
  /** by what a row is known, where its id is not enough */
  key?: (row: ArchivedRow) => string
}

const ofJob = { column: 'jobId', of: 'job' }
const always = () => true
const row = (
  name: string,
  table: PgTable,
  by: ArchivedTable['by'] = ofJob,
  more: Omit<ArchivedTable, 'name' | 'table' | 'by'> = {},
) => ({
  name,
  table,
  by,
  ...more,
})

/** What belongs to a job, in an order in which each row finds what it refers to. */
export const archivedTables: readonly ArchivedTable[] = [
  row('craft', schema.craft, { column: 'id', of: 'job', its: each => each.craftId }, { shared: true }),
  row(
    'job',
    schema.job,
    { column: 'id', of: 'job' },
    { changes: always, without: ['hiddenTank', 'brought'], own: ['movedAt', 'craftId'] },
  ),
  row('photo', schema.photo, ofJob, { without: ['picture', 'thumbnail'] }),
  row('part', schema.part, ofJob, { changes: always }),
  row('mapBefore', schema.mapBefore),
  row('test', schema.test),
  row('testEntry', schema.testEntry, { column: 'testId', of: 'test' }),
  row('ownerCard', schema.ownerCard, ofJob, { without: ['tokenHash'], own: ['endedAt', 'endedBy'] }),
  row(
    'materialSheet',
    schema.materialSheet,
    { column: 'id', of: 'entry', its: each => (each.facts as { sheetId?: unknown } | null)?.sheetId },
    { shared: true },
  ),
  row('entry', schema.entry, ofJob, {
    without: ['turn'],
    key: each => `${String(each.kind)} ${String(each.id)}`,
    // Earlier versions said anew in place why something is wanted and how long it takes to come.
    changes: each => each.kind === 'purchase',
  }),
  row('trail', schema.trail, ofJob, { without: ['id'] }),
]

/** By what a row of a table is known. */
export const keyOf = ({ key }: ArchivedTable, each: ArchivedRow): string => key?.(each) ?? String(each.id)

/** Tables that do not travel with a job, and why. */
export const leftBehind: Record<string, string> = {
  person: 'who did what travels as a name',
  reading: 'readings travel as CSV, a file a hold',
  job_words: 'what a job is found by follows from the entries',
  bay_row: 'what the Bay shows follows from the entries',
  bell: 'what is due follows from the entries',
  device_key: 'a secret of this shop',
  kit_item: 'kit stays on its Shelf; its doubt is in each hold',
  shop_temperature: 'what was read while something cured travels beside',
  shop_figure: 'of the shop',
  letterhead: 'of the shop; its name stands at the head of the archive',
  calendar_feed: 'a secret of somebody here',
  signed_in: 'a secret of somebody here',
  push_device: 'a secret of somebody here',
  practice_answer: 'somebody’s own',
  practice_card: 'somebody’s own',
  practice_hunt: 'somebody’s own',
  practice_task: 'somebody’s own',
  password_code: 'a secret of somebody here',
  house_state: 'of the program here',
  guess: 'of the door of this shop',
  lot: 'stays on its Shelf; the batch is in the repair',
  lot_use: 'of the Shelf',
}

export const archivedTable = (name: string): ArchivedTable => {
  const found = archivedTables.find(each => each.name === name)
  if (!found) throw new RangeError(`There is no archived table “${name}”.`)
  return found
}

/** The columns that travel, by name. */
export const columnsOf = ({ table, without = [] }: ArchivedTable): Record<string, PgColumn> =>
  Object.fromEntries(Object.entries(getTableColumns(table)).filter(([name]) => !without.includes(name)))

/** Columns that name a person. */
export function personColumns({ table }: ArchivedTable): string[] {
  const columns = Object.entries(getTableColumns(table))
  return getTableConfig(table).foreignKeys.flatMap(key => {
    const { columns: from, foreignTable } = key.reference()
    if (getTableName(foreignTable) !== 'person') return []
    return from.flatMap(column => columns.filter(([, each]) => each.name === column.name).map(([name]) => name))
  })
}
