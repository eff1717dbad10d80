import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import pg from 'pg'

export const OWNER_CODE = 'TESTCODE'

/** A shop on a database and a server of its own, which a test may kill. */
export interface Shop {
  url: string
  /** ends the server as a power cut would */
  kill: () => Promise<void>
  start: () => Promise<void>
  query: (sql: string) => Promise<pg.QueryResult>
  /** bytes that its server has in memory */
  memory: () => number
  databaseUrl: string
  close: () => Promise<void>
  /** another server on the same database, as behind a load balancer; ended with the shop */
  beside: (env?: NodeJS.ProcessEnv) => Promise<Beside>
}

/** One of several servers of a shop. */
export interface Beside {
  url: string
  /** ends it as a power cut would */
  kill: () => Promise<void>
}

const freePort = () =>
  new Promise<number>((done, fail) => {
    const server = createServer()
    server.on('error', fail)
    server.listen(0, '127.0.0.1', () => {
      const address = server.address()
      server.close(() => done(typeof address === 'object' && address ? address.port : 0))
    })
  })

/** @param template zinc_empty or zinc_demo */
export async function openShop(template: 'zinc_empty' | 'zinc_demo'): Promise<Shop> {
  const cluster = process.env.ZINC_TEST_URL
  if (!cluster) throw new Error('ZINC_TEST_URL is not set: run these tests with ./zinc test browser')
  const name = `browser_${randomUUID().replaceAll('-', '')}`
  const admin = new pg.Client({ connectionString: cluster })
  await admin.connect()
  await admin.query('select pg_advisory_lock(4600)')
  await admin.query(`create database ${name} template ${template}`)
  await admin.query('select pg_advisory_unlock(4600)')
  const database = new URL(cluster)
  database.pathname = `/${name}`
  const shop = await openShopOn(database.href)
  return {
    ...shop,
    async close() {
      await shop.close()
      await admin.query(`drop database ${name} with (force)`)
      await admin.end()
    },
  }
}

/** A shop on a database that is there. @param address postgres:// */
export async function openShopOn(address: string): Promise<Shop> {
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const ended = (child: ChildProcess) =>
    new Promise<void>(done =>
      child.exitCode !== null || child.signalCode !== null ? done() : child.once('exit', () => done()),
    )
  const launch = async (at: number, env: NodeJS.ProcessEnv = {}): Promise<ChildProcess> => {
    const child = spawn(process.execPath, [join(process.cwd(), '.output/server/index.mjs')], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: address,
        NITRO_PORT: String(at),
        NITRO_HOST: '127.0.0.1',
        NUXT_SESSION_PASSWORD: 'a secret for tests that is long enough',
        ZINC_OWNER_CODE: OWNER_CODE,
        // A hundred and fifty sign-ins of a run are no attack.
        NUXT_HASH_SCRYPT_COST: '16384',
        // A simulated tank is read as soon as its next reading is due.
        ZINC_STAND_IN_TURN: '250',
        // When the demo's own hold decides takes seconds to reckon, and no test of pages asks.
        ZINC_DECISIONS_AFTER: '300000',
        ...env,
      },
    })
    for (let tries = 0; tries < 800; tries++) {
      if (
        await fetch(`http://127.0.0.1:${at}/api/health`).then(
          answer => answer.ok,
          () => false,
        )
      )
        return child
      await new Promise(done => setTimeout(done, 25))
    }
    child.kill('SIGKILL')
    throw new Error('The server did not answer within 20 s.')
  }
  let server: ChildProcess | null = null
  const others: ChildProcess[] = []
  const shop: Shop = {
    url,
    databaseUrl: address,
    async start() {
      server = await launch(port)
    },
    async kill() {
      if (!server) return
      server.kill('SIGKILL')
      await ended(server)
    },
    async beside(env) {
      const own = await freePort()
      const child = await launch(own, env)
      others.push(child)
      return {
        url: `http://127.0.0.1:${own}`,
        async kill() {
          child.kill('SIGKILL')
          await ended(child)
        },
      }
    },
    memory: () => Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${server!.pid}/status`, 'utf8'))![1]) * 1024,
    async query(sql) {
      const client = new pg.Client({ connectionString: address })
      await client.connect()
      try {
        return await client.query(sql)
      } finally {
        await client.end()
      }
    },
    async close() {
      await shop.kill()
      for (const other of others) {
        other.kill('SIGKILL')
        await ended(other)
      }
    },
  }
  await shop.start()
  return shop
}
