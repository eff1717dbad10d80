import { boolean, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { HoldEstimate, HoldSetup, Reading } from '../../../core/hold/hold'
import type { KitFacts } from '../../../shared/schemas/kit'
import { id, moment } from './columns'
import { personId } from './people'

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
