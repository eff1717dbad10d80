import { sql } from 'drizzle-orm'
import type { StoredKind } from '../../../shared/record/kinds'

/** The entries of a kind that were not struck out, as a table of a statement: id, job_id, about, person_id, at, facts. */
export const counting = (kind: StoredKind) => sql`(
  select id, job_id, about, person_id, at, facts from entry
  where kind = ${sql.raw(`'${kind}'`)} and not exists (select 1 from entry s where s.about = entry.id and s.kind = 'strike')
)`
