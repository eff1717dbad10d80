import { sql } from 'drizzle-orm'
import { check, doublePrecision, index, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core'
import { id, moment } from './columns'
import { personId } from './people'

/** What was read off the shop's thermometer, typed or from a logger's file: cures go by it. */
export const shopTemperature = pgTable(
  'shop_temperature',
  {
    id: id(),
    at: moment('at').notNull(),
    source: text('source').$type<'typed' | 'file'>().notNull(),
    /** K */
    temperature: doublePrecision('temperature'),
    /** K, the lowest since a moment */
    lowest: doublePrecision('lowest'),
    since: moment('since'),
    personId: personId(),
    /** why it no longer counts */
    struck: text('struck'),
  },
  table => [
    // A file that is sent twice is one; two people may read it in the same moment.
    uniqueIndex('shop_temperature_file')
      .on(table.at)
      .where(sql`${table.source} = 'file'`),
    index('shop_temperature_at').on(table.at),
    check('shop_temperature_says', sql`${table.temperature} is not null or ${table.lowest} is not null`),
    check('shop_temperature_since', sql`(${table.lowest} is null) = (${table.since} is null)`),
  ],
)
