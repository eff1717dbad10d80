import { index, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { BellKind } from '../../../shared/bells'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { person } from './people'

export const bell = pgTable(
  'bell',
  {
    id: id(),
    jobId: jobId(),
    kind: text('kind').$type<BellKind>().notNull(),
    subjectId: uuid('subject_id').notNull(),
    title: text('title').notNull(),
    detail: text('detail').notNull(),
    dueAt: moment('due_at').notNull(),
    rungAt: moment('rung_at'),
    /** the last time it rang that browsers with a closed page were told of */
    toldAt: moment('told_at'),
    answeredAt: moment('answered_at'),
    answeredBy: uuid('answered_by').references(() => person.id),
  },
  table => [unique('bell_subject').on(table.kind, table.subjectId), index('bell_due').on(table.dueAt)],
)
