import { bigint, bigserial, index, integer, jsonb, pgTable, text, uuid, varchar } from 'drizzle-orm/pg-core'
import type { Authority, Preferences, Role } from '../../../shared/schemas/person'
import { id, moment } from './columns'

export const person = pgTable('person', {
  id: id(),
  login: text('login').notNull().unique(),
  name: text('name').notNull(),
  passwordHash: text('password_hash').notNull(),
  role: text('role').$type<Role>().notNull(),
  preferences: jsonb('preferences').$type<Preferences>().notNull(),
  /** given by the owner: who may inspect, return to service or do hot work */
  authorities: jsonb('authorities').$type<Authority[]>().notNull().default([]),
  createdAt: moment('created_at').notNull(),
  /** the shop of somebody who only stands in what was brought in from there, and cannot sign in */
  elsewhere: text('elsewhere'),
  /** taken off: the name stays on what was done, and nobody signs in with it */
  leftAt: moment('left_at'),
  /** switches to this person on a tablet on which they are signed in */
  pinHash: text('pin_hash'),
})

export const personId = () =>
  uuid('person_id')
    .references(() => person.id)
    .notNull()

/** A browser at which somebody signed in, until it ends. The cookie holds its id and says nothing else, so that ending it here ends it everywhere. */
export const signedIn = pgTable(
  'signed_in',
  {
    id: id(),
    personId: personId(),
    /** of the token that the browser keeps when nobody is signed in at it: people of one tablet switch by PIN */
    deviceHash: text('device_hash').notNull(),
    /** what the browser says it is */
    device: text('device').notNull(),
    beganAt: moment('began_at').notNull(),
    seenAt: moment('seen_at').notNull(),
    endsAt: moment('ends_at').notNull(),
    /** signed out, or ended by another password, from elsewhere or by wrong PINs */
    endedAt: moment('ended_at'),
    wrongPins: integer('wrong_pins').notNull().default(0),
  },
  table => [index('signed_in_person').on(table.personId), index('signed_in_device').on(table.deviceHash)],
)

/** A browser that is told of bells while its page is closed, as long as its session lasts: where, and what is sealed for it. */
export const pushDevice = pgTable('push_device', {
  sessionId: uuid('session_id')
    .references(() => signedIn.id)
    .primaryKey(),
  endpoint: text('endpoint').notNull().unique(),
  key: text('key').notNull(),
  secret: text('secret').notNull(),
  at: moment('at').notNull(),
})

/** A code that sets a new password once, made by the owner or at the terminal. Only its hash is kept. */
export const passwordCode = pgTable('password_code', {
  personId: personId().primaryKey(),
  codeHash: text('code_hash').notNull(),
  until: moment('until').notNull(),
})

/** How often something was tried, for the limits on guessing; its columns are those of the package that counts. */
export const guess = pgTable('guess', {
  key: varchar('key', { length: 255 }).primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
})

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
