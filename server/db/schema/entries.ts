import { index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { TouchKind } from '../../../core/ledger/ledger'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { personId } from './people'

export const touch = pgTable(
  'touch',
  {
    id: id(),
    jobId: jobId(),
    partIds: jsonb('part_ids').$type<string[]>().notNull(),
    kind: text('kind').$type<TouchKind>().notNull(),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('touch_job').on(table.jobId)],
)

/** A correction: the entry it names no longer counts, and stays readable with the reason. */
export const strike = pgTable(
  'strike',
  {
    id: id(),
    jobId: jobId(),
    subjectId: uuid('subject_id').notNull().unique(),
    reason: text('reason').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('strike_job').on(table.jobId)],
)
