import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import pg from 'pg'
import { openTestShop } from '../../services/shop/testShop'
import { moved, putShop, takeShop, type KeptShop } from './keptShop'
import { makeDemo } from './makeDemo'

const kept = JSON.parse(gunzipSync(readFileSync(join(process.cwd(), 'server/db/demo/demo.json.gz'))).toString()) as KeptShop

const ID = /^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/
/** What is drawn anew each time: ids, salts, and the moment at which a row was written. */
function drawnAnew(value: unknown): unknown {
  if (typeof value === 'string')
    return ID.test(value) || value.startsWith('$scrypt$') || /^\d{4}-\d\d-\d\dT/.test(value) ? '' : value
  if (typeof value === 'number') return value > 1.5e12 ? 0 : value
  if (Array.isArray(value)) return value.map(drawnAnew)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .map(([key, each]) => [ID.test(key) ? '' : key, drawnAnew(each)] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  )
}
const said = ({ tables }: KeptShop) =>
  Object.fromEntries(tables.map(({ name, rows }) => [name, rows.map(row => JSON.stringify(drawnAnew(row))).sort()]))

async function withShop<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const shop = await openTestShop(undefined, 'real')
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
    await shop.close()
  }
}

test('the demo’s file is what the services make today; where this fails: npx tsx ops/demoShop.ts', async () => {
  const now = Date.now()
  const made = await withShop(async client => {
    await makeDemo(now)
    return takeShop(client, now)
  })
  expect(said(made)).toEqual(said(kept))
}, 300_000)

test('put in it is the same again, with every time as long ago as it was', async () => {
  const now = Date.now()
  const put = await withShop(async client => {
    await putShop(client, kept, now)
    return takeShop(client, now)
  })
  const sorted = (shop: KeptShop) =>
    Object.fromEntries(
      shop.tables.map(({ name, rows }) => [name, rows.map(row => JSON.stringify(moved(row, -shop.at + 2e12))).sort()]),
    )
  // Moved to one moment, so that the text of each time is the same.
  expect(sorted({ ...put, tables: moved(put.tables, 0) as KeptShop['tables'] })).toEqual(
    sorted({ ...kept, tables: moved(kept.tables, 0) as KeptShop['tables'] }),
  )
})
