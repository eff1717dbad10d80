import { sql } from 'drizzle-orm'
import { bigserial, boolean, check, doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, timestamp, unique, uuid } from 'drizzle-orm/pg-core'
import type { Closure, PartFamily, PartShape } from '../../core/circuit/boundary'
import type { CraftKind, TankMaterial } from '../../core/circuit/tankKinds'
import type { FuelKey } from '../../core/fuel/fuels'
import type { TouchKind } from '../../core/ledger/ledger'
import type { BalloonSetup } from '../../core/leaktest/balloon'
import type { HoldEstimate, HoldSetup, Reading } from '../../core/leaktest/hold'
import type { PressureScale } from '../../core/leaktest/pressureScale'
import type { SoapMark } from '../../core/leaktest/soap'
import type { Complaint } from '../../shared/schemas/job'
import type { HoldKit, HoldSource, HoldState, MarkKind } from '../../shared/schemas/hold'
import type { KitFacts } from '../../shared/schemas/kit'
import type { Preferences, Role } from '../../shared/schemas/person'
import type { HoldClock } from '../../shared/holdClock'
import type { BellKind } from '../../shared/views'
import type { HiddenTank } from '../services/hiddenTank'

// Quantities are SI in every column; times are with time zone. Nothing that can be derived has a column.

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
const id = () => uuid('id').primaryKey()

export const person = pgTable('person', {
  id: id(),
  login: text('login').notNull().unique(),
  name: text('name').notNull(),
  passwordHash: text('password_hash').notNull(),
  role: text('role').$type<Role>().notNull(),
  preferences: jsonb('preferences').$type<Preferences>().notNull(),
  createdAt: moment('created_at').notNull(),
})

const personId = () => uuid('person_id').references(() => person.id).notNull()

/** Who did what and when; the database refuses to change or remove a row. */
export const trail = pgTable('trail', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  at: moment('at').notNull(),
  /** empty for what the program did by itself: a bell that rang */
  personId: uuid('person_id').references(() => person.id),
  jobId: uuid('job_id'),
  verb: text('verb').notNull(),
  subjectId: uuid('subject_id'),
  detail: jsonb('detail').$type<Record<string, unknown>>().notNull().default({}),
}, table => [index('trail_job').on(table.jobId, table.id)])

export const craft = pgTable('craft', {
  id: id(),
  name: text('name').notNull(),
  kind: text('kind').$type<CraftKind>().notNull(),
})

export const job = pgTable('job', {
  id: id(),
  craftId: uuid('craft_id').references(() => craft.id).notNull(),
  tankName: text('tank_name').notNull(),
  tankKind: text('tank_kind').notNull(),
  material: text('material').$type<TankMaterial>().notNull(),
  capacity: doublePrecision('capacity').notNull(),
  wallGive: doublePrecision('wall_give').notNull(),
  fuel: text('fuel').$type<FuelKey>().notNull(),
  pressureLimit: doublePrecision('pressure_limit').notNull(),
  limitSource: text('limit_source').notNull(),
  /** acceptance limit, Pa·m3/s */
  acceptance: doublePrecision('acceptance').notNull(),
  complaint: jsonb('complaint').$type<Complaint>().notNull(),
  /** grows with each edit, so that a second editor is told */
  revision: integer('revision').notNull().default(1),
  openedAt: moment('opened_at').notNull(),
  openedBy: uuid('opened_by').references(() => person.id).notNull(),
  /** what the simulated tank of this job hides; empty until a stand-in hold is set up */
  hiddenTank: jsonb('hidden_tank').$type<HiddenTank>(),
}, table => [check('job_capacity', sql`${table.capacity} > 0`), check('job_limit', sql`${table.pressureLimit} > 0`)])

const jobId = () => uuid('job_id').references(() => job.id).notNull()

export const part = pgTable('part', {
  id: id(),
  jobId: jobId(),
  name: text('name').notNull(),
  family: text('family').$type<PartFamily>().notNull(),
  shape: jsonb('shape').$type<PartShape>().notNull(),
  opening: boolean('opening').notNull(),
  position: integer('position').notNull(),
  removedAt: moment('removed_at'),
}, table => [index('part_job').on(table.jobId)])

export const cautionsRead = pgTable('cautions_read', {
  jobId: uuid('job_id').references(() => job.id).primaryKey(),
  personId: personId(),
  at: moment('at').notNull(),
  cautions: jsonb('cautions').$type<string[]>().notNull(),
})

