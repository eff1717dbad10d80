import { sql, type SQL } from 'drizzle-orm'
import { database } from '../../db/client'
import { notFound } from '../ground/refusal'

type OfJob = (id: string) => SQL
const by =
  (table: string): OfJob =>
  id =>
    sql`(select job_id from ${sql.identifier(table)} where id = ${id})`

/** Of which job something is, by the word before its id in an address; null for what is of none. */
const jobOf: Record<string, OfJob | null> = {
  jobs: id => sql`${id}::uuid`,
  tests: by('test'),
  holds: by('test'),
  photos: by('photo'),
  runs: id => sql`(select job_id from entry where id = ${id} and kind = 'run')`,
  bells: by('bell'),
  keys: id => sql`(select t.job_id from device_key k join test t on t.id = k.hold_id where k.id = ${id})`,
  // Practice has crafts of its own, each of one tank.
  crafts: id => sql`(select id from job where craft_id = ${id} and reality = 'practice' limit 1)`,
  people: null,
  sessions: null,
  kit: null,
  temperatures: null,
  // Read and changed by the person alone that began it.
  hunts: null,
}

/** Whether it is known of which job, if of any, something is under this word of an address. */
export const isPlaced = (word: string): boolean => Object.hasOwn(jobOf, word)

/**
 * May this person see, and change, what an address names? Somebody's practice is theirs alone: for everybody else it is not there.
 * @param word before the id in the address @param id of a row, a UUID
 * @throws Refusal 404 when not
 */
export async function mustBeWithinReach(personId: string, word: string, id: string): Promise<void> {
  if (!isPlaced(word)) throw new Error(`Nobody said of which job “${word}” is.`)
  const its = jobOf[word]
  if (!its) return
  const { rows } = await database().execute(
    sql`select 1 from job where id = ${its(id)} and reality = 'practice' and opened_by <> ${personId}`,
  )
  if (rows.length > 0) throw notFound('job')
}

const MOST_REMEMBERED = 10_000
/** Whose practice a job is, null for what is none. */
const practiceOf = new Map<string, string | null>()

/** Whether somebody is told of a change of a job. Whose practice it is never changes, so it is asked once. */
export async function hearsOf(personId: string, jobId: string | null | undefined): Promise<boolean> {
  if (!jobId) return true
  if (!practiceOf.has(jobId)) {
    if (practiceOf.size > MOST_REMEMBERED) practiceOf.clear()
    try {
      const { rows } = await database().execute<{ opened_by: string }>(
        sql`select opened_by from job where id = ${jobId} and reality = 'practice'`,
      )
      practiceOf.set(jobId, rows[0]?.opened_by ?? null)
    } catch {
      // Who may hear of it is not known: then nobody does, and the page asks again when the stream comes back.
      return false
    }
  }
  const owner = practiceOf.get(jobId)
  return owner === null || owner === personId
}
