import { bigserial, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { Preferences, Role } from '../../../shared/schemas/person'
import { id, moment } from './columns'

export const person = pgTable('person', {
  id: id(),
  login: text('login').notNull().unique(),
  name: text('name').notNull(),
  passwordHash: text('password_hash').notNull(),
  role: text('role').$type<Role>().notNull(),
  preferences: jsonb('preferences').$type<Preferences>().notNull(),
  createdAt: moment('created_at').notNull(),
  /** the shop of somebody who only stands in what was brought in from there, and cannot sign in */
  elsewhere: text('elsewhere'),
})

export const personId = () =>
  uuid('person_id')
    .references(() => person.id)
    .notNull()

/** A private address at which a calendar reads what is due. Of its token only a hash is kept. */
export const calendarFeed = pgTable('calendar_feed', {
  personId: personId().primaryKey(),
  tokenHash: text('token_hash').notNull().unique(),
  at: moment('at').notNull(),
})

/** Who did what and when; the database refuses to change or remove a row. */
export const trail = pgTable(
  'trail',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    at: moment('at').notNull(),
    /** empty for what the program did by itself: a bell that rang */
    personId: uuid('person_id').references(() => person.id),
    jobId: uuid('job_id'),
    verb: text('verb').notNull(),
    subjectId: uuid('subject_id'),
    detail: jsonb('detail').$type<Record<string, unknown>>().notNull().default({}),
  },
  table => [index('trail_job').on(table.jobId, table.id)],
)
