import { eq, inArray } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import type { ArchivePlan } from '../../../shared/archive/brought'
import type { StoredKind } from '../../../shared/record/kinds'
import { canonicalJson } from '../../../shared/prove/signedState'
import type { Transaction } from '../../db/client'
import { job } from '../../db/schema'
import { derivedId } from '../ground/derivedId'
import { Refusal } from '../ground/refusal'
import type { Archive, ArchivedRow } from './archiveFile'
import { archivedTable, archivedTables, columnsOf, keyOf, personColumns, type ArchivedTable } from './archivedTables'
import { archivedRows } from './exportJob'
import { renumbered } from './renumber'

/** What is to be done with an archive, and what it would take. */
export interface Intake {
  archive: Archive
  plan: ArchivePlan
  /** rows that are not here yet, by table */
  fresh: Record<string, ArchivedRow[]>
  /** rows that are here and came back otherwise */
  changed: Record<string, ArchivedRow[]>
}

/** What is here of the ids of some rows, as it would travel. */
async function here(tx: Transaction, table: ArchivedTable, rows: readonly ArchivedRow[]): Promise<Map<string, ArchivedRow>> {
  if (rows.length === 0 || table.name === 'trail') return new Map()
  const columns = table.table as unknown as Record<string, PgColumn>
  const found = (await tx
    .select(columnsOf(table) as Record<string, PgColumn>)
    .from(table.table)
    .where(
      inArray(
        columns.id!,
        rows.map(row => row.id as string),
      ),
    )) as Record<string, unknown>[]
  return new Map(found.map(row => [keyOf(table, row), JSON.parse(JSON.stringify(row)) as ArchivedRow]))
}

/** A value without what follows from readings, which is reckoned here. */
const saidOf = (value: unknown): unknown => {
  if (typeof value !== 'object' || value === null || !('estimate' in value)) return value
  const { estimate: _, noEstimate: __, ...said } = value as Record<string, unknown>
  return said
}

/** Whether a row is here as it came: but for what each shop has its own of, and by whom is said under the id that they have here. */
function isSame(table: ArchivedTable, mine: ArchivedRow, row: ArchivedRow): boolean {
  const persons = personColumns(table)
  return Object.keys(row).every(name => {
    if (table.own?.includes(name)) return true
    if (persons.includes(name) && row[name] !== null && mine[name] === foreignId(row[name] as string)) return true
    return canonicalJson(saidOf(mine[name])) === canonicalJson(saidOf(row[name]))
  })
}

/** The id here of somebody elsewhere who has the id of somebody of this shop. */
export const foreignId = (id: string): string => derivedId(id, 'elsewhere')

const whats: Partial<Record<string, string>> = { test: 'tests', photo: 'photographs' }
/** What of the record is counted, in words, by kind of entry. */
const entryWhats: Partial<Record<StoredKind, string>> = {
  leak: 'leaks',
  find: 'finds',
  repair: 'repairs',
  touch: 'disturbances',
  proof: 'steps in use',
  signature: 'signatures',
  strike: 'corrections',
  outcome: 'outcomes',
}

/** What of a job may come back otherwise, in words. */
const whatChanges: Partial<Record<string, string>> = {
  job: 'the tank, its limits, map or complaint, or whether it is in',
  part: 'its parts',
  entry: 'what is bought for it',
}

/**
 * What taking an archive in would do.
 * @param digest of the file that it was read from
 * @throws Refusal when it cannot be taken in
 */
