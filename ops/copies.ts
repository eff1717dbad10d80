import { knownMigrations, makeBackup, nightlyBackup, readBackup, restoreBackup } from './backup'

/** What `./zinc backup`, `./zinc restore` and the nightly copy do, each a word with a file. */
const [word, file = ''] = process.argv.slice(2)
const url = process.env.DATABASE_URL!
const programs = process.env.PG_PROGRAMS!
const told = (manifest: { rows: Record<string, number> }) =>
  `${manifest.rows.job ?? 0} jobs, ${manifest.rows.reading ?? 0} readings, ${manifest.rows.photo ?? 0} photographs, ${manifest.rows.trail ?? 0} acts`
try {
  switch (word) {
    case 'backup': {
      const made = await makeBackup(url, file, programs)
      process.stdout.write(`${file}: ${(made.bytes / 1e6).toFixed(1)} MB, ${told(made)}.\n`)
      break
    }
    case 'nightly':
      process.stdout.write(`${await nightlyBackup(url, file, programs, Number(process.env.ZINC_BACKUPS ?? 14) || 14)}\n`)
      break
    case 'verify':
      process.stdout.write(`${file} is whole: ${told(await readBackup(file))}.\n`)
      break
    case 'restore':
      process.stdout.write(`Restored: ${told(await restoreBackup(url, file, programs, knownMigrations()))}.\n`)
      break
    default:
      throw new Error(`There is no such word: ${word}`)
  }
} catch (error) {
  process.stderr.write(`${(error as Error).message}\n`)
  process.exitCode = 3
}
