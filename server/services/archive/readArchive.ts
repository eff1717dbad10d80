import type { Circuit, TiedPart } from '../../../core/circuit/circuit'
import { circuitFaults } from '../../../core/circuit/circuitFaults'
import { unkeptText } from '../../../shared/unkeptText'
import { MOST_PHOTO_BYTES } from '../job/photos'
import { decodePicture } from '../pictures/decodePicture'
import { Refusal } from '../ground/refusal'
import { unpackArchive, type Archive, type ArchivedRow } from './archiveFile'
import { archivedTables, keyOf, personColumns } from './archivedTables'
import { asNow } from './earlierArchive'
import { checkedJob } from './archiveSchema'
import { mustMakeSense } from './soundRows'

const refuse = (sentence: string) => new Refusal(422, sentence)

/** Reads and checks a file. @throws Refusal for what is no whole archive, or says what cannot be */
export async function readArchive(bytes: Buffer, now: Date): Promise<Archive> {
  const { job: said, photographs, readings } = await unpackArchive(bytes)
  const unkept = unkeptText(said as object)
  if (unkept !== null) throw refuse('A text of this archive has a character that cannot be kept.')
  const archived = checkedJob(withReality(asNow(said)))
  if (archived.rows.job!.some(({ reality }) => reality === 'practice'))
    throw refuse('This archive is of practice, which is evidence of nothing. It is not taken in.')
  const archive = { job: archived, photographs, readings }
  await mustMakeSense(archived.rows)
  mustHangTogether(archive)
  mustNotBeToCome(archive, now)
  await mustBePictures(archive)
  return archive
}

/** What was sent before jobs said what they stand on says nothing of it: then what was measured on it tells. */
function withReality(said: unknown): unknown {
  const jobs = (said as { rows?: { job?: unknown } } | null)?.rows?.job
  for (const row of Array.isArray(jobs) ? (jobs as unknown[]) : [])
    if (typeof row === 'object' && row !== null && !('reality' in row)) Object.assign(row, { reality: 'real' })
  return said
}

/** Whether something in an archive was measured on a simulated tank or only practised, whatever it says of itself. */
export const measuredOnStandIn = ({ test, entry }: Record<string, ArchivedRow[]>): boolean =>
  [...test!, ...entry!].some(({ facts }) => {
    const { source, simulated } = facts as { source?: string; simulated?: boolean }
    return source === 'stand-in' || simulated === true
  })

/** Every row belongs to the one job, each id is there once, and what is referred to is in the archive. @throws Refusal 422 */
function mustHangTogether({ job: { rows, people }, photographs, readings }: Archive): void {
  const known = new Map(archivedTables.map(({ name }) => [name, new Set(rows[name]!.map(row => row.id))]))
  const names = new Set(people.map(each => each.id))
  for (const table of archivedTables) {
    const { name, by } = table
    const keys = new Set(rows[name]!.map(row => keyOf(table, row)))
    if (name !== 'trail' && keys.size !== rows[name]!.length) throw refuse('Two rows of this archive have one id.')
    const target = by.its ? new Set(rows[by.of]!.map(by.its)) : known.get(by.of)!
    for (const row of rows[name]!) {
      if (name !== 'job' && !target.has(row[by.column])) throw refuse(`A row of “${name}” belongs to another job.`)
      for (const column of personColumns(table))
        if (row[column] !== null && !names.has(row[column] as string)) throw refuse('Somebody in this archive has no name.')
    }
  }
  mustReferToSomething(rows.entry!, known)
  for (const row of rows.photo!) if (!photographs.has(row.id as string)) throw refuse('A photograph is missing.')
  for (const id of photographs.keys()) if (!known.get('photo')!.has(id)) throw refuse('A photograph belongs to nothing.')
  for (const id of readings.keys()) if (!known.get('test')!.has(id)) throw refuse('Readings belong to no hold of this job.')
  for (const row of rows.test!)
    if (row.stoppedAt === null) throw refuse('A test of this job still runs elsewhere. End it there, and send it again.')
  if (!hasSoundMap(rows)) throw refuse('The map of this job does not hang together.')
}

/** What the facts of entries name, by table. */
const named: Record<string, string> = { partId: 'part', testId: 'test', photoId: 'photo' }
/** To entries of which kind those of a kind belong. */
const belongsTo = (kind: string): string | null =>
  ({ 'find': 'leak', 'refit': 'strip', 'purchase-step': 'purchase', 'purchase-terms': 'purchase' })[kind] ??
  (kind.startsWith('run-') ? 'run' : null)

/** @throws Refusal 422 */
function mustReferToSomething(entries: readonly ArchivedRow[], known: ReadonlyMap<string, ReadonlySet<unknown>>): void {
  const ofKind = (kind: string) => new Set(entries.filter(each => each.kind === kind).map(each => each.id))
  const kinds = new Map(['leak', 'strip', 'purchase', 'run'].map(kind => [kind, ofKind(kind)]))
  for (const { kind, about, facts } of entries) {
    const nothing = refuse(`A row of “${String(kind)}” refers to nothing.`)
    const said = facts as Record<string, unknown>
    for (const [name, table] of Object.entries(named))
      if ((said[name] ?? null) !== null && !known.get(table)!.has(said[name])) throw nothing
    if ('leakId' in said && !kinds.get('leak')!.has(said.leakId)) throw nothing
    const to = belongsTo(kind as string)
    const itsOwn = to === null ? null : kinds.get(to)!
    if (itsOwn !== null && !itsOwn.has(about)) throw nothing
    if (kind === 'strike' && !['entry', 'test', 'photo'].some(table => known.get(table)!.has(about))) throw nothing
    if (kind === 'proof' && about !== null && !known.get('ownerCard')!.has(about)) throw nothing
  }
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
function mustNotBeToCome({ job: { exportedAt, broughtFrom, rows }, readings }: Archive, now: Date): void {
  const MINUTE = 60_000
  if (!(+new Date(exportedAt) <= +now + 5 * MINUTE))
    throw refuse('This archive is dated in the future. Check the clock of the shop that sent it.')
  const late = (row: object) =>
    didAt.some(name => name in row && +new Date((row as ArchivedRow)[name] as string) > +new Date(exportedAt) + MINUTE)
  if (Object.values(rows).flat().some(late) || [...readings.values()].flat().some(late))
    throw refuse('Something in this archive is dated after it was sent.')
  // When it left this shop decides whether it may change anything here.
  if (broughtFrom && !(+new Date(broughtFrom.exportedAt) <= +new Date(exportedAt)))
    throw refuse('This archive says that it was brought in after it was sent.')
}

/** Photographs are JPEG of the size they say, without what a camera writes beside the picture. @throws Refusal 415 */
async function mustBePictures({ job: { rows }, photographs }: Archive): Promise<void> {
  const wrong = new Refusal(415, 'A photograph of this archive is no picture as this program keeps them.')
  for (const row of rows.photo!) {
    const { picture, thumbnail } = photographs.get(row.id as string)!
    if (picture.length > MOST_PHOTO_BYTES || thumbnail.length > MOST_PHOTO_BYTES) throw wrong
    for (const [bytes, width] of [[picture, row.width] as const, [thumbnail, null] as const]) {
      const seen = await decodePicture({ file: bytes, mostPixels: 20_000_000, drawn: [] }).catch(() => null)
      if (seen?.format !== 'jpeg' || seen.hasMetadata || (width !== null && seen.width !== width)) throw wrong
    }
  }
}
