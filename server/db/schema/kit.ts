import { jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { InstrumentSight } from '../../../shared/schemas/sight'
import type { KitFacts } from '../../../shared/schemas/kit'
import { id, moment } from './columns'

/** Gauges, thermometers, barometers, rigs and pumps of the shop. */
export const kitItem = pgTable('kit_item', {
  id: id(),
  name: text('name').notNull(),
  facts: jsonb('facts').$type<KitFacts>().notNull(),
  /** how a phone last saw it; empty where none did */
  sight: jsonb('sight').$type<InstrumentSight>(),
  calibratedAt: moment('calibrated_at'),
  calibrationDue: moment('calibration_due'),
  retiredAt: moment('retired_at'),
  /** when what it is was last changed: a rig's check of before says nothing of it; empty where it never was */
  changedAt: moment('changed_at'),
})
