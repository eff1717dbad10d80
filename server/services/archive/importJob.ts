import { eq, inArray, isNull } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import type { ArchivePlan } from '../../../shared/archive/brought'
import { jobAspects } from '../../../shared/changes'
import { jobStanding } from '../../../shared/jobEntries'
import { signatureStandings } from '../../../shared/prove/signatures'
import { defaultPreferences } from '../../../shared/schemas/person'
import type { JobView } from '../../../shared/views'
import { inTransaction, type Transaction } from '../../db/client'
import { craft, job, person, reading } from '../../db/schema'
import { bayRow } from '../bay/bay'
import { estimateOf } from '../bench/hold/liveHolds'
import { changeFacts, testRow } from '../bench/testRows'
import { craftOfName } from '../job/crafts'
import { loadJob } from '../job/loadJobs'
import { hangNext } from '../prove/proof'
import { hangCures } from '../repair/cureBells'
import { change, type Actor } from '../ground/change'
import { Refusal } from '../ground/refusal'
import { sha256, type Archive, type ArchivedRow } from './archiveFile'
import { archivedTables, columnsOf, personColumns, type ArchivedTable } from './archivedTables'
import { foreignId, intakeOf, type Intake } from './intake'
import { measuredOnStandIn, readArchive } from './readArchive'

/** What taking a file in would do; nothing is done. @throws Refusal */
export async function planImport(bytes: Buffer, now: Date): Promise<ArchivePlan> {
  // Its pictures are decoded, which takes long, while no connection of the database waits for it.
  const archive = await readArchive(bytes, now)
  return planOf(archive, sha256(bytes))
}
const planOf = (archive: Archive, digest: string): Promise<ArchivePlan> =>
  inTransaction(async tx => (await intakeOf(tx, archive, digest)).plan)

/** A value as its column wants it. */
const kept = (column: PgColumn, value: unknown) =>
  column.dataType === 'date' && typeof value === 'string' ? new Date(value) : value

/**
 * Takes a job in from another shop: what is not here yet is added, nothing that is here is changed but what may change.
 * @param sure the digest that the plan told
 * @throws Refusal 409 for another file than was planned, or when it cannot be taken in
 */
export async function importJob(actor: Actor, bytes: Buffer, sure: string): Promise<JobView> {
  if (sha256(bytes) !== sure) throw new Refusal(409, 'That is another file than the one that was looked at. Look at it again.')
  const archive = await readArchive(bytes, actor.now)
  const planned = await planOf(archive, sure)
  const existing = planned.does !== 'new'
  await change(
    actor,
    {
      verb: `brought the job in from ${planned.shop || 'another shop'}`,
      touches: [...jobAspects],
      jobId: planned.jobId,
      opensJob: !existing,
      leavesAway: true,
      subjectId: planned.jobId,
      detail: { digest: sure },
    },
    async (tx, now) => {
      const intake = await intakeOf(tx, archive, sure)
      if (intake.plan.does === 'nothing') return null
      await takeInWhole(tx, intake, now)
      return true
    },
  )
  return loadJob(planned.jobId)
}

/** What cannot be kept or read as a job would stand in every page's way: then nothing is taken in. @throws Refusal 422 */
async function takeInWhole(tx: Transaction, intake: Intake, now: Date): Promise<void> {
  try {
    await takeIn(tx, intake, now)
    const view = await loadJob(intake.plan.jobId, tx)
    const { ledger } = jobStanding(view, +now)
    signatureStandings(view, ledger)
    JSON.stringify(bayRow(view, +now))
    await hangCures(tx, view.id, now)
    await hangNext(tx, view.id, now)
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw new Refusal(422, 'What this archive says cannot be read as a job. Nothing was taken in.')
  }
}

