import { sql } from 'drizzle-orm'
import { bigserial, index, jsonb, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { StoredKind } from '../../../shared/record/kinds'
import { moment } from './columns'
import { jobId } from './jobs'
import { person } from './people'

/**
 * The record of a job: everything that somebody said of it, one row an entry, of whatever kind (shared/record/kinds.ts). Nothing here
 * is updated or removed: a correction is one more entry.
 */
export const entry = pgTable(
  'entry',
  {
    id: uuid('id').notNull(),
    jobId: jobId(),
    kind: text('kind').$type<StoredKind>().notNull(),
    /** the entry, test or photograph that it belongs to: what a strike strikes out, the leak of a find, the run of a stage */
    about: uuid('about'),
    /** SI, times in ms since 1970 */
    facts: jsonb('facts').$type<object>().notNull(),
    /** empty where an owner said it on a card */
    personId: uuid('person_id').references(() => person.id),
    /** when it happened */
    at: moment('at').notNull(),
    /** when it was said, by the server's clock */
    saidAt: moment('said_at').notNull(),
    /** counted up as they are kept: the order of what happened in one moment */
    turn: bigserial('turn', { mode: 'number' }).notNull(),
  },
  table => [
    // The repair that a stage made has the id of its stage.
    primaryKey({ columns: [table.id, table.kind] }),
    index('entry_job').on(table.jobId, table.kind),
    index('entry_about').on(table.about),
    index('entry_kind').on(table.kind),
    uniqueIndex('entry_struck_once')
      .on(table.about, table.kind)
      .where(sql`${table.kind} in ('strike', 'refit')`),
  ],
)
