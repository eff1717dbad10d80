import { eq, inArray, isNull, sql } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import sharp from 'sharp'
import type { Circuit, TiedPart } from '../../../core/circuit/circuit'
import { circuitFaults } from '../../../core/circuit/circuitFaults'
import type { ArchivePlan } from '../../../shared/archive/brought'
import { jobAspects } from '../../../shared/changes'
import { jobStanding } from '../../../shared/jobEntries'
import { signatureStandings } from '../../../shared/prove/signatures'
import { unkeptText } from '../../../shared/unkeptText'
import { canonicalJson } from '../../../shared/prove/signedState'
import type { JobView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { craft, job, person, reading } from '../../db/schema'
import { defaultPreferences } from '../../../shared/schemas/person'
import { bayRow } from '../bay/bay'
import { loadJob } from '../job/loadJobs'
import { MOST_PHOTO_BYTES } from '../job/photos'
import { hangNext } from '../prove/proof'
import { hangCures } from '../repair/cureBells'
import { change, type Actor } from '../shop/change'
import { derivedId } from '../shop/derivedId'
import { Refusal } from '../shop/refusal'
import { sha256, unpackArchive, type Archive, type ArchivedRow } from './archiveFile'
import { archivedTable, archivedTables, columnsOf, personColumns, type ArchivedTable } from './archivedTables'
import { checkedJob } from './archiveSchema'
import { archivedRows } from './exportJob'
import { renumbered } from './renumber'

/** What is to be done with an archive, and what it would take. */
interface Intake {
  archive: Archive
  plan: ArchivePlan
  /** rows that are not here yet, by table */
  fresh: Record<string, ArchivedRow[]>
  /** rows that are here and came back otherwise */
  changed: Record<string, ArchivedRow[]>
}

const refuse = (sentence: string) => new Refusal(422, sentence)

/** Reads and checks a file. @throws Refusal for what is no whole archive, or says what cannot be */
async function readArchive(bytes: Buffer, now: Date): Promise<Archive> {
  const { job: said, photographs, readings } = await unpackArchive(bytes)
  const unkept = unkeptText(said as object)
  if (unkept !== null) throw refuse('A text of this archive has a character that cannot be kept.')
  const archived = checkedJob(said)
  const archive = { job: archived, photographs, readings }
  mustHangTogether(archive)
  mustNotBeToCome(archive, now)
  await mustBePictures(archive)
  return archive
}

/** Every row belongs to the one job, each id is there once, and what is referred to is in the archive. @throws Refusal 422 */
function mustHangTogether({ job: { rows, people }, photographs, readings }: Archive): void {
  const known = new Map(archivedTables.map(({ name }) => [name, new Set(rows[name]!.map(row => row.id))]))
  const names = new Set(people.map(each => each.id))
  for (const table of archivedTables) {
    const { name, by } = table
    if (name !== 'trail' && known.get(name)!.size !== rows[name]!.length) throw refuse('Two rows of this archive have one id.')
    const target = by.its ? new Set(rows[by.of]!.map(row => row[by.its!])) : known.get(by.of)!
    for (const row of rows[name]!) {
      if (name !== 'job' && !target.has(row[by.column])) throw refuse(`A row of “${name}” belongs to another job.`)
      for (const column of personColumns(table))
        if (row[column] !== null && !names.has(row[column] as string)) throw refuse('Somebody in this archive has no name.')
    }
  }
  const parts = known.get('part')!
  const refers: [string, string, ReadonlySet<unknown>][] = [
    ['leak', 'partId', parts],
    ['outcome', 'partId', parts],
    ['rigFind', 'partId', parts],
    ['find', 'testId', known.get('test')!],
    ['find', 'photoId', known.get('photo')!],
    ['defectCard', 'leakId', known.get('leak')!],
    ['repairChoice', 'leakId', known.get('leak')!],
    ['stripEntry', 'photoId', known.get('photo')!],
    ['ownerWord', 'cardId', known.get('ownerCard')!],
  ]
  for (const [name, column, ids] of refers)
    if (rows[name]!.some(row => row[column] !== null && !ids.has(row[column])))
      throw refuse(`A row of “${name}” refers to nothing.`)
  for (const row of rows.photo!) if (!photographs.has(row.id as string)) throw refuse('A photograph is missing.')
  for (const id of photographs.keys()) if (!known.get('photo')!.has(id)) throw refuse('A photograph belongs to nothing.')
  for (const id of readings.keys()) if (!known.get('test')!.has(id)) throw refuse('Readings belong to no hold of this job.')
  for (const row of rows.test!)
    if (row.stoppedAt === null) throw refuse('A test of this job still runs elsewhere. End it there, and send it again.')
  if (!hasSoundMap(rows)) throw refuse('The map of this job does not hang together.')
}

function hasSoundMap(rows: Record<string, ArchivedRow[]>): boolean {
  try {
    const faults = circuitFaults(rows.job![0]!.circuit as Circuit, rows.part as unknown as TiedPart[])
    return faults.every(fault => !fault.fatal)
  } catch {
    return false
  }
}

/** Moments at which somebody did something. */
const didAt = ['at', 'startedAt', 'stoppedAt', 'openedAt', 'movedAt', 'closedAt', 'addedAt', 'removedAt', 'endedAt', 'takenAt']
/** Nothing was done after it was sent, nor is it sent from a day to come. @throws Refusal 422 */
function mustNotBeToCome({ job: { exportedAt, rows }, readings }: Archive, now: Date): void {
  const MINUTE = 60_000
  if (+new Date(exportedAt) > +now + 5 * MINUTE)
    throw refuse('This archive is dated in the future. Check the clock of the shop that sent it.')
  const late = (row: object) =>
    didAt.some(name => name in row && +new Date((row as ArchivedRow)[name] as string) > +new Date(exportedAt) + MINUTE)
  if (Object.values(rows).flat().some(late) || [...readings.values()].flat().some(late))
    throw refuse('Something in this archive is dated after it was sent.')
}

/** Photographs are JPEG of the size they say, without what a camera writes beside the picture. @throws Refusal 415 */
async function mustBePictures({ job: { rows }, photographs }: Archive): Promise<void> {
  const wrong = new Refusal(415, 'A photograph of this archive is no picture as this program keeps them.')
  for (const row of rows.photo!) {
    const { picture, thumbnail } = photographs.get(row.id as string)!
    if (picture.length > MOST_PHOTO_BYTES || thumbnail.length > MOST_PHOTO_BYTES) throw wrong
    for (const [bytes, width] of [[picture, row.width] as const, [thumbnail, null] as const]) {
      const seen = await sharp(bytes, { limitInputPixels: 20_000_000, failOn: 'error' })
        .metadata()
        .catch(() => null)
      if (seen?.format !== 'jpeg' || seen.exif || seen.xmp || seen.iptc || (width !== null && seen.width !== width)) throw wrong
    }
  }
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
  return new Map(found.map(row => [row.id as string, JSON.parse(JSON.stringify(row)) as ArchivedRow]))
}

/** Whether a row is here as it came: but for what each shop has its own of, and by whom is said under the id that they have here. */
function isSame(table: ArchivedTable, mine: ArchivedRow, row: ArchivedRow): boolean {
  const persons = personColumns(table)
  return Object.keys(row).every(name => {
    if (table.own?.includes(name)) return true
    if (persons.includes(name) && row[name] !== null && mine[name] === foreignId(row[name] as string)) return true
    return canonicalJson(mine[name]) === canonicalJson(row[name])
  })
}

/** The id here of somebody elsewhere who has the id of somebody of this shop. */
const foreignId = (id: string): string => derivedId(id, 'elsewhere')

const whats: Partial<Record<string, string>> = {
  test: 'tests',
  leak: 'leaks',
  find: 'finds',
  repair: 'repairs',
  touch: 'disturbances',
  proofEntry: 'steps in use',
  signature: 'signatures',
  photo: 'photographs',
  strike: 'corrections',
  outcome: 'outcomes',
}

/** What taking an archive in would do. @throws Refusal when it cannot be taken in */
async function intakeOf(tx: Transaction, bytes: Buffer, now: Date): Promise<Intake> {
  let archive = await readArchive(bytes, now)
  const digest = sha256(bytes)
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
    fresh[table.name] = rows[table.name]!.filter(row => !mine.has(row.id as string))
    const others = rows[table.name]!.filter(row => {
      const its = mine.get(row.id as string)
      return its !== undefined && !isSame(table, its, row)
    })
    same += mine.size - others.length
    if (table.shared) continue
    const [foreign] = [...mine.values()].filter(row => table.name !== 'job' && row.jobId !== undefined && row.jobId !== own.id)
    if (foreign) throw new Refusal(409, 'Something of another job here has an id of this archive. It is not taken in.')
    if (others.length > 0 && !table.changes)
      throw new Refusal(
        409,
        `An entry that is here already came back otherwise (${whats[table.name] ?? table.name}). Nothing is taken in.`,
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
      brings: brings.flatMap(([name, each]) => {
        const what = whats[name]
        return what ? [{ what, entries: each.length }] : []
      }),
      known: same,
      photographs: fresh.photo!.length,
      readings: fresh.test!.reduce((sum, test) => sum + (archive.readings.get(test.id as string)?.length ?? 0), 0),
      people: archive.job.people.map(each => each.name),
    },
  }
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

/** What taking a file in would do; nothing is done. @throws Refusal */
export const planImport = (bytes: Buffer, now: Date): Promise<ArchivePlan> =>
  database().transaction(async tx => (await intakeOf(tx, bytes, now)).plan)

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
  const planned = await planImport(bytes, actor.now)
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
      const intake = await intakeOf(tx, bytes, now)
      if (intake.plan.does === 'nothing') return null
      await takeIn(tx, intake, now)
      const view = await loadJob(intake.plan.jobId, tx)
      mustBeReadable(view, +now)
      await hangCures(tx, view.id, now)
      await hangNext(tx, view.id, now)
      return true
    },
  )
  return loadJob(planned.jobId)
}

