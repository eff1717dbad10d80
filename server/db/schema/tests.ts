import { sql } from 'drizzle-orm'
import { check, doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { Closure } from '../../../core/circuit/boundary'
import type { LinkState } from '../../../core/circuit/circuit'
import type { TestKindKey } from '../../../core/leaktest/testKinds'
import type { KeptRelief } from '../../../shared/leaktest/setupForm'
import { id, moment } from './columns'
import { job } from './jobs'
import { kitItem } from './kit'
import { person, personId } from './people'
import type { TestEntry, TestFacts } from './testFacts'

/** A test of a tank, or of a rig on its own, of any kind: what all have in common, and the facts of its kind. */
export const test = pgTable(
  'test',
  {
    id: id(),
    jobId: uuid('job_id').references(() => job.id),
    kitId: uuid('kit_id').references(() => kitItem.id),
    kind: text('kind').$type<TestKindKey>().notNull(),
    number: integer('number').notNull(),
    /** Pa gauge at which it is meant to be, below zero for a vacuum */
    pressure: doublePrecision('pressure').notNull(),
    closures: jsonb('closures').$type<Record<string, Closure>>().notNull().default({}),
    links: jsonb('links').$type<Record<string, LinkState>>().notNull().default({}),
    /** share of the capacity that was liquid; empty for tests of before it was asked */
    wettedShare: doublePrecision('wetted_share'),
    relief: jsonb('relief').$type<KeptRelief>(),
    earlyReason: text('early_reason'),
    facts: jsonb('facts').$type<TestFacts[TestKindKey]>().notNull(),
    startedBy: uuid('started_by')
      .references(() => person.id)
      .notNull(),
    startedAt: moment('started_at').notNull(),
    stoppedAt: moment('stopped_at'),
  },
  table => [
    unique('test_number').on(table.jobId, table.kind, table.number),
    index('test_kit').on(table.kitId),
    index('test_running')
      .on(table.kind)
      .where(sql`${table.stoppedAt} is null`),
    check('test_of_one', sql`(${table.jobId} is null) <> (${table.kitId} is null)`),
    check('test_facts', sql`jsonb_typeof(${table.facts}) = 'object'`),
  ],
)

/** What was recorded while a test ran: a girth, a mark of a part, a valve switched, a knock, a volume check. */
export const testEntry = pgTable(
  'test_entry',
  {
    id: id(),
    testId: uuid('test_id')
      .references(() => test.id)
      .notNull(),
    at: moment('at').notNull(),
    entry: jsonb('entry').$type<TestEntry>().notNull(),
    personId: personId(),
  },
  table => [index('test_entry_test').on(table.testId, table.at)],
)

/** Readings of a hold: too many for entries. */
export const reading = pgTable(
  'reading',
  {
    holdId: uuid('hold_id')
      .references(() => test.id)
      .notNull(),
    t: doublePrecision('t').notNull(),
    pressure: doublePrecision('pressure').notNull(),
    temperature: doublePrecision('temperature'),
    barometer: doublePrecision('barometer'),
    /** tank less bottle, Pa */
    difference: doublePrecision('difference'),
    /** standard deviation of the pressure by itself, Pa; empty where it is the gauge’s own */
    noise: doublePrecision('noise'),
    event: text('event'),
    /** who typed it; empty for an instrument or a file */
    personId: uuid('person_id').references(() => person.id),
    takenAt: moment('taken_at').notNull().defaultNow(),
  },
  table => [primaryKey({ columns: [table.holdId, table.t] })],
)

/** What lets a logger send readings into one hold, and nothing else. The key itself is shown once and not kept. */
export const deviceKey = pgTable(
  'device_key',
  {
    id: id(),
    holdId: uuid('hold_id')
      .references(() => test.id)
      .notNull(),
    name: text('name').notNull(),
    hash: text('hash').notNull().unique(),
    createdBy: uuid('created_by')
      .references(() => person.id)
      .notNull(),
    createdAt: moment('created_at').notNull(),
    revokedAt: moment('revoked_at'),
  },
  table => [index('device_key_hold').on(table.holdId)],
)
