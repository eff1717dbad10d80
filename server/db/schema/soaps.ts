import { doublePrecision, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import type { Closure } from '../../../core/circuit/boundary'
import type { LinkState } from '../../../core/circuit/circuit'
import type { SoapMark } from '../../../core/leaktest/soap/soap'
import type { Relief } from '../../../shared/schemas/setup'
import { id, moment } from './columns'
import { jobId, part } from './jobs'
import { person, personId } from './people'

export const soap = pgTable('soap', {
  id: id(),
  jobId: jobId(),
  number: integer('number').notNull(),
  pressure: doublePrecision('pressure').notNull(),
  closures: jsonb('closures').$type<Record<string, Closure>>().notNull().default({}),
  links: jsonb('links').$type<Record<string, LinkState>>().notNull().default({}),
  /** parts that were under pressure */
  reached: jsonb('reached').$type<string[]>().notNull().default([]),
  relief: jsonb('relief').$type<Relief>(),
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
