import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { closeDatabase } from '../server/db/client'
import { takeShop } from '../server/db/demo/keptShop'
import { makeTanks } from '../server/db/demo/makeDemo'
// @ts-expect-error plain JavaScript, as the command itself
import { startCluster } from './cluster.mjs'
// @ts-expect-error likewise
import { dataFolder } from './steps.mjs'

/** Makes the demo shop's file anew, by the services, on a cluster of its own. */
const folder = dataFolder(`demo-shop-${process.pid}`) as string
const cluster = (await startCluster(folder, { throwaway: true })) as {
  url: (database: string) => string
  ensure: (database: string) => Promise<void>
  stop: () => Promise<void>
}
try {
  await cluster.ensure('made')
  process.env.DATABASE_URL = cluster.url('made')
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await client.connect()
  await migrate(drizzle(client), { migrationsFolder: join(import.meta.dirname, '../server/db/migrations') })
  const now = Date.now()
  await makeTanks(now, new Hash(new Scrypt({})))
  const shop = await takeShop(client, now)
  await client.end()
  await closeDatabase()
  writeFileSync(join(import.meta.dirname, '../server/db/demo/demo.json.gz'), gzipSync(JSON.stringify(shop), { level: 9 }))
} finally {
  await cluster.stop()
  rmSync(folder, { recursive: true, force: true })
}
