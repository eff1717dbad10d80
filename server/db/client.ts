import { drizzle } from 'drizzle-orm/node-postgres'
import type { PgTransactionConfig } from 'drizzle-orm/pg-core'
import type pg from 'pg'
import * as schema from './schema'
import { poolFor } from './whoAsked'

type Database = ReturnType<typeof openDatabase>['db']
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Longest that a statement of the program may take, and a transaction may wait for the program, ms. */
const LONGEST_STATEMENT = 30_000
const LONGEST_PAUSE = 600_000

/**
 * Opens a pool on a PostgreSQL server.
 * @param url a postgres:// address
 * @param longest that a statement may take, ms; 0 for no limit
 */
export function openDatabase(url: string, longest = LONGEST_STATEMENT) {
  const pool = poolFor(url, {
    max: 12,
    statement_timeout: longest,
    idle_in_transaction_session_timeout: LONGEST_PAUSE,
    // To compile a statement takes longer than all that is asked here.
    options: '-c jit=off',
  })
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

const overConnection = (client: pg.PoolClient) => drizzle(client, { schema })
type Connection = ReturnType<typeof overConnection>
const connections = new WeakMap<pg.PoolClient, Connection>()
const connectionOf = new WeakMap<object, Connection>()

/** All of some work or none of it. @throws what the work throws, after which nothing of it was done */
export async function inTransaction<T>(work: (tx: Transaction) => Promise<T>, config?: PgTransactionConfig): Promise<T> {
  const client = await databasePool().connect()
  const connection = connections.get(client) ?? overConnection(client)
  connections.set(client, connection)
  try {
    return await connection.transaction(tx => {
      connectionOf.set(tx, connection)
      return work(tx)
    }, config)
  } finally {
    client.release()
  }
}

type Reader = Pick<Transaction, 'query'>
interface Prepared<Row, Values> {
  execute: (values?: Record<string, unknown> & Values) => Promise<Row>
}

/**
 * A statement with placeholders that is written once a connection: to write one that reads a whole job takes longer than the database
 * takes to answer it.
 * @param name of its own
 */
export function statement<Row, Values>(
  name: string,
  written: (reader: Reader) => { prepare: (name: string) => Prepared<Row, Values> },
) {
  const prepared = new WeakMap<Reader, Prepared<Row, Values>>()
  return (reader: Reader, values: Record<string, unknown> & Values): Promise<Row> => {
    const on = connectionOf.get(reader) ?? reader
    const its = prepared.get(on) ?? written(on).prepare(name)
    prepared.set(on, its)
    return its.execute(values)
  }
}
