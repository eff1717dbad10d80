import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { closeDatabase, databasePool } from '../server/db/client'
import { putShop, type KeptShop } from '../server/db/demo/keptShop'
import { finishDemo, makeTanks } from '../server/db/demo/makeDemo'
import { saidOfDemo } from '../server/db/demo/saidOfDemo'

/** Prints what the demo shop amounts to, `made` by the services or `put` in from its file, on the empty database at DATABASE_URL. */
const now = Date.now()
const passwords = { make: () => Promise.resolve('-'), verify: () => Promise.resolve(true) }
if (process.argv[2] === 'made') await makeTanks(now, passwords)
else {
  const file = readFileSync(join(import.meta.dirname, '../server/db/demo/demo.json.gz'))
  const client = await databasePool().connect()
  await putShop(client, JSON.parse(gunzipSync(file).toString()) as KeptShop, now).finally(() => client.release())
}
await finishDemo(now, passwords)
console.log(JSON.stringify(await saidOfDemo(now)))
await closeDatabase()
