import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { bytes, id, moment } from './columns'
import { jobId } from './jobs'
import { person, personId } from './people'

/** An address under which an owner sees what to watch of one job, without an account. Of its token only a hash is kept. */
export const ownerCard = pgTable(
  'owner_card',
  {
    id: id(),
    jobId: jobId(),
    tokenHash: text('token_hash').notNull().unique(),
    personId: personId(),
    at: moment('at').notNull(),
    endedAt: moment('ended_at'),
    endedBy: uuid('ended_by').references(() => person.id),
  },
  table => [index('owner_card_job').on(table.jobId)],
)

/** What the shop calls itself on papers: one row. */
export const letterhead = pgTable('letterhead', {
  id: integer('id').primaryKey(),
  name: text('name').notNull(),
  /** where it is and how it is reached */
  line: text('line').notNull(),
  /** PNG; empty where it has no mark */
  mark: bytes('mark'),
  personId: personId(),
  at: moment('at').notNull(),
})