export const hold = pgTable('hold', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  state: text('state').$type<HoldState>().notNull(),
  source: text('source').$type<HoldSource>().notNull(),
  setup: jsonb('setup').$type<HoldSetup>().notNull(),
  closures: jsonb('closures').$type<Record<string, Closure>>().notNull(),
  reached: jsonb('reached').$type<string[]>().notNull(),
  hasThermometer: boolean('has_thermometer').notNull(),
  hasBarometer: boolean('has_barometer').notNull(),
  earlyReason: text('early_reason'),
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

/** Gauges, thermometers, barometers, rigs and pumps of the shop. */
export const kitItem = pgTable('kit_item', {
  id: id(),
  name: text('name').notNull(),
  facts: jsonb('facts').$type<KitFacts>().notNull(),
  calibratedAt: moment('calibrated_at'),
  calibrationDue: moment('calibration_due'),
  retiredAt: moment('retired_at'),
})

/** A dead-ended rig held on its own, with its readings; the latest of a rig says what it leaks. */
export const rigCheck = pgTable('rig_check', {
  id: id(),
  kitId: uuid('kit_id').references(() => kitItem.id).notNull(),
  setup: jsonb('setup').$type<HoldSetup>().notNull(),
  readings: jsonb('readings').$type<Reading[]>().notNull(),
  estimate: jsonb('estimate').$type<HoldEstimate>().notNull(),
  simulated: boolean('simulated').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('rig_check_kit').on(table.kitId)])

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

/** A balloon tied over an opening; what it says is derived from its girths. */
export const balloon = pgTable('balloon', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  setup: jsonb('setup').$type<BalloonSetup>().notNull(),
  closures: jsonb('closures').$type<Record<string, Closure>>().notNull(),
  reached: jsonb('reached').$type<string[]>().notNull(),
  earlyReason: text('early_reason'),
  startedBy: uuid('started_by').references(() => person.id).notNull(),
  startedAt: moment('started_at').notNull(),
  stoppedAt: moment('stopped_at'),
}, table => [unique('balloon_number').on(table.jobId, table.number)])

export const girth = pgTable('girth', {
  id: id(),
  balloonId: uuid('balloon_id').references(() => balloon.id).notNull(),
  at: moment('at').notNull(),
  girth: doublePrecision('girth').notNull(),
  controlGirth: doublePrecision('control_girth'),
  temperature: doublePrecision('temperature'),
  barometer: doublePrecision('barometer'),
  personId: personId(),
}, table => [unique('girth_at').on(table.balloonId, table.at)])

export const soap = pgTable('soap', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  pressure: doublePrecision('pressure').notNull(),
  earlyReason: text('early_reason'),
  startedBy: uuid('started_by').references(() => person.id).notNull(),
  startedAt: moment('started_at').notNull(),
  stoppedAt: moment('stopped_at'),
}, table => [unique('soap_number').on(table.jobId, table.number)])

/** Every marking of a part; the latest counts, the earlier ones stay. */
export const soapMark = pgTable('soap_mark', {
  id: id(),
  soapId: uuid('soap_id').references(() => soap.id).notNull(),
  partId: uuid('part_id').references(() => part.id).notNull(),
  mark: text('mark').$type<SoapMark>().notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('soap_mark_soap').on(table.soapId)])

export const leak = pgTable('leak', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  partId: uuid('part_id').references(() => part.id).notNull(),
}, table => [unique('leak_number').on(table.jobId, table.number)])

export const find = pgTable('find', {
  id: id(),
  leakId: uuid('leak_id').references(() => leak.id).notNull(),
  soapId: uuid('soap_id').references(() => soap.id).notNull(),
  seen: text('seen').$type<'foams' | 'bubbles'>().notNull(),
  /** ends of the leak on the map, drawn as hash marks */
  x1: doublePrecision('x1').notNull(),
  y1: doublePrecision('y1').notNull(),
  x2: doublePrecision('x2').notNull(),
  y2: doublePrecision('y2').notNull(),
  length: doublePrecision('length').notNull(),
  note: text('note').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('find_leak').on(table.leakId)])

export const repair = pgTable('repair', {
  id: id(),
  leakId: uuid('leak_id').references(() => leak.id).notNull(),
  method: text('method').notNull(),
  material: text('material').notNull(),
  batch: text('batch').notNull(),
  temperature: doublePrecision('temperature').notNull(),
  note: text('note').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
  /** s of the cure clock at the sheet's temperature, as it was when applied */
  cureTime: doublePrecision('cure_time').notNull(),
  curedAt: moment('cured_at').notNull(),
}, table => [index('repair_leak').on(table.leakId)])

export const touch = pgTable('touch', {
  id: id(),
  jobId: jobId(),
  partIds: jsonb('part_ids').$type<string[]>().notNull(),
  kind: text('kind').$type<TouchKind>().notNull(),
  note: text('note').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('touch_job').on(table.jobId)])

/** A correction: the entry it names no longer counts, and stays readable with the reason. */
export const strike = pgTable('strike', {
  id: id(),
  jobId: jobId(),
  subjectId: uuid('subject_id').notNull().unique(),
  reason: text('reason').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
})

export const bell = pgTable('bell', {
  id: id(),
  jobId: jobId(),
  kind: text('kind').$type<BellKind>().notNull(),
  subjectId: uuid('subject_id').notNull(),
  title: text('title').notNull(),
  detail: text('detail').notNull(),
  dueAt: moment('due_at').notNull(),
  rungAt: moment('rung_at'),
  answeredAt: moment('answered_at'),
  answeredBy: uuid('answered_by').references(() => person.id),
}, table => [unique('bell_subject').on(table.kind, table.subjectId), index('bell_due').on(table.dueAt)])
