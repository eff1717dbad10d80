import { bringUp } from './bringUp'
import { knownMigrations } from './backup'

/** Brings the database at DATABASE_URL to the committed migrations, copying it first where there is something in it. */
try {
  const copy = await bringUp(process.env.DATABASE_URL!, {
    folder: new URL('../server/db/migrations', import.meta.url).pathname,
    known: knownMigrations(),
    backups: process.env.ZINC_BACKUP_FOLDER ?? '.',
    programs: process.env.PG_PROGRAMS ?? '',
  })
  if (copy) process.stderr.write(`The data is brought to this program. A copy from before lies at ${copy}\n`)
} catch (error) {
  process.stderr.write(`${(error as Error).message}\n`)
  process.exitCode = 3
}
