import { customType, timestamp, uuid } from 'drizzle-orm/pg-core'

// Quantities are SI in every column; times are with time zone. Nothing that can be derived has a column.

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
export const id = () => uuid('id').primaryKey()
export const bytes = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'bytea' })
