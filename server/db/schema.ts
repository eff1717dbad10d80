import { sql } from 'drizzle-orm'
import { bigserial, boolean, check, customType, doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, timestamp, unique, uuid } from 'drizzle-orm/pg-core'
import type { Closure, PartFamily, PartShape } from '../../core/circuit/boundary'
import { PLAIN_CIRCUIT, type Circuit, type LinkState } from '../../core/circuit/circuit'
import type { TestSetup } from '../../core/circuit/reach'
import type { BallReading, FlowTube } from '../../core/leaktest/flowTube'
import type { SmokeEvent } from '../../core/leaktest/smoke'
import type { CraftKind, TankMaterial } from '../../core/circuit/tankKinds'
import type { FuelKey } from '../../core/fuel/fuels'
import { USUAL_PLAN, type WorkPlan } from '../../core/fuel/makeSafe'
import type { TouchKind } from '../../core/ledger/ledger'
import type { BalloonSetup } from '../../core/leaktest/balloon'
import type { HoldEstimate, HoldSetup, Reading } from '../../core/leaktest/hold'
import type { PressureScale } from '../../core/leaktest/pressureScale'
import type { SoapMark } from '../../core/leaktest/soap'
import type { Complaint } from '../../shared/schemas/job'
import type { ProbeMethod, PurchaseReason, PurchaseStep } from '../../shared/schemas/narrow'
import type { FindLook } from '../../shared/schemas/soap'
import type { HoldKit, HoldSource, HoldState, MarkKind } from '../../shared/schemas/hold'
import type { KitFacts } from '../../shared/schemas/kit'
import type { Preferences, Role } from '../../shared/schemas/person'
import type { HoldClock } from '../../shared/holdClock'
import type { BellKind } from '../../shared/views'
import type { HiddenTank } from '../services/hiddenTank'

// Quantities are SI in every column; times are with time zone. Nothing that can be derived has a column.

/** Leaves a member out of each kind of a union. */
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
const id = () => uuid('id').primaryKey()
const bytes = customType<{ data: Buffer, driverData: Buffer }>({ dataType: () => 'bytea' })

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
  /** year in which it was built */
  built: integer('built'),
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
  /** where the work is done and what is planned */
  plan: jsonb('plan').$type<WorkPlan>().notNull().default(USUAL_PLAN),
  /** spaces and the links between them; the parts are tied to them */
  circuit: jsonb('circuit').$type<Circuit>().notNull().default(PLAIN_CIRCUIT),
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
  /** the space of the circuit that it closes, and the valve that it is */
  space: text('space').default('tank'),
  link: text('link'),
  position: integer('position').notNull(),
  removedAt: moment('removed_at'),
}, table => [index('part_job').on(table.jobId)])

/** That a person read a caution, and what called for it then: another act or place brings it back. */
export const cautionRead = pgTable('caution_read', {
  id: id(),
  jobId: jobId(),
  caution: text('caution').notNull(),
  calledBy: jsonb('called_by').$type<string[]>().notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('caution_read_job').on(table.jobId)])

/** A gas meter's reading at one point of the tank. */
export const gasReading = pgTable('gas_reading', {
  id: id(),
  jobId: jobId(),
  point: text('point').notNull(),
  /** share of the lower explosive limit */
  explosive: doublePrecision('explosive').notNull(),
  /** volume fraction */
  oxygen: doublePrecision('oxygen'),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('gas_reading_job').on(table.jobId)])

/** Fuel that came out, and what the gauge had said. */
export const drained = pgTable('drained', {
  id: id(),
  jobId: jobId(),
  volume: doublePrecision('volume').notNull(),
  method: text('method').notNull(),
  gaugeShown: doublePrecision('gauge_shown'),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('drained_job').on(table.jobId)])

/** Flame or arc by a licensed shop: its certificate, as somebody recorded it. */
export const hotWork = pgTable('hot_work', {
  id: id(),
  jobId: jobId(),
  shop: text('shop').notNull(),
  certificate: text('certificate').notNull(),
  issuedOn: text('issued_on').notNull(),
  what: text('what').notNull(),
  note: text('note').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('hot_work_job').on(table.jobId)])

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
  links: jsonb('links').$type<Record<string, LinkState>>().notNull().default({}),
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
  closures: jsonb('closures').$type<Record<string, Closure>>().notNull().default({}),
  links: jsonb('links').$type<Record<string, LinkState>>().notNull().default({}),
  /** parts that were under pressure */
  reached: jsonb('reached').$type<string[]>().notNull().default([]),
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

