import { boolean, doublePrecision, index, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { TankShape } from '../../../core/circuit/tankKinds'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { personId } from './people'

/** That a person read a caution, and what called for it then: another act or place brings it back. */
export const cautionRead = pgTable(
  'caution_read',
  {
    id: id(),
    jobId: jobId(),
    caution: text('caution').notNull(),
    calledBy: jsonb('called_by').$type<string[]>().notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('caution_read_job').on(table.jobId)],
)

/** A gas meter's reading at one point of the tank. */
export const gasReading = pgTable(
  'gas_reading',
  {
    id: id(),
    jobId: jobId(),
    point: text('point').notNull(),
    /** share of the lower explosive limit */
    explosive: doublePrecision('explosive').notNull(),
    /** volume fraction */
    oxygen: doublePrecision('oxygen'),
    /** it was drained and cleaned inside before */
    cleaned: boolean('cleaned').notNull().default(false),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('gas_reading_job').on(table.jobId)],
)

/** Fuel that came out, and what the gauge had said. */
export const drained = pgTable(
  'drained',
  {
    id: id(),
    jobId: jobId(),
    volume: doublePrecision('volume').notNull(),
    method: text('method').notNull(),
    gaugeShown: doublePrecision('gauge_shown'),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('drained_job').on(table.jobId)],
)

/** What somebody measured to weigh the tank up; of each thing what was said last counts. SI, null where nothing was said. */
export const weighing = pgTable(
  'weighing',
  {
    id: id(),
    jobId: jobId(),
    shape: text('shape').$type<TankShape>(),
    /** m3 in it then */
    level: doublePrecision('level'),
    temperature: doublePrecision('temperature'),
    density: doublePrecision('density'),
    tankMass: doublePrecision('tank_mass'),
    length: doublePrecision('length'),
    height: doublePrecision('height'),
    clearance: doublePrecision('clearance'),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('weighing_job').on(table.jobId)],
)

/** Flame or arc by a licensed shop: its certificate, as somebody recorded it. */
export const hotWork = pgTable(
  'hot_work',
  {
    id: id(),
    jobId: jobId(),
    shop: text('shop').notNull(),
    certificate: text('certificate').notNull(),
    issuedOn: text('issued_on').notNull(),
    what: text('what').notNull(),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('hot_work_job').on(table.jobId)],
)