export async function intakeOf(tx: Transaction, read: Archive, digest: string): Promise<Intake> {
  let archive = read
  const own = archive.job.rows.job![0]!
  const [known] = await tx
    .select({ movedAt: job.movedAt })
    .from(job)
    .where(eq(job.id, own.id as string))
  let isRenumbered = false
  if (!known && (await anyHere(tx, archive))) {
    archive = { ...archive, ...withNewIds(archive, digest) }
    isRenumbered = true
  }
  const { rows } = archive.job
  const fresh: Intake['fresh'] = {}
  const changed: Intake['changed'] = {}
  let same = 0
  for (const table of archivedTables) {
    const mine = await here(tx, table, rows[table.name]!)
    fresh[table.name] = rows[table.name]!.filter(row => !mine.has(keyOf(table, row)))
    const others = rows[table.name]!.filter(row => {
      const its = mine.get(keyOf(table, row))
      return its !== undefined && !isSame(table, its, row)
    })
    same += mine.size - others.length
    if (table.shared) continue
    const [foreign] = [...mine.values()].filter(row => table.name !== 'job' && row.jobId !== undefined && row.jobId !== own.id)
    if (foreign) throw new Refusal(409, 'Something of another job here has an id of this archive. It is not taken in.')
    if (others.some(row => !table.changes?.(row)))
      throw new Refusal(
        409,
        `An entry that is here already came back otherwise (${
          whatOf(
            table.name,
            others.find(row => !table.changes?.(row))!,
          ) ?? table.name
        }). Nothing is taken in.`,
      )
    changed[table.name] = others
  }
  if (known) fresh.trail = await newActs(tx, own.id as string, rows.trail!)
  const moves = Object.values(changed).some(each => each.length > 0)
  const brings = Object.entries(fresh).filter(([name, each]) => each.length > 0 && name !== 'trail')
  const does = !known ? 'new' : moves || brings.some(([name]) => !archivedTable(name).shared) ? 'goes on' : 'nothing'
  if (known && does === 'goes on') mustNotHaveGoneOnHere(archive, known.movedAt)
  const [itsCraft] = rows.craft!
  return {
    archive,
    fresh,
    changed,
    plan: {
      digest,
      shop: archive.job.shop,
      exportedAt: +new Date(archive.job.exportedAt),
      craft: String(itsCraft!.name),
      tankName: String(rows.job![0]!.tankName),
      does,
      jobId: rows.job![0]!.id as string,
      renumbered: isRenumbered,
      changes: Object.entries(changed).flatMap(([name, each]) => (each.length > 0 ? [whatChanges[name] ?? name] : [])),
      brings: counted(brings.flatMap(([name, each]) => each.map(row => whatOf(name, row)))),
      known: same,
      photographs: fresh.photo!.length,
      readings: fresh.test!.reduce((sum, test) => sum + (archive.readings.get(test.id as string)?.length ?? 0), 0),
      people: archive.job.people.map(each => each.name),
    },
  }
}

const whatOf = (table: string, row: ArchivedRow): string | undefined =>
  table === 'entry' ? entryWhats[row.kind as StoredKind] : whats[table]

/** How many there are of each, in the order in which they came. */
function counted(each: readonly (string | undefined)[]): ArchivePlan['brings'] {
  const counts = new Map<string, number>()
  for (const what of each) if (what !== undefined) counts.set(what, (counts.get(what) ?? 0) + 1)
  return [...counts].map(([what, entries]) => ({ what, entries }))
}

/** Whether any id of the archive, but for what belongs to a shop, is something here. */
async function anyHere(tx: Transaction, { job: { rows } }: Archive): Promise<boolean> {
  for (const table of archivedTables) if (!table.shared && (await here(tx, table, rows[table.name]!)).size > 0) return true
  return false
}

function withNewIds({ job: archived, readings, photographs }: Archive, digest: string): Archive {
  const { craft: itsCraft, materialSheet, ...own } = archived.rows
  const made = renumbered({ rows: own, readings, photographs }, digest)
  return {
    job: { ...archived, rows: { craft: itsCraft!, materialSheet: materialSheet!, ...made.rows } },
    readings: made.readings,
    photographs: made.photographs,
  }
}

/** Acts of the trail that are not here. */
async function newActs(tx: Transaction, jobId: string, acts: readonly ArchivedRow[]): Promise<ArchivedRow[]> {
  const key = (row: ArchivedRow) => canonicalJson([row.at, row.personId, row.verb, row.subjectId])
  const mine = await archivedRows(tx, jobId)
  const known = new Set(mine.trail!.map(key))
  return acts.filter(act => !known.has(key(act)))
}

/** A job that comes back is taken only where nobody went on with it here since it was sent. @throws Refusal 409 */
function mustNotHaveGoneOnHere({ job: { broughtFrom } }: Archive, movedAt: Date): void {
  const sent = broughtFrom ? +new Date(broughtFrom.exportedAt) : -Infinity
  if (+movedAt > sent)
    throw new Refusal(
      409,
      'This job is here, and somebody went on with it here since it was sent. Both cannot be one: compare the two records by hand.',
    )
}
