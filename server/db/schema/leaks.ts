import { doublePrecision, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { CureMilestones, CureSheet } from '../../../core/repair/material/repairMaterials'
import type { FindLook, RigPiece } from '../../../shared/leaktest/findForm'
import { id, moment } from './columns'
import { jobId, part } from './jobs'
import { personId } from './people'
import { photo } from './strips'
import { test } from './tests'

export const leak = pgTable(
  'leak',
  {
    id: id(),
    jobId: jobId(),
    number: integer('number').notNull(),
    partId: uuid('part_id')
      .references(() => part.id)
      .notNull(),
  },
  table => [unique('leak_number').on(table.jobId, table.number)],
)

export const find = pgTable(
  'find',
  {
    id: id(),
    leakId: uuid('leak_id')
      .references(() => leak.id)
      .notNull(),
    /** the test that found it; null when it was seen by eye */
    testId: uuid('test_id').references(() => test.id),
    seen: text('seen').$type<FindLook>().notNull(),
    /** ends of the leak on the map, drawn as hash marks */
    x1: doublePrecision('x1').notNull(),
    y1: doublePrecision('y1').notNull(),
    x2: doublePrecision('x2').notNull(),
    y2: doublePrecision('y2').notNull(),
    /** m; null where nobody measured it */
    length: doublePrecision('length'),
    photoId: uuid('photo_id').references(() => photo.id),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('find_leak').on(table.leakId)],
)

/** A leak that is proved to be the rig's own, and so not the tank's. */
export const rigFind = pgTable(
  'rig_find',
  {
    id: id(),
    jobId: jobId(),
    piece: text('piece').$type<RigPiece>().notNull(),
    testId: uuid('test_id').references(() => test.id),
    /** the opening that it closes */
    partId: uuid('part_id').references(() => part.id),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('rig_find_job').on(table.jobId)],
)

export const repair = pgTable(
  'repair',
  {
    id: id(),
    jobId: jobId(),
    /** leaks that it mends; none where nothing leaked yet */
    leakIds: jsonb('leak_ids').$type<string[]>().notNull(),
    /** parts that were worked on */
    partIds: jsonb('part_ids').$type<string[]>().notNull(),
    method: text('method').notNull(),
    material: text('material').notNull(),
    batch: text('batch').notNull(),
    temperature: doublePrecision('temperature').notNull(),
    /** the sheet in hand that it was put on by; null where it is what is usual of its family */
    sheet: jsonb('sheet').$type<CureSheet & CureMilestones>(),
    /** until when it counts, why, and when it may be used again; for what only gets it home */
    until: moment('until'),
    untilReason: text('until_reason').notNull().default(''),
    notUsedUntil: text('not_used_until').notNull().default(''),
    /** the run in which it was made stage by stage; empty where its stages were not recorded */
    runId: uuid('run_id'),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
    /** s of the cure clock at the sheet's temperature, as it was when applied */
    cureTime: doublePrecision('cure_time').notNull(),
  },
  table => [index('repair_job').on(table.jobId)],
)

/** That nothing of a tank can be held any more, with the reason: a measured leak is then closed by looking at every part. */
export const unholdable = pgTable(
  'unholdable',
  { id: id(), jobId: jobId(), reason: text('reason').notNull(), personId: personId(), at: moment('at').notNull() },
  table => [index('unholdable_job').on(table.jobId)],
)
