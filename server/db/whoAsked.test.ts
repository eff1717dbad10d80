import { setTimeout } from 'node:timers/promises'
import { sql } from 'drizzle-orm'
import { openTestShop } from '../services/ground/testShop'
import { database, databasePool, inTransaction } from './client'
import { whileAsked } from './whoAsked'

let shop: { close: () => Promise<void> }
beforeAll(async () => {
  shop = await openTestShop()
}, 60_000)
afterAll(() => shop.close())

const sleep = () => database().execute(sql`select pg_sleep(60)`)
const asleep = async () => {
  const { rows } = await database().execute<{ n: number }>(
    sql`select count(*)::int as n from pg_stat_activity where datname = current_database() and query like 'select pg_sleep(%' and state = 'active'`,
  )
  return rows[0]!.n
}
async function untilAsleep(n: number) {
  for (let k = 0; k < 200 && (await asleep()) !== n; k++) await setTimeout(25)
  expect(await asleep()).toBe(n)
}

test('a statement ends with whoever asked for it, and its connection serves the next one', async () => {
  const gone = new AbortController()
  const left = whileAsked(gone.signal, sleep).catch((error: Error) => error)
  await untilAsleep(1)
  gone.abort(new Error('gone'))
  expect(await left).toMatchObject({ cause: { message: 'gone' } })
  await untilAsleep(0)
  // All connections, one after the other and at once: none has a cancelling left over.
  for (let round = 0; round < 5; round++)
    expect(await Promise.all(Array.from({ length: 12 }, () => database().execute(sql`select 1 as n`)))).toHaveLength(12)
})

test('nothing is sent for somebody who has gone', async () => {
  const work = whileAsked(AbortSignal.abort(new Error('gone')), () => database().execute(sql`select 1`))
  await expect(work).rejects.toMatchObject({ cause: { message: 'gone' } })
})

test('what others wait for goes on, in the pool’s queue as well', async () => {
  const gone = new AbortController()
  const left = Array.from({ length: 12 }, () => whileAsked(gone.signal, sleep).catch(() => 'left'))
  await untilAsleepBeside()
  const waiting = Array.from({ length: 20 }, (_, n) => database().execute<{ n: number }>(sql`select ${n}::int as n`))
  const lateComer = whileAsked(gone.signal, () => database().execute(sql`select 1`)).catch(() => 'left')
  gone.abort(new Error('gone'))
  expect((await Promise.all(waiting)).map(({ rows }) => rows[0]!.n)).toEqual(Array.from({ length: 20 }, (_, n) => n))
  expect(await Promise.all([...left, lateComer])).toEqual(Array(13).fill('left'))

  /** All twelve are taken, so that nobody can ask how many sleep. */
  async function untilAsleepBeside() {
    for (let k = 0; k < 200 && databasePool().idleCount + 12 - databasePool().totalCount > 0; k++) await setTimeout(25)
    await setTimeout(200)
  }
})

test('of a transaction that is left nothing is kept', async () => {
  await database().execute(sql`create table if not exists tried (n int)`)
  const gone = new AbortController()
  const left = whileAsked(gone.signal, () =>
    inTransaction(async tx => {
      await tx.execute(sql`insert into tried values (1)`)
      await tx.execute(sql`select pg_sleep(60)`)
    }),
  ).catch(() => 'left')
  await untilAsleep(1)
  gone.abort(new Error('gone'))
  expect(await left).toBe('left')
  expect((await database().execute(sql`select * from tried`)).rows).toEqual([])
})

test('no statement goes on for ever', async () => {
  expect((await database().execute(sql`show statement_timeout`)).rows).toEqual([{ statement_timeout: '30s' }])
  expect((await database().execute(sql`show idle_in_transaction_session_timeout`)).rows).toEqual([
    { idle_in_transaction_session_timeout: '10min' },
  ])
})
