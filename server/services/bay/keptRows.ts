import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { BayRow, JobView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'

/** The rules that derive a row: of another build of the program every row is derived anew, and so it is where no build says which. */
const RULES = process.env.ZINC_BUILD ?? randomUUID()

/** A row that cannot have changed by then depends on no clock. */
const CENTURY = 100 * 365.25 * 86_400_000

/**
 * What a row was derived from: the rules, and the versions of the job, of its craft, of its tests and of its record. Every change of a
 * job makes another.
 */
const version = sql`concat_ws(' ',
  ${RULES}::text,
  job.xmin,
  (select xmin from craft where craft.id = job.craft_id),
  (select count(*) from entry where entry.job_id = job.id),
  (select string_agg(test.xmin::text, ',' order by test.id) from test where test.job_id = job.id)
)`

/** Jobs with the row that is kept of each, where it still says what would be derived now; null where it does not. */
export async function keptRows(ids: readonly string[]): Promise<{ id: string; version: string; row: BayRow | null }[]> {
  if (ids.length === 0) return []
  const { rows } = await database().execute<{ id: string; version: string; row: BayRow | null }>(sql`
    select its.id, its.version, bay_row.row
    from (select job.id, ${version} as version from job where job.id = any(${sql.param([...ids])})) its
    left join bay_row on bay_row.job_id = its.id and bay_row.version = its.version`)
  return rows
}

/**
 * Keeps rows that were derived from a version which was read before: what has changed since is another version already, and so asked
 * for in vain. What a clock can change (a cure, a trial, a look that is due) is not kept.
 * @param derived how the row of a job is at a moment
 */
export async function keepRows(
  jobs: readonly { version: string; view: JobView; row: BayRow }[],
  derived: (view: JobView, at: number) => BayRow,
  now: number,
): Promise<void> {
  const lasting = jobs.filter(({ view, row }) => JSON.stringify(derived(view, now + CENTURY)) === JSON.stringify(row))
  if (lasting.length === 0) return
  const rows = lasting.map(({ version: made, row }) => sql`(${row.id}::uuid, ${made}::text, ${JSON.stringify(row)}::jsonb)`)
  await database().execute(sql`
    insert into bay_row (job_id, version, row) values ${sql.join(rows, sql`, `)}
    on conflict (job_id) do update set version = excluded.version, row = excluded.row`)
}

/** Has every row derived anew: what all of them may rest on has changed. */
export const forgetRows = (tx: Transaction) => tx.execute(sql`delete from bay_row`)
