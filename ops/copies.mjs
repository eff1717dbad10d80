import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { startCluster } from './cluster.mjs'
import { installPackages, postgresPrograms } from './install.mjs'
import { DATABASE, takeLock } from './serve.mjs'
import { bin, dataFolder, run, say, Trouble } from './steps.mjs'

const stamp = () => new Date().toISOString().slice(0, 19).replaceAll(/\D/g, '_')

async function copies(word, file, url, programs) {
  const { code } = await run(bin('tsx'), ['ops/copies.ts', word, file], {
    env: { ...process.env, ...(url && { DATABASE_URL: url }), PG_PROGRAMS: programs },
    stdio: ['ignore', 'inherit', 'inherit'],
    mayFail: true,
  })
  return code ?? 1
}

/** The words of backup, restore and verify. @throws Trouble */
function read(words, usage) {
  const demo = words.includes('--demo')
  const over = words.includes('--over')
  const files = words.filter(word => !['--demo', '--over'].includes(word))
  if (files.length !== 1 || files[0].startsWith('--')) throw new Trouble(usage)
  return { file: resolve(files[0]), mode: demo ? 'demo' : 'start', over }
}

/** `./zinc backup FILE`: everything of the shop in one file, while it goes on. */
export async function backup(words) {
  const { file, mode } = read(words, 'usage: ./zinc backup FILE [--demo]')
  await installPackages()
  const programs = await postgresPrograms()
  if (process.env.DATABASE_URL) return copies('backup', file, process.env.DATABASE_URL, programs)
  const folder = dataFolder(mode)
  const cluster = await startCluster(folder)
  // Whoever runs the shop goes on with its cluster; one that was started for this is stopped again.
  const lock = (() => {
    try {
      return takeLock(folder, mode)
    } catch {
      return null
    }
  })()
  try {
    return await copies('backup', file, cluster.url(DATABASE), programs)
  } finally {
    if (lock) {
      await cluster.stop()
      lock()
    }
  }
}

/** `./zinc verify FILE`: whether a backup is whole. */
export async function verify(words) {
  const { file } = read(words, 'usage: ./zinc verify FILE')
  await installPackages()
  return copies('verify', file, null, await postgresPrograms())
}

/**
 * `./zinc restore FILE`: into an empty machine, or with --over in place of what is there, which is kept under another name. It is
 * put in whole beside the shop first; only then does it take its place.
 */
export async function restore(words) {
  const { file, mode, over } = read(words, 'usage: ./zinc restore FILE [--over] [--demo]')
  if (!existsSync(file)) throw new Trouble(`There is no file ${file}.`)
  await installPackages()
  const programs = await postgresPrograms()
  if (process.env.DATABASE_URL) return copies('restore', file, process.env.DATABASE_URL, programs)
  const folder = dataFolder(mode)
  const unlock = takeLock(folder, mode)
  const cluster = await startCluster(folder)
  try {
    const there = await cluster.has(DATABASE)
    if (there && !over)
      throw new Trouble(
        'There is a shop here already. Add --over to put the backup in its place; what is there now is kept under another name.',
      )
    const fresh = `zinc_restoring_${stamp()}`
    await cluster.ensure(fresh)
    const code = await copies('restore', file, cluster.url(fresh), programs)
    if (code !== 0) {
      await cluster.drop(fresh)
      return code
    }
    if (there) {
      const kept = `zinc_before_${stamp()}`
      await cluster.rename(DATABASE, kept)
      say(`What was here before is kept as the database ${kept}.`)
    }
    await cluster.rename(fresh, DATABASE)
    return 0
  } finally {
    await cluster.stop()
    unlock()
  }
}
