import { sql } from 'drizzle-orm'
import { check, doublePrecision, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { RepairMaterialKey } from '../../../core/repair/material/repairMaterials'
import type { SheetFacts } from '../../../shared/schemas/materials'
import { id, moment } from './columns'
import { jobId } from './jobs'
import { personId } from './people'

const saidBy = () => ({ personId: personId(), at: moment('at').notNull() })

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
    /** the repair, stage by stage, for which it was taken */
    runId: uuid('run_id'),
    /** kg */
    mass: doublePrecision('mass').notNull(),
    reason: text('reason').notNull(),
    ...saidBy(),
  },
  table => [index('lot_use_lot').on(table.lotId), check('lot_use_mass', sql`${table.mass} > 0`)],
)

/** Figures of the shop that are typed once: its rate, what idleness costs, prices of parts. */
export const shopFigure = pgTable('shop_figure', {
  key: text('key').primaryKey(),
  value: doublePrecision('value').notNull(),
  ...saidBy(),
})
