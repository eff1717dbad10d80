import { execFileSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { chmodSync, mkdirSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { caller, killCluster, PASSWORD, startCluster } from '../tests/support/powerCuts'
import { openShopOn, OWNER_CODE } from '../tests/support/shop'
import { newJobForm } from '../server/services/ground/testShop'
import type { JobView } from '../shared/views'

/**
 * Carries out what docs/deploy.md says of a standby: two servers on one database that a second cluster follows by streaming
 * replication; the first cluster is killed while people write, the second promoted, the servers started on it. What was acknowledged
 * must be there, once.
 */
const DURING = 5000 // ms
const WRITERS = 6

const folder = join(process.env.ZINC_BENCH_FOLDER!, 'standby')
const [first, second] = ['first', 'second'].map(name => join(folder, name)) as [string, string]
for (const each of [folder, first, second]) {
  mkdirSync(each, { recursive: true })
  chmodSync(each, 0o755)
}

const primary = await startCluster(first)
await primary.ensure('zinc')
const { uid, gid } = statSync(join(first, 'pg'))
const program = (name: string, words: string[]) =>
  execFileSync(join(process.env.PG_PROGRAMS!, name), words, {
    stdio: ['ignore', 'ignore', 'inherit'],
    cwd: '/',
    ...(process.getuid?.() === 0 && { uid, gid }),
    env: { PATH: process.env.PATH, LC_ALL: 'C.UTF-8' },
  })
const data = join(second, 'pg')
const from = new URL(primary.url('postgres'))
mkdirSync(data, { mode: 0o700 })
execFileSync('chown', [`${uid}:${gid}`, data])
from.searchParams.set('application_name', 'zinc_standby')
program('pg_basebackup', ['-d', from.href, '-D', data, '-R', '-X', 'stream', '-C', '-S', 'zinc_standby'])
const port = 20_000 + (process.pid % 20_000)
program('pg_ctl', ['-w', '-D', data, '-l', join(data, 'server.log'), '-o', `-p ${port}`, 'start'])
await onPrimary(`alter system set synchronous_standby_names = 'zinc_standby'`)
await onPrimary('select pg_reload_conf()')

execFileSync('npx', ['tsx', 'ops/migrate.ts'], { env: { ...process.env, DATABASE_URL: primary.url('zinc') } })
const shop = await openShopOn(primary.url('zinc'))
const beside = await shop.beside()
const call = caller(shop)
await call('owner', { code: OWNER_CODE, name: 'Oda Vint', login: 'oda', password: PASSWORD })
const job = await call<JobView>('jobs', newJobForm())
const calls = [shop.url, beside.url].map(url => caller({ url }))
for (const each of calls) await each('session', { login: 'oda', password: PASSWORD })
const acknowledged = new Set<string>()
let on = true
const writers = Promise.all(
  Array.from({ length: WRITERS }, async (_, k) => {
    while (on) {
      const id = randomUUID()
      const body = { id, partIds: [job.parts[0]!.id], kind: 'knocked', note: '' }
      await calls[k % calls.length]!(`jobs/${job.id}/entries/touch`, body).then(
        () => acknowledged.add(id),
        () => new Promise(done => setTimeout(done, 20)),
      )
    }
  }),
)
await new Promise(done => setTimeout(done, DURING))
killCluster(join(first, 'pg'))
const died = performance.now()
program('pg_ctl', ['-w', '-D', data, 'promote'])
const promoted = performance.now()
on = false
await writers
await shop.close()
const standby = new URL(primary.url('zinc'))
standby.port = String(port)
const again = await openShopOn(standby.href)
const back = caller(again)
await back('session', { login: 'oda', password: PASSWORD })
await back(`jobs/${job.id}/entries/touch`, { id: randomUUID(), partIds: [job.parts[0]!.id], kind: 'knocked', note: '' })
const written = performance.now()
const { rows } = await again.query(`select id from entry where kind = 'touch' and job_id = '${job.id}'`)
const kept = new Set((rows as { id: string }[]).map(row => row.id))
const lost = [...acknowledged].filter(id => !kept.has(id)).length
console.log(
  `\nThe first of two clusters was killed while ${WRITERS} people wrote through two servers: ${acknowledged.size} entries acknowledged, ${lost} lost, ${rows.length - kept.size} doubled; the second was promoted after ${seconds(promoted)}, and took an entry through a server of its own after ${seconds(written)} (bar: 0 lost, 60 s)`,
)
await again.close()
program('pg_ctl', ['-w', '-D', data, '-m', 'fast', 'stop'])
rmSync(folder, { recursive: true, force: true })
if (lost > 0) process.exitCode = 1

function seconds(at: number): string {
  return `${((at - died) / 1000).toFixed(1)} s`
}
async function onPrimary(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: primary.url('postgres') })
  await client.connect()
  await client.query(statement)
  await client.end()
}
