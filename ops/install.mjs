import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { isRoot, root, run, say, telling, Trouble } from './steps.mjs'
import { inTurn } from './turn.mjs'

/** How many of the lock file's packages lie where they belong. */
const installed = places => places.filter(place => existsSync(join(root, place))).length

/**
 * Installs the npm packages of the lock file when they are not the ones that are there.
 * @param options `checks` brings those too that only lint, types and tests need
 */
export async function installPackages({ checks = false } = {}) {
  const text = readFileSync(join(root, 'package-lock.json'))
  const lock = createHash('sha256').update(text).digest('hex')
  const stamp = join(root, 'node_modules', '.zinc-lock')
  const isThere = () => {
    const [has, all] = existsSync(stamp) ? readFileSync(stamp, 'utf8').split(' ') : []
    return has === lock && (all === 'all' || !checks)
  }
  if (isThere()) return
  await inTurn('install', 'installing packages', async () => {
    if (isThere()) return
    const places = Object.entries(JSON.parse(text).packages)
      .filter(([place, { dev, devOptional, optional }]) => place && !optional && (checks || (!dev && !devOptional)))
      .map(([place]) => place)
    const work = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error', ...(checks ? [] : ['--omit=dev'])], {
      quiet: true,
    })
    await telling(work, () => `Installing npm packages: ${installed(places)} of ${places.length}`)
    writeFileSync(stamp, `${lock} ${checks ? 'all' : 'run'}`)
  })
}

/** Installs a Debian package as root, or tells an ordinary user which one to install. */
async function installDebian(name) {
  if (!isRoot)
    throw new Trouble(`This needs Debian’s package ${name}, and you may not install it. Ask for: apt-get install ${name}`)
  say(`Installing ${name} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  await run('apt-get', ['update', '-q'], { quiet: true, mayFail: true, env })
  await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', name], { quiet: true, env })
}

/** Folder of the newest PostgreSQL server's programs, or null. */
function findPostgres() {
  const base = '/usr/lib/postgresql'
  const versions = existsSync(base) ? readdirSync(base).filter(version => existsSync(join(base, version, 'bin', 'initdb'))) : []
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0]
  return newest ? join(base, newest, 'bin') : null
}

export async function postgresPrograms() {
  if (!findPostgres()) await installDebian('postgresql')
  const found = findPostgres()
  if (!found) throw new Trouble('PostgreSQL was installed but its programs were not found under /usr/lib/postgresql.')
  return found
}

/** For the test that puts it in front as the documents say. */
export async function installNginx() {
  if (!existsSync('/usr/sbin/nginx')) await installDebian('nginx-light')
}

export const CHROMIUM = '/usr/bin/chromium'
export async function installChromium() {
  if (!existsSync(CHROMIUM)) await installDebian('chromium')
}
