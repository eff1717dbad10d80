import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openTestShop, testActor, testJob } from '../server/services/ground/testShop'
import {
  backupsIn,
  BackupError,
  knownMigrations,
  makeBackup,
  nightlyBackup,
  readBackup,
  restoreBackup,
  withClient,
} from './backup'
import { bringUp } from './bringUp'

const base = '/usr/lib/postgresql'
const programs = join(base, readdirSync(base).sort((a, b) => Number(b) - Number(a))[0]!, 'bin')
const folder = mkdtempSync(join(tmpdir(), 'zinc-backup-'))
const migrations = join(process.cwd(), 'server/db/migrations')
let shop: { close: () => Promise<void> }
let url: string
beforeAll(async () => {
  shop = await openTestShop()
  url = process.env.DATABASE_URL!
  const finn = await testActor()
  await testJob(finn())
})
afterAll(async () => {
  await shop.close()
  rmSync(folder, { recursive: true })
})

/** An empty database of its own. */
async function emptyDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `restored_${Math.random().toString(36).slice(2)}`
  const admin = (sql: string) => withClient(process.env.ZINC_TEST_URL!, client => client.query(sql))
  await admin(`create database ${name}`)
  const own = new URL(process.env.ZINC_TEST_URL!)
  own.pathname = `/${name}`
  return { url: own.href, drop: async () => void (await admin(`drop database ${name} with (force)`)) }
}
const rows = (of: string, sql: string) => withClient(of, async client => (await client.query(sql)).rows as unknown[])
const saidBy = async (work: Promise<unknown>) => {
  const error: unknown = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  )
  expect(error).toBeInstanceOf(BackupError)
  return (error as Error).message
}

test('what was copied while the shop goes on comes back whole in an empty database', async () => {
  const file = join(folder, 'one.backup')
  const made = await makeBackup(url, file, programs)
  expect(made.rows).toMatchObject({ job: 1, person: 1 })
  expect(statSync(file).mode & 0o777).toBe(0o600)
  expect(made.migrations).toBe(knownMigrations())
  const empty = await emptyDatabase()
  await restoreBackup(empty.url, file, programs, knownMigrations())
  for (const table of ['job', 'part', 'trail', 'person'])
    expect(await rows(empty.url, `select * from ${table} order by id`)).toEqual(
      await rows(url, `select * from ${table} order by id`),
    )
  // The trail cannot be changed there either.
  await expect(rows(empty.url, `update trail set verb = 'x'`)).rejects.toThrow()
  expect(await saidBy(restoreBackup(empty.url, file, programs, knownMigrations()))).toContain('not empty')
  await empty.drop()
})

test('a file that is damaged, cut short, something else or of a newer program is refused before anything is touched', async () => {
  const file = join(folder, 'two.backup')
  await makeBackup(url, file, programs)
  const whole = readFileSync(file)
  const spoiled = Buffer.from(whole)
  spoiled[Math.floor(whole.length / 2)]! ^= 1
  const empty = await emptyDatabase()
  for (const [bytes, words] of [
    [spoiled, 'damaged'],
    [whole.subarray(0, whole.length / 2), 'broken'],
    [Buffer.from('a letter'), 'no backup'],
  ] as const) {
    const bad = join(folder, 'bad.backup')
    writeFileSync(bad, bytes)
    expect(await saidBy(restoreBackup(empty.url, bad, programs, knownMigrations()))).toContain(words)
  }
  expect(await saidBy(restoreBackup(empty.url, file, programs, knownMigrations() - 1))).toContain('newer program')
  expect(await saidBy(readBackup(join(folder, 'nothing')))).toContain('There is no file')
  expect(await rows(empty.url, `select 1 from information_schema.tables where table_schema = 'public'`)).toEqual([])
  await empty.drop()
})

test('the nightly one keeps a number of them, and the shop knows of the last', async () => {
  const nightly = join(folder, 'nightly')
  const made: string[] = []
  for (let night = 0; night < 3; night++) {
    made.push(await nightlyBackup(url, nightly, programs, 2))
    await new Promise(done => setTimeout(done, 1100))
  }
  expect(backupsIn(nightly)).toEqual([made[2], made[1]])
  const [state] = (await rows(url, `select facts from house_state where key = 'backup'`)) as { facts: { file: string } }[]
  expect(made[2]).toContain(state!.facts.file)
  expect(await saidBy(nightlyBackup('postgres://zinc:x@127.0.0.1:1/none', nightly, programs, 2))).toContain(
    'No backup was made',
  )
  // One that failed leaves nothing half done behind.
  expect(readdirSync(nightly)).toHaveLength(2)
})

test('an upgrade copies first; one that fails leaves everything as it was; data of a newer program is not touched', async () => {
  const broken = join(folder, 'migrations')
  cpSync(migrations, broken, { recursive: true })
  const journal = JSON.parse(readFileSync(join(broken, 'meta/_journal.json'), 'utf8')) as {
    entries: { idx: number; when: number; tag: string; version: string; breakpoints: boolean }[]
  }
  const last = journal.entries.at(-1)!
  journal.entries.push({ ...last, idx: last.idx + 1, when: last.when + 1, tag: '9999_broken' })
  writeFileSync(join(broken, 'meta/_journal.json'), JSON.stringify(journal))
  writeFileSync(
    join(broken, '9999_broken.sql'),
    'alter table job add column half_done text;--> statement-breakpoint\nalter table no_such_table add column x text;',
  )
  const options = { folder: broken, known: knownMigrations(broken), backups: join(folder, 'upgrades'), programs }
  expect(await saidBy(bringUp(url, options))).toMatch(/no_such_table.*as it was.*copy of it lies at/)
  expect(await rows(url, `select 1 from information_schema.columns where column_name = 'half_done'`)).toEqual([])
  const copies = readdirSync(join(folder, 'upgrades'))
  expect(copies).toHaveLength(1)
  expect((await readBackup(join(folder, 'upgrades', copies[0]!))).rows.job).toBe(1)
  // Played through: the copy from before goes into an empty database, and the program that was there before runs on it.
  const empty = await emptyDatabase()
  await restoreBackup(empty.url, join(folder, 'upgrades', copies[0]!), programs, knownMigrations())
  expect(await bringUp(empty.url, { ...options, folder: migrations, known: knownMigrations() })).toBeNull()
  await empty.drop()
  expect(await saidBy(bringUp(url, { ...options, known: knownMigrations() - 1 }))).toContain('newer program')
})
