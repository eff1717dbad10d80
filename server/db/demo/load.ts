import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import pg from 'pg'
import { putShop, type KeptShop } from './keptShop'

/** Puts the demo shop into the empty database at DATABASE_URL, dated back from now. `ops/demoShop.ts` makes the file anew. */
const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
await client.connect()
try {
  const file = readFileSync(new URL('demo.json.gz', import.meta.url))
  await putShop(client, JSON.parse(gunzipSync(file).toString()) as KeptShop, Date.now())
} finally {
  await client.end()
}
