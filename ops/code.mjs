import { startCluster } from './cluster.mjs'
import { installPackages } from './install.mjs'
import { DATABASE, takeLock } from './serve.mjs'
import { bin, dataFolder, run, Trouble } from './steps.mjs'

/** `./zinc code NAME`: a one-time code for a new password, for an owner who forgot theirs. @throws Trouble */
export async function code(words) {
  const mode = words.includes('--demo') ? 'demo' : 'start'
  const [login, ...more] = words.filter(word => word !== '--demo')
  if (!login || more.length > 0) throw new Trouble('usage: ./zinc code NAME [--demo], with the sign-in name')
  await installPackages()
  const make = url =>
    run(bin('tsx'), ['ops/passwordCode.ts', login], {
      env: { ...process.env, DATABASE_URL: url },
      stdio: ['ignore', 'inherit', 'inherit'],
      mayFail: true,
    }).then(({ code: ended }) => ended ?? 1)
  if (process.env.DATABASE_URL) return make(process.env.DATABASE_URL)
  const folder = dataFolder(mode)
  let unlock = null
  try {
    unlock = takeLock(folder, mode)
  } catch {
    // The shop runs: its cluster is used and left running.
  }
  const cluster = await startCluster(folder)
  try {
    return await make(cluster.url(DATABASE))
  } finally {
    if (unlock) {
      await cluster.stop()
      unlock()
    }
  }
}
