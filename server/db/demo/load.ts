import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { closeDatabase, databasePool } from '../client'
import { putShop, type KeptShop } from './keptShop'
import { finishDemo } from './makeDemo'

/** Puts the demo shop into the empty database at DATABASE_URL, dated back from now. `ops/demoShop.ts` makes the file anew. */
const now = Date.now()
const client = await databasePool().connect()
try {
  const file = readFileSync(new URL('demo.json.gz', import.meta.url))
  await putShop(client, JSON.parse(gunzipSync(file).toString()) as KeptShop, now)
} finally {
  client.release()
}
await finishDemo(now, new Hash(new Scrypt({})))
await closeDatabase()
