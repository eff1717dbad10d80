import { bin, run } from './steps.mjs'

/** Databases that each shop of a browser test, or of a measurement, gets a copy of. */
export async function browserTemplates(cluster, env) {
  for (const [database, file] of [
    ['zinc_empty', null],
    ['zinc_demo', 'server/db/demo/load.ts'],
  ]) {
    await cluster.ensure(database)
    const own = { env: { ...env, DATABASE_URL: cluster.url(database) } }
    await run(bin('tsx'), ['ops/migrate.ts'], own)
    if (file) await run(bin('tsx'), [file], own)
  }
}