/** Smoke fed into the circuit; all that was done and seen are its events. */
export const smoke = pgTable('smoke', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  setup: jsonb('setup').$type<TestSetup>().notNull(),
  tube: jsonb('tube').$type<FlowTube>().notNull(),
  /** what the tube showed with the machine dead-ended */
  own: jsonb('own').$type<BallReading>().notNull(),
  simulated: boolean('simulated').notNull(),
  earlyReason: text('early_reason'),
  startedBy: uuid('started_by').references(() => person.id).notNull(),
  startedAt: moment('started_at').notNull(),
  stoppedAt: moment('stopped_at'),
}, table => [unique('smoke_number').on(table.jobId, table.number)])

export const smokeEvent = pgTable('smoke_event', {
  id: id(),
  smokeId: uuid('smoke_id').references(() => smoke.id).notNull(),
  at: moment('at').notNull(),
  /** what happened, without its time */
  event: jsonb('event').$type<DistributiveOmit<SmokeEvent, 'at'>>().notNull(),
  personId: personId(),
}, table => [index('smoke_event_smoke').on(table.smokeId)])

/** Every answer to a check; of each check the latest counts. */
export const checkAnswer = pgTable('check_answer', {
  id: id(),
  jobId: jobId(),
  check: text('check_key').notNull(),
  outcome: text('outcome').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('check_answer_job').on(table.jobId)])

/** A set-up that was tried while halving, and whether it leaked. */
export const probe = pgTable('probe', {
  id: id(),
  jobId: jobId(),
  method: text('method').$type<ProbeMethod>().notNull(),
  setup: jsonb('setup').$type<TestSetup>().notNull(),
  reached: jsonb('reached').$type<string[]>().notNull(),
  leaks: boolean('leaks').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('probe_job').on(table.jobId)])

/** What a job turned out to be, as somebody said it. */
export const outcome = pgTable('outcome', {
  id: id(),
  jobId: jobId(),
  cause: text('cause').notNull(),
  partId: uuid('part_id').references(() => part.id),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('outcome_job').on(table.jobId)])

/** Something to get for a job; where it stands is its latest step. */
export const purchase = pgTable('purchase', {
  id: id(),
  jobId: jobId(),
  name: text('name').notNull(),
  reason: text('reason').$type<PurchaseReason>().notNull(),
  measure: text('measure').notNull(),
  cause: text('cause'),
  /** the thing on the rebuild list that waits for it */
  fixing: text('fixing'),
  /** days from order to arrival, as the supplier says */
  leadDays: integer('lead_days'),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('purchase_job').on(table.jobId)])

export const purchaseStep = pgTable('purchase_step', {
  id: id(),
  purchaseId: uuid('purchase_id').references(() => purchase.id).notNull(),
  step: text('step').$type<PurchaseStep>().notNull(),
  note: text('note').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('purchase_step_purchase').on(table.purchaseId)])

/** A photograph without place data, with a small one for lists. */
export const photo = pgTable('photo', {
  id: id(),
  jobId: jobId(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  note: text('note').notNull(),
  picture: bytes('picture').notNull(),
  thumbnail: bytes('thumbnail').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('photo_job').on(table.jobId)])

/** Something that came off, as one line of the strip list. */
export const stripEntry = pgTable('strip_entry', {
  id: id(),
  jobId: jobId(),
  /** the fixing of the circuit that it is; empty for what only this craft has */
  fixing: text('fixing'),
  name: text('name').notNull(),
  mark: text('mark').notNull(),
  facing: text('facing').notNull(),
  fastener: text('fastener').notNull(),
  /** N·m, as it is to be tightened again */
  torque: doublePrecision('torque'),
  condition: text('condition').notNull(),
  photoId: uuid('photo_id').references(() => photo.id),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('strip_entry_job').on(table.jobId)])

/** That something which came off is on again, ticked once. */
export const refit = pgTable('refit', {
  id: id(),
  entryId: uuid('entry_id').references(() => stripEntry.id).notNull().unique(),
  /** how it looks now */
  photoId: uuid('photo_id').references(() => photo.id),
  personId: personId(),
  at: moment('at').notNull(),
})

export const leak = pgTable('leak', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  partId: uuid('part_id').references(() => part.id).notNull(),
}, table => [unique('leak_number').on(table.jobId, table.number)])

export const find = pgTable('find', {
  id: id(),
  leakId: uuid('leak_id').references(() => leak.id).notNull(),
  /** the test that found it: one of the two */
  soapId: uuid('soap_id').references(() => soap.id),
  smokeId: uuid('smoke_id').references(() => smoke.id),
  seen: text('seen').$type<FindLook>().notNull(),
  /** ends of the leak on the map, drawn as hash marks */
  x1: doublePrecision('x1').notNull(),
  y1: doublePrecision('y1').notNull(),
  x2: doublePrecision('x2').notNull(),
  y2: doublePrecision('y2').notNull(),
  length: doublePrecision('length').notNull(),
  note: text('note').notNull(),
  personId: personId(),
  at: moment('at').notNull(),
}, table => [index('find_leak').on(table.leakId), check('find_of_one_test', sql`(${table.soapId} is null) <> (${table.smokeId} is null)`)])

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