async function takeIn(tx: Transaction, { archive, fresh, changed, plan }: Intake, now: Date): Promise<void> {
  const { exportedAt, shop, thermometer, people } = archive.job
  const who = await peopleHere(tx, people, shop || 'another shop', now)
  const craftId = await craftHere(tx, fresh.craft!, archive.job.rows.craft![0]!)
  const values = (table: ArchivedTable, row: ArchivedRow) => {
    const columns = columnsOf(table)
    const persons = personColumns(table)
    return Object.fromEntries(
      Object.entries(columns).map(([name, column]) => {
        const value = persons.includes(name) && row[name] !== null ? who.get(row[name] as string) : row[name]
        return [name, kept(column, value)]
      }),
    )
  }
  const brought = {
    shop: shop || 'another shop',
    exportedAt: +new Date(exportedAt),
    broughtAt: +now,
    temperatures: thermometer,
  }
  const more: Partial<Record<string, (row: ArchivedRow) => object>> = {
    job: () => ({ craftId, brought }),
    photo: row => archive.photographs.get(row.id as string)!,
    materialSheet: () => ({ retiredAt: now }),
    // The address of a card is a secret of the shop that made it: here it leads nowhere.
    ownerCard: row => ({
      tokenHash: sha256(`${String(row.id)} ${plan.digest}`),
      endedAt: row.endedAt === null ? now : new Date(row.endedAt as string),
    }),
  }
  for (const table of archivedTables) {
    if (table.name === 'craft') continue
    const rows = fresh[table.name]!.map(row => ({ ...values(table, row), ...more[table.name]?.(row) }))
    for (let from = 0; from < rows.length; from += 500)
      await tx.insert(table.table).values(rows.slice(from, from + 500) as never)
    for (const row of changed[table.name] ?? []) await takeBack(tx, table, values(table, row))
  }
  await tx
    .update(job)
    .set({ brought, ...(measuredOnStandIn(archive.job.rows) && { reality: 'simulated' as const }) })
    .where(eq(job.id, plan.jobId))
  for (const { id } of fresh.test! as { id: string }[]) {
    const rows = (archive.readings.get(id) ?? []).map(({ takenAt, personId, ...each }) => ({
      ...each,
      holdId: id,
      personId: personId && who.get(personId)!,
      takenAt: new Date(takenAt),
    }))
    for (let from = 0; from < rows.length; from += 2000) await tx.insert(reading).values(rows.slice(from, from + 2000))
  }
  await reckonAnew(tx, fresh.test!)
}

/** What a hold says follows from its readings here too, whatever an archive says of it. */
async function reckonAnew(tx: Transaction, tests: readonly ArchivedRow[]): Promise<void> {
  for (const { id, kind, stoppedAt } of tests) {
    if (kind !== 'hold' || stoppedAt === null) continue
    const row = await testRow('hold', id as string, tx)
    await changeFacts<'hold'>(tx, row, await estimateOf(tx, row))
  }
}

/** A row of this shop as it came back. */
function takeBack(tx: Transaction, table: ArchivedTable, row: Record<string, unknown>) {
  // Who did it, and on what it stands, stays as it is known here.
  const persons = [...personColumns(table), 'id', 'craftId', 'reality']
  const rest = Object.fromEntries(Object.entries(row).filter(([name]) => !persons.includes(name)))
  const { id } = table.table as unknown as { id: PgColumn }
  return tx
    .update(table.table)
    .set(rest as never)
    .where(eq(id, row.id as string))
}

/**
 * Who the people of an archive are here: somebody of elsewhere who is known, or made known. What is new is never said to be done by
 * somebody of this shop, whatever the archive says.
 */
async function peopleHere(
  tx: Transaction,
  people: Archive['job']['people'],
  shop: string,
  now: Date,
): Promise<Map<string, string>> {
  const known = new Map(
    people.length === 0
      ? []
      : (
          await tx
            .select()
            .from(person)
            .where(
              inArray(
                person.id,
                people.map(each => each.id),
              ),
            )
        ).map(each => [each.id, each] as const),
  )
  const taken = new Set(
    (await tx.select({ name: person.name }).from(person).where(isNull(person.elsewhere))).map(each => each.name),
  )
  const ids = new Map<string, string>()
  for (const { id, name } of people) {
    const its = known.get(id)
    const own = its !== undefined && its.elsewhere === null
    const madeId = own ? foreignId(id) : id
    ids.set(id, madeId)
    if (its && !own) continue
    await tx
      .insert(person)
      .values({
        id: madeId,
        login: `elsewhere ${madeId}`,
        name: taken.has(name) ? `${name} (elsewhere)` : name,
        role: 'inspector',
        passwordHash: '',
        preferences: defaultPreferences,
        createdAt: now,
        elsewhere: shop,
      })
      .onConflictDoNothing()
  }
  return ids
}

/** The craft that a job is of: of the same id, of the same name, or made. */
async function craftHere(tx: Transaction, fresh: readonly ArchivedRow[], row: ArchivedRow): Promise<string> {
  if (fresh.length === 0) return row.id as string
  const named = await craftOfName(tx, String(row.name))
  if (named) return named.id
  await tx.insert(craft).values(row as unknown as typeof craft.$inferInsert)
  return row.id as string
}
