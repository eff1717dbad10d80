import { bin, run } from './steps.mjs'

const EMPTY = 'zinc_empty'

/** An empty database of this version, of which tests of the services get copies. @returns its name */
export async function emptyTemplate(cluster, env) {
  await cluster.ensure(EMPTY)
  await run(bin('tsx'), ['ops/migrate.ts'], { env: { ...env, DATABASE_URL: cluster.url(EMPTY) } })
  return EMPTY
}

/** Databases that each shop of a browser test, or of a measurement, gets a copy of: one empty, one with the demo. */
export async function browserTemplates(cluster, env) {
  await emptyTemplate(cluster, env)
  if (await cluster.has('zinc_demo')) return
  await cluster.copy(EMPTY, 'zinc_demo')
  await run(bin('tsx'), ['server/db/demo/load.ts'], { env: { ...env, DATABASE_URL: cluster.url('zinc_demo') } })
}
