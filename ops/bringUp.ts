import { join } from 'node:path'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { openDatabase } from '../server/db/client'
import { BackupError, countRows, makeBackup, migrationsOf, withClient } from './backup'

/**
 * Brings a database to the migrations of a program. One that has anything in it is copied first; all migrations are one transaction,
 * so that one that fails leaves everything as it was.
 * @param known migrations that the program brings, which lie in `folder`
 * @param backups where the copy goes
 * @returns the copy's file; null where none was needed
 * @throws BackupError for a database of a newer program, a copy that failed, or a migration that failed
 */
export async function bringUp(
  url: string,
  { folder, known, backups, programs }: { folder: string; known: number; backups: string; programs: string },
): Promise<string | null> {
  const { has, people } = await withClient(url, async client => ({
    has: await migrationsOf(client),
    people: (await countRows(client)).person ?? 0,
  }))
  if (has > known)
    throw new BackupError(
      `This data is of a newer program (${has} changes of its form, and this one knows ${known}). Take the newer program, or restore the backup made before it.`,
    )
  if (has === known) return null
  let copy: string | null = null
  if (people > 0) {
    copy = join(
      backups,
      `before-upgrade-from-${has}-to-${known}-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}.backup`,
    )
    await makeBackup(url, copy, programs)
  }
  const { db, pool } = openDatabase(url, 0)
  try {
    await migrate(db, { migrationsFolder: folder })
  } catch (error) {
    const why = ((error as { cause?: Error }).cause ?? (error as Error)).message
    throw new BackupError(
      `The data could not be brought to this program: ${why} It is as it was${copy ? `, and a copy of it lies at ${copy}` : ''}. Start the program that you had before.`,
    )
  } finally {
    await pool.end()
  }
  return copy
}
