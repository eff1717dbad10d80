import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bin, root, run, telling } from './steps.mjs'

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

/** Builds the application when its sources are not those of the last build. */
export async function buildApplication() {
  const stamp = join(root, '.output', 'sources')
  const now = builtFrom()
  if (existsSync(SERVER) && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return
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
  writeFileSync(stamp, now)
}
