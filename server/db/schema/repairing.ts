import { sql } from 'drizzle-orm'
import { boolean, check, doublePrecision, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { WetLookKey } from '../../../core/leaktest/wet/wetLooks'
import type { ProofOutcome } from '../../../core/ledger/proof/proofOf'
import type { Defect } from '../../../core/repair/defect/defect'
import type { RepairMaterialKey } from '../../../core/repair/material/repairMaterials'
import type { RepairMethodKey } from '../../../core/repair/method/repairMethods'
import type { StagedMethod } from '../../../core/repair/stage/stages'
import type { ApprovalStep } from '../../../shared/schemas/approval'
import type { NewTankOutcome } from '../../../shared/schemas/newTank'
import type { ChosenOption } from '../../../shared/schemas/choice'
import type { RunFacts, RunKind } from '../../../shared/repair/runEntries'
import type { SheetFacts } from '../../../shared/schemas/materials'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { leak } from './leaks'
import { personId } from './people'

const saidBy = () => ({ personId: personId(), at: moment('at').notNull() })

/** What is there, as somebody filled in the card of a leak; the last one counts. */
export const defectCard = pgTable(
  'defect_card',
  {
    id: id(),
    jobId: jobId(),
    leakId: uuid('leak_id')
      .references(() => leak.id)
      .notNull(),
    defect: jsonb('defect').$type<Defect>().notNull(),
    ...saidBy(),
  },
  table => [index('defect_card_job').on(table.jobId)],
)

/** Approved data for a repair on what flies: asked for, then granted under a reference or refused. */
export const approval = pgTable(
  'approval',
  {
    id: id(),
    jobId: jobId(),
    method: text('method').$type<RepairMethodKey>().notNull(),
    step: text('step').$type<ApprovalStep>().notNull(),
    reference: text('reference').notNull(),
    note: text('note').notNull(),
    ...saidBy(),
  },
  table => [index('approval_job').on(table.jobId)],
)

/** Which way of mending was chosen, with what the owner could choose from. */
export const repairChoice = pgTable(
  'repair_choice',
  {
    id: id(),
    jobId: jobId(),
    leakId: uuid('leak_id')
      .references(() => leak.id)
      .notNull(),
    method: text('method').$type<RepairMethodKey>().notNull(),
    /** as they were weighed up then */
    options: jsonb('options').$type<ChosenOption[]>().notNull(),
    by: text('chosen_by').notNull(),
    note: text('note').notNull(),
    ...saidBy(),
  },
  table => [index('repair_choice_job').on(table.jobId)],
)

/** A repair that is made stage by stage. */
export const repairRun = pgTable(
  'repair_run',
  {
    id: id(),
    jobId: jobId(),
    leakIds: jsonb('leak_ids').$type<string[]>().notNull(),
    partIds: jsonb('part_ids').$type<string[]>().notNull(),
    method: text('method').$type<StagedMethod>().notNull(),
    material: text('material').$type<RepairMaterialKey>().notNull(),
    sheetId: uuid('sheet_id').references(() => materialSheet.id),
    until: moment('until'),
    untilReason: text('until_reason').notNull(),
    notUsedUntil: text('not_used_until').notNull(),
    /** its stages are practised on a clock that can run fast */
    simulated: boolean('simulated').notNull(),
    ...saidBy(),
  },
  table => [index('repair_run_job').on(table.jobId)],
)

/** What people did in a run. Nothing of how far it is has a column. */
export const runEntry = pgTable(
  'run_entry',
  {
    id: id(),
    runId: uuid('run_id')
      .references(() => repairRun.id)
      .notNull(),
    kind: text('kind').$type<RunKind>().notNull(),
    facts: jsonb('facts').$type<RunFacts>().notNull(),
    ...saidBy(),
  },
  table => [index('run_entry_run').on(table.runId)],
)

/** Sheets of materials in hand, beside what is usual of their family. */
export const materialSheet = pgTable('material_sheet', {
  id: id(),
  name: text('name').notNull(),
  material: text('material').$type<RepairMaterialKey>().notNull(),
  facts: jsonb('facts').$type<SheetFacts>().notNull(),
  retiredAt: moment('retired_at'),
})

/** Tins and cartridges of the shop. */
export const lot = pgTable(
  'lot',
  {
    id: id(),
    material: text('material').$type<RepairMaterialKey>().notNull(),
    sheetId: uuid('sheet_id').references(() => materialSheet.id),
    batch: text('batch').notNull(),
    code: text('code').notNull(),
    /** kg, as it came */
    mass: doublePrecision('mass').notNull(),
    openedAt: moment('opened_at'),
    expiresAt: moment('expires_at'),
    retiredAt: moment('retired_at'),
  },
  table => [check('lot_mass', sql`${table.mass} > 0`)],
)

/** What was taken of a lot, and why although it was too old. */
export const lotUse = pgTable(
  'lot_use',
  {
    id: id(),
    lotId: uuid('lot_id')
      .references(() => lot.id)
      .notNull(),
    jobId: jobId(),
    runId: uuid('run_id').references(() => repairRun.id),
    /** kg */
    mass: doublePrecision('mass').notNull(),
    reason: text('reason').notNull(),
    ...saidBy(),
  },
  table => [index('lot_use_lot').on(table.lotId), check('lot_use_mass', sql`${table.mass} > 0`)],
)

/** A step in use between sealed and proved, as somebody recorded it. */
export const proofEntry = pgTable(
  'proof_entry',
  {
    id: id(),
    jobId: jobId(),
    step: text('step').notNull(),
    outcome: text('outcome').$type<ProofOutcome>().notNull(),
    /** s */
    watched: doublePrecision('watched'),
    /** how it was looked at, m that it went, and rad that it leant; null where nobody said */
    look: text('look').$type<WetLookKey>(),
    distance: doublePrecision('distance'),
    tilt: doublePrecision('tilt'),
    note: text('note').notNull(),
    ...saidBy(),
  },
  table => [index('proof_entry_job').on(table.jobId)],
)

/** What was checked, carried across and filled as a new tank goes in. */
export const newTankEntry = pgTable(
  'new_tank_entry',
  {
    id: id(),
    jobId: jobId(),
    item: text('item').notNull(),
    outcome: text('outcome').$type<NewTankOutcome>().notNull(),
    note: text('note').notNull(),
    ...saidBy(),
  },
  table => [index('new_tank_entry_job').on(table.jobId)],
)

/** Figures of the shop that are typed once: its rate, what idleness costs, prices of parts. */
export const shopFigure = pgTable('shop_figure', {
  key: text('key').primaryKey(),
  value: doublePrecision('value').notNull(),
  ...saidBy(),
})
