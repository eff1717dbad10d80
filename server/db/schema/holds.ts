import { boolean, doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { Closure } from '../../../core/circuit/boundary'
import type { LinkState } from '../../../core/circuit/circuit'
import type { HoldEstimate, HoldSetup } from '../../../core/hold/hold'
import type { PressureScale } from '../../../core/readings/pressureScale'
import type { HoldClock } from '../../../shared/holdClock'
import type { AirSupply, HoldKit, HoldSource, HoldState, MarkKind } from '../../../shared/schemas/hold'
import type { Relief } from '../../../shared/schemas/setup'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { person, personId } from './people'

export const hold = pgTable('hold', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  state: text('state').$type<HoldState>().notNull(),
  source: text('source').$type<HoldSource>().notNull(),
  setup: jsonb('setup').$type<HoldSetup>().notNull(),
  closures: jsonb('closures').$type<Record<string, Closure>>().notNull(),
  links: jsonb('links').$type<Record<string, LinkState>>().notNull().default({}),
  reached: jsonb('reached').$type<string[]>().notNull(),
  hasThermometer: boolean('has_thermometer').notNull(),
  hasBarometer: boolean('has_barometer').notNull(),
  earlyReason: text('early_reason'),
  /** where its air came from and what kept it below the limit; empty for a simulated tank, a vacuum and what was measured elsewhere */
  supply: text('supply').$type<AirSupply>(),
  relief: jsonb('relief').$type<Relief>(),
  createdBy: uuid('created_by').references(() => person.id).notNull(),
  createdAt: moment('created_at').notNull(),
  /** the moment at which the hold's own time is zero, and how fast that time runs */
  clock: jsonb('clock').$type<HoldClock>(),
  /** s of the hold's time at which settling was declared over */
  settledAt: doublePrecision('settled_at'),
  stoppedAt: moment('stopped_at'),
  estimate: jsonb('estimate').$type<HoldEstimate>(),
  /** why there is no estimate, when a stopped hold has none */
  noEstimate: text('no_estimate'),
  /** how what is read becomes a pressure */
  scale: jsonb('scale').$type<PressureScale>().notNull().default({ kind: 'gauge' }),
  /** instruments and rig of the shop's kit that are used */
  kit: jsonb('kit').$type<HoldKit>().notNull().default({}),
}, table => [unique('hold_number').on(table.jobId, table.number)])

export const reading = pgTable('reading', {
  holdId: uuid('hold_id').references(() => hold.id).notNull(),
  t: doublePrecision('t').notNull(),
  pressure: doublePrecision('pressure').notNull(),
  temperature: doublePrecision('temperature'),
  barometer: doublePrecision('barometer'),
  event: text('event'),
  /** who typed it; empty for an instrument or a file */
  personId: uuid('person_id').references(() => person.id),
  takenAt: moment('taken_at').notNull().defaultNow(),
}, table => [primaryKey({ columns: [table.holdId, table.t] })])

export const holdMark = pgTable('hold_mark', {
  id: id(),
  holdId: uuid('hold_id').references(() => hold.id).notNull(),
  t: doublePrecision('t').notNull(),
  kind: text('kind').$type<MarkKind>().notNull(),
  /** m3 of outside air, of a push */
  amount: doublePrecision('amount'),
  personId: personId(),
}, table => [index('hold_mark_hold').on(table.holdId)])

/** A known volume pushed into the closed tank, and what the gauge did. What it says is derived. */
export const volumeCheck = pgTable('volume_check', {
  id: id(),
  holdId: uuid('hold_id').references(() => hold.id).notNull(),
  pushed: doublePrecision('pushed').notNull(),
  pushedUncertainty: doublePrecision('pushed_uncertainty').notNull(),
  before: doublePrecision('before').notNull(),
  after: doublePrecision('after').notNull(),
  barometer: doublePrecision('barometer'),
  /** whether the hold's set-up took its space from this check */
  used: boolean('used').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('volume_check_hold').on(table.holdId)])

/** What lets a logger send readings into one hold, and nothing else. The key itself is shown once and not kept. */
export const deviceKey = pgTable('device_key', {
  id: id(),
  holdId: uuid('hold_id').references(() => hold.id).notNull(),
  name: text('name').notNull(),
  hash: text('hash').notNull().unique(),
  createdBy: uuid('created_by').references(() => person.id).notNull(),
  createdAt: moment('created_at').notNull(),
  revokedAt: moment('revoked_at'),
}, table => [index('device_key_hold').on(table.holdId)])