/** What cannot be read as a job would stand in every page's way: then nothing is taken in. @throws Refusal 422 */
function mustBeReadable(view: JobView, now: number): void {
  try {
    const { ledger } = jobStanding(view, now)
    signatureStandings(view, ledger)
    JSON.stringify(bayRow(view, now))
  } catch {
    throw refuse('What this archive says cannot be read as a job. Nothing was taken in.')
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
  await tx.update(job).set({ brought }).where(eq(job.id, plan.jobId))
  for (const { id } of fresh.test! as { id: string }[]) {
    const rows = (archive.readings.get(id) ?? []).map(({ takenAt, personId, ...each }) => ({
      ...each,
      holdId: id,
      personId: personId && who.get(personId)!,
      takenAt: new Date(takenAt),
    }))
    for (let from = 0; from < rows.length; from += 2000) await tx.insert(reading).values(rows.slice(from, from + 2000))
  }
}

/** A row of this shop as it came back. */
function takeBack(tx: Transaction, table: ArchivedTable, row: Record<string, unknown>) {
  // Who did it stays as it is known here.
  const persons = [...personColumns(table), 'id', 'craftId']
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
  const [named] = await tx
    .select({ id: craft.id })
    .from(craft)
    .where(sql`lower(${craft.name}) = lower(${String(row.name)})`)
    .limit(1)
  if (named) return named.id
  await tx.insert(craft).values(row as unknown as typeof craft.$inferInsert)
  return row.id as string
}
