import { execFile, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  chmodSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import pg from 'pg'

const run = promisify(execFile)
const FORMAT = 'zinc-bell-backup'

/** What a backup says of itself. */
interface Manifest {
  format: typeof FORMAT
  version: 1
  madeAt: string
  /** migrations that its database has had */
  migrations: number
  /** rows of each table at the moment of the copy */
  rows: Record<string, number>
  /** SHA-256 of the dump */
  digest: string
}

/** A backup that cannot be made or used, as one sentence. */
export class BackupError extends Error {}

/** Programs of PostgreSQL read the password from their environment, where no list of processes shows it. */
function connection(address: string): { args: string[]; env: NodeJS.ProcessEnv } {
  const url = new URL(address)
  const password = decodeURIComponent(url.password)
  url.password = ''
  return { args: ['--dbname', url.href], env: { ...process.env, ...(password && { PGPASSWORD: password }) } }
}

async function digestOf(file: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

/** Work on a connection of its own. */
export async function withClient<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** Rows of each table. */
export async function countRows(client: pg.Client): Promise<Record<string, number>> {
  const { rows } = await client.query<{ name: string }>(
    `select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`,
  )
  const counts: Record<string, number> = {}
  for (const { name } of rows) {
    const { rows: found } = await client.query<{ n: string }>(`select count(*) as n from "${name}"`)
    counts[name] = Number(found[0]!.n)
  }
  return counts
}

/** How many migrations a database has had; 0 for an empty one. */
export async function migrationsOf(client: pg.Client): Promise<number> {
  const { rows } = await client.query<{ there: boolean }>(
    `select to_regclass('drizzle.__drizzle_migrations') is not null as there`,
  )
  if (!rows[0]!.there) return 0
  const { rows: counted } = await client.query<{ n: string }>('select count(*) as n from drizzle.__drizzle_migrations')
  return Number(counted[0]!.n)
}

/**
 * Copies everything of a shop into one file while it goes on: photographs, readings and trail included. What is counted and what is
 * copied is one moment (PostgreSQL, exported snapshots).
 * @param programs folder of PostgreSQL's programs
 * @throws BackupError
 */
export async function makeBackup(url: string, file: string, programs: string): Promise<Manifest & { bytes: number }> {
  const target = resolve(file)
  mkdirSync(dirname(target), { recursive: true, mode: 0o700 })
  const folder = mkdtempSync(join(dirname(target), '.backup-'))
  try {
    const dump = join(folder, 'database.dump')
    const told = await withClient(url, async client => {
      await client.query('begin isolation level repeatable read read only')
      const { rows } = await client.query<{ id: string }>('select pg_export_snapshot() as id')
      const { args, env } = connection(url)
      await run(
        join(programs, 'pg_dump'),
        ['--format=custom', '--no-owner', '--no-privileges', `--snapshot=${rows[0]!.id}`, `--file=${dump}`, ...args],
        { env },
      )
      return { migrations: await migrationsOf(client), rows: await countRows(client) }
    })
    const manifest: Manifest = {
      format: FORMAT,
      version: 1,
      madeAt: new Date().toISOString(),
      ...told,
      digest: await digestOf(dump),
    }
    writeFileSync(join(folder, 'manifest.json'), JSON.stringify(manifest, null, 2))
    const made = join(folder, 'backup.tar')
    await run('tar', ['-cf', made, '-C', folder, 'manifest.json', 'database.dump'])
    // In it are the hashes of passwords.
    chmodSync(made, 0o600)
    // A backup that cannot be read back is none.
    await readBackup(made)
    await run('sync', [made])
    renameSync(made, target)
    return { ...manifest, bytes: statSync(target).size }
  } catch (error) {
    throw error instanceof BackupError ? error : new BackupError(`No backup was made: ${sentence(error)}`)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

const sentence = (error: unknown) => ((error as { stderr?: string }).stderr || (error as Error).message).trim().split('\n')[0]!

/** The manifest of a backup whose dump is what it says. @throws BackupError */
export async function readBackup(file: string): Promise<Manifest> {
  if (!existsSync(file)) throw new BackupError(`There is no file ${file}.`)
  let manifest: Manifest
  try {
    manifest = JSON.parse((await run('tar', ['-xOf', file, 'manifest.json'])).stdout) as Manifest
  } catch {
    throw new BackupError(`${basename(file)} is no backup of Zinc Bell, or is broken.`)
  }
  if (manifest.format !== FORMAT || manifest.version !== 1)
    throw new BackupError(`${basename(file)} is no backup that this program knows.`)
  const hash = createHash('sha256')
  const child = spawn('tar', ['-xOf', file, 'database.dump'], { stdio: ['ignore', 'pipe', 'ignore'] })
  await pipeline(child.stdout, hash)
  if (hash.digest('hex') !== manifest.digest)
    throw new BackupError(`${basename(file)} is damaged: its digest is not the one that was written with it.`)
  return manifest
}

/**
 * Puts a backup into an empty database, and counts that all is there.
 * @param known migrations that this program knows
 * @throws BackupError for a file that is damaged or of a newer program, or a database that is not empty
 */
export async function restoreBackup(url: string, file: string, programs: string, known: number): Promise<Manifest> {
  const manifest = await readBackup(resolve(file))
  if (manifest.migrations > known)
    throw new BackupError(`${basename(file)} was made by a newer program. Take that one to restore it.`)
  await withClient(url, async client => {
    if (Object.keys(await countRows(client)).length > 0)
      throw new BackupError('That database is not empty. A backup goes into an empty one only.')
  })
  const { args, env } = connection(url)
  try {
    await new Promise<void>((done, fail) => {
      const tar = spawn('tar', ['-xOf', resolve(file), 'database.dump'], { stdio: ['ignore', 'pipe', 'ignore'] })
      const restore = spawn(
        join(programs, 'pg_restore'),
        ['--no-owner', '--no-privileges', '--exit-on-error', '--single-transaction', ...args],
        { env, stdio: ['pipe', 'ignore', 'pipe'] },
      )
      let said = ''
      restore.stderr.on('data', piece => {
        said += piece
      })
      tar.stdout.pipe(restore.stdin)
      restore.stdin.on('error', () => {})
      restore.on('error', fail)
      restore.on('close', code => (code === 0 ? done() : fail(new Error(said))))
    })
  } catch (error) {
    throw new BackupError(`It was not restored: ${sentence(error)}`)
  }
  await withClient(url, async client => {
    const here = await countRows(client)
    const missing = Object.entries(manifest.rows).find(([table, rows]) => here[table] !== rows)
    if (missing) throw new BackupError(`The table ${missing[0]} has ${here[missing[0]] ?? 0} rows of ${missing[1]}.`)
  })
  // Whoever was signed in then signs in anew: what ended since then is not alive again.
  await withClient(url, async client => {
    const { rows } = await client.query<{ there: boolean }>(`select to_regclass('public.signed_in') is not null as there`)
    if (rows[0]!.there) await client.query('update signed_in set ended_at = now() where ended_at is null')
  })
  return manifest
}

/** Backups of a folder that were made by themselves, the latest first. */
export const backupsIn = (folder: string): string[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter(name => /^zinc-bell-\d{4}-\d\d-\d\dT[\d-]+\.backup$/.test(name))
        .sort()
        .reverse()
        .map(name => join(folder, name))
    : []

/**
 * The nightly backup: made, kept in the shop's own state so that the Bay can say how old it is, and the oldest beyond `keep` removed.
 * @throws BackupError
 */
export async function nightlyBackup(url: string, folder: string, programs: string, keep: number): Promise<string> {
  const at = new Date()
  const file = join(folder, `zinc-bell-${at.toISOString().slice(0, 19).replaceAll(':', '-')}.backup`)
  const { bytes, digest } = await makeBackup(url, file, programs)
  await withClient(url, client =>
    client.query(
      `insert into house_state (key, at, facts) values ('backup', $1, $2) on conflict (key) do update set at = excluded.at, facts = excluded.facts`,
      [at, JSON.stringify({ file: basename(file), bytes, digest })],
    ),
  )
  // What a wrong clock dated ahead does not push out what is made now.
  backupsIn(folder)
    .filter(each => each <= file)
    .slice(Math.max(1, keep))
    .forEach(old => rmSync(old))
  return file
}

/** Migrations that this program brings. */
export const knownMigrations = (folder = new URL('../server/db/migrations', import.meta.url).pathname): number =>
  (JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as { entries: unknown[] }).entries.length
