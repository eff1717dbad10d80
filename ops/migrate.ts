import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { openDatabase } from '../server/db/client'

/** Brings the database at DATABASE_URL to the committed migrations. */
const { db, pool } = openDatabase(process.env.DATABASE_URL!)
await migrate(db, { migrationsFolder: new URL('../server/db/migrations', import.meta.url).pathname })
await pool.end()
