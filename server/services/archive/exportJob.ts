import { asc, eq, inArray } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import { isRunning } from '../../../shared/leaktest/tests'
import { PROGRAM } from '../../../shared/version'
import { testName } from '../../../core/leaktest/testKinds'
import { inTransaction, type Transaction } from '../../db/client'
import { job as jobTable, person, photo, reading } from '../../db/schema'
import { mustBeEvidence } from '../job/inShop'
import { loadJob } from '../job/loadJobs'
import { shopName } from '../prove/letterhead'
import { temperaturesSince, withBrought } from '../repair/cures'
import { Refusal } from '../ground/refusal'
import { packArchive, type Archive, type ArchivedRow } from './archiveFile'
import { archivedTables, columnsOf, personColumns, type ArchivedTable } from './archivedTables'

/** A row as it travels. */
const travelling = (table: ArchivedTable, row: Record<string, unknown>): ArchivedRow =>
  Object.fromEntries(
    Object.keys(columnsOf(table)).map(name => {
      const value = row[name]
      return [name, value instanceof Date ? value.toISOString() : value]
    }),
  )

/** The rows of a job, table by table, in order of time; what was recorded in one moment has no order of its own. */
export async function archivedRows(tx: Transaction, jobId: string): Promise<Record<string, ArchivedRow[]>> {
  const rows: Record<string, ArchivedRow[]> = {}
  const idsOf = ({ of, its = (row: ArchivedRow) => row.id }: ArchivedTable['by']) =>
    [...new Set((rows[of] ?? []).map(its))].filter((id): id is string => typeof id === 'string')
  const waiting = [...archivedTables]
  while (waiting.length > 0) {
    const next = waiting.findIndex(({ name, by }) => name === 'job' || (by.of in rows && by.of !== name))
    const [each] = waiting.splice(next, 1)
    const { name, table, by } = each!
    const ids = name === 'job' ? [jobId] : idsOf(by)
    const columns = table as unknown as Record<string, PgColumn>
    const found =
      ids.length === 0
        ? []
        : await tx
            .select(columnsOf(each!) as Record<string, PgColumn>)
            .from(table)
            .where(inArray(columns[by.column]!, ids))
            .orderBy(...(columns.at ? [asc(columns.at)] : []), asc(columns.turn ?? columns.id!))
    rows[name] = (found as Record<string, unknown>[]).map(row => travelling(each!, row))
  }
  return rows
}

/** The people that rows name. */
const peopleIn = (rows: Record<string, ArchivedRow[]>): string[] => [
  ...new Set(
    archivedTables.flatMap(table => {
      const columns = personColumns(table)
      return rows[table.name]!.flatMap(row =>
        columns.map(name => row[name]).filter((id): id is string => typeof id === 'string'),
      )
    }),
  ),
]

/** What a job's archive holds. @throws Refusal 404; 409 while a test runs, whose readings are still coming */
export async function jobArchive(jobId: string, now: Date): Promise<Archive> {
  const view = await loadJob(jobId)
  mustBeEvidence(view)
  const running = view.tests.find(isRunning)
  if (running) throw new Refusal(409, `${testName(running)} is still running on this tank. End it, then send the job.`)
  const { name: shop } = await shopName()
  return inTransaction(
    async tx => {
      const rows = await archivedRows(tx, jobId)
      const holds = view.tests.filter(test => test.kind === 'hold').map(test => test.id)
      const readings: Archive['readings'] = new Map(holds.map(id => [id, []]))
      const read = holds.length
        ? await tx.select().from(reading).where(inArray(reading.holdId, holds)).orderBy(asc(reading.holdId), asc(reading.t))
        : []
      for (const { holdId, takenAt, ...rest } of read) readings.get(holdId)!.push({ ...rest, takenAt: takenAt.toISOString() })
      const ids = [...new Set([...peopleIn(rows), ...read.flatMap(each => each.personId ?? [])])]
      const people = ids.length
        ? await tx
            .select({ id: person.id, name: person.name })
            .from(person)
            .where(inArray(person.id, ids))
            .orderBy(asc(person.id))
        : []
      const photos = await tx
        .select({ id: photo.id, picture: photo.picture, thumbnail: photo.thumbnail })
        .from(photo)
        .where(eq(photo.jobId, jobId))
      const repairs = rows
        .entry!.filter(row => row.kind === 'repair')
        .map(row => ({ at: new Date(row.at as string), cureTime: (row.facts as { cureTime: number }).cureTime }))
      const [{ brought } = { brought: null }] = await tx
        .select({ brought: jobTable.brought })
        .from(jobTable)
        .where(eq(jobTable.id, jobId))
      const thermometer = withBrought(brought, await temperaturesSince(tx, repairs)).map(
        ({ at, temperature, lowest, since }) => ({
          at: +at,
          temperature,
          lowest,
          since: since && +since,
        }),
      )
      return {
        job: {
          format: 'zinc-bell-job' as const,
          version: 2 as const,
          exportedAt: now.toISOString(),
          program: PROGRAM,
          shop,
          broughtFrom: brought && { shop: brought.shop, exportedAt: new Date(brought.exportedAt).toISOString() },
          people,
          thermometer,
          rows,
        },
        photographs: new Map(photos.map(({ id, ...bytes }) => [id, bytes])),
        readings,
      }
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  )
}

/** A whole job as one file. @throws Refusal as `jobArchive` */
export const exportJob = async (jobId: string, now: Date): Promise<Buffer> => packArchive(await jobArchive(jobId, now))
