import { doublePrecision, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { Closure } from '../../../core/circuit/boundary'
import type { LinkState } from '../../../core/circuit/circuit'
import type { BalloonSetup } from '../../../core/leaktest/balloon/balloon'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { person, personId } from './people'

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
