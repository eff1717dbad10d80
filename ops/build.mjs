import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bin, root, run, telling, Trouble } from './steps.mjs'
import { inTurn } from './turn.mjs'

const SOURCES = ['app', 'core', 'shared', 'server', 'public', 'nuxt.config.ts', 'package-lock.json']
/** Steps of a build, each with how the builder tells that it begins. */
const STEPS = [
  [/^/, 'what there is to build'],
  [/Building client/, 'the pages'],
  [/rendering chunks/, 'their files'],
  [/Client built/, 'packing them'],
  [/Building Nuxt Nitro server/, 'the server'],
]
export const SERVER = join(root, '.output', 'server', 'index.mjs')

/** What the sources of a build, and other files with them, are: the same as long as none of them changes. @param others files and folders */
export function builtFrom(others = []) {
  const hash = createHash('sha256')
  const take = path => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory())
      readdirSync(path)
        .sort()
        .forEach(name => take(join(path, name)))
    else if (!/\.test\.ts$/.test(path)) hash.update(path.slice(root.length)).update(readFileSync(path))
  }
  ;[...SOURCES, ...others].forEach(source => take(join(root, source)))
  return hash.digest('hex')
}

const STAMP = join(root, '.output', 'sources')
const isBuilt = now => existsSync(SERVER) && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === now

/** Processes that serve from the build of this folder. */
function serving() {
  const asks = pid => {
    try {
      return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(SERVER)
    } catch {
      return false
    }
  }
  return existsSync('/proc') ? readdirSync('/proc').filter(name => /^\d+$/.test(name) && asks(name)) : []
}

/**
 * Builds the application when its sources are not those of the last build.
 * @throws Trouble when a server runs from that build: it would lose its files
 */
export async function buildApplication() {
  const now = builtFrom()
  if (isBuilt(now)) return
  await inTurn('build', 'building', async () => {
    // Whoever was waited for may have built the same.
    if (isBuilt(now)) return
    const [pid] = serving()
    if (pid)
      throw new Trouble(
        `Process ${pid} serves from the build in this folder, and the program has changed since. Stop that one first, or use another clone.`,
      )
    await build()
    writeFileSync(STAMP, now)
  })
}

async function build() {
  // On a new clone the pages' own settings of types are not there yet, and without them no page is built.
  if (!existsSync(join(root, '.nuxt', 'tsconfig.app.json'))) await run(bin('nuxt'), ['prepare'], { quiet: true })
  // What the builder says of itself, step by step.
  let step = 0
  const work = run(bin('nuxt'), ['build'], {
    quiet: true,
    heard: text => {
      for (const [k, [begins]] of STEPS.entries()) if (begins.test(text)) step = Math.max(step, k)
    },
    env: { ...process.env, NODE_ENV: 'production', NUXT_TELEMETRY_DISABLED: '1', ZINC_BUILD_FOLDER: join(root, '.nuxt-build') },
  })
  await telling(work, () => `Building, step ${step + 1} of ${STEPS.length}: ${STEPS[step][1]}`)
}
