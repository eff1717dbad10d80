import { boolean, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { TestSetup } from '../../../core/circuit/reach'
import type { BallReading, FlowTube } from '../../../core/leaktest/flowtube/flowTube'
import type { SmokeEvent } from '../../../core/leaktest/smoke/smoke'
import type { Relief } from '../../../shared/schemas/setup'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { person, personId } from './people'

/** Leaves a member out of each kind of a union. */
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

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
  relief: jsonb('relief').$type<Relief>(),
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
