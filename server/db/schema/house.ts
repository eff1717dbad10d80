import { jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import { moment } from './columns'

/** What the program itself last did, one row a thing: its beat, its backups, jumps of the machine's clock. */
export const houseState = pgTable('house_state', {
  key: text('key').primaryKey(),
  at: moment('at').notNull(),
  facts: jsonb('facts').$type<Record<string, unknown>>().notNull(),
})
