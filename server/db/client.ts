import { drizzle } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import * as schema from './schema'

export type Database = ReturnType<typeof openDatabase>['db']
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Opens a pool on a PostgreSQL server. @param url a postgres:// address */
export function openDatabase(url: string) {
  const pool = new pg.Pool({ connectionString: url, max: 12 })
  // A server that restarts drops idle connections; the next query opens another.
  pool.on('error', () => {})
  return { db: drizzle(pool, { schema }), pool }
}

let opened: ReturnType<typeof openDatabase> | undefined

/** The application's database, at DATABASE_URL. @throws Error when that is not set */
export function database() {
  if (!opened) {
    const url = process.env.DATABASE_URL
    if (!url) throw new Error('DATABASE_URL is not set: start the program with ./zinc.')
    opened = openDatabase(url)
  }
  return opened.db
}

/** The pool of the application's database, for packages that bring queries of their own. @throws Error as `database` does */
export function databasePool(): pg.Pool {
  database()
  return opened!.pool
}

/** Closes the pool, for scripts that end. */
export async function closeDatabase() {
  await opened?.pool.end()
  opened = undefined
}
