import { boolean, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { TestSetup } from '../../../core/circuit/reach'
import type { ProbeMethod, PurchaseReason, PurchaseStep } from '../../../shared/schemas/narrow'
import type { Relief } from '../../../shared/leaktest/setupForm'
import { id, moment } from './columns'
import { jobId, part } from './jobs'
import { personId } from './people'

/** Every answer to a check; of each check the latest counts. */
export const checkAnswer = pgTable(
  'check_answer',
  {
    id: id(),
    jobId: jobId(),
    check: text('check_key').notNull(),
    outcome: text('outcome').notNull(),
    /** when it was done before, or why it cannot be done */
    note: text('note').notNull().default(''),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('check_answer_job').on(table.jobId)],
)

/** A set-up that was tried while halving, and whether it leaked. */
export const probe = pgTable(
  'probe',
  {
    id: id(),
    jobId: jobId(),
    method: text('method').$type<ProbeMethod>().notNull(),
    setup: jsonb('setup').$type<TestSetup>().notNull(),
    reached: jsonb('reached').$type<string[]>().notNull(),
    leaks: boolean('leaks').notNull(),
    relief: jsonb('relief').$type<Relief>(),
    earlyReason: text('early_reason'),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('probe_job').on(table.jobId)],
)

/** What a job turned out to be, as somebody said it. */
export const outcome = pgTable(
  'outcome',
  {
    id: id(),
    jobId: jobId(),
    cause: text('cause').notNull(),
    partId: uuid('part_id').references(() => part.id),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('outcome_job').on(table.jobId)],
)

/** Something to get for a job; where it stands is its latest step. */
export const purchase = pgTable(
  'purchase',
  {
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
  },
  table => [index('purchase_job').on(table.jobId)],
)

export const purchaseStep = pgTable(
  'purchase_step',
  {
    id: id(),
    purchaseId: uuid('purchase_id')
      .references(() => purchase.id)
      .notNull(),
    step: text('step').$type<PurchaseStep>().notNull(),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('purchase_step_purchase').on(table.purchaseId)],
)
