import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { isRoot, root, run, say, Trouble } from './steps.mjs'

/** Installs the npm packages of the lock file when they are not the ones that are there. */
export async function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = join(root, 'node_modules', '.zinc-lock')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  say('Installing npm packages …')
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true })
  writeFileSync(stamp, lock)
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
