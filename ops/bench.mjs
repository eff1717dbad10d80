import { rmSync } from 'node:fs'
import { buildApplication } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installPackages } from './install.mjs'
import { browserTemplates } from './shopTemplates.mjs'
import { bin, dataFolder, endRunning, root, run } from './steps.mjs'

/** `./zinc bench`: measures on a cluster of its own, which is thrown away. @returns the exit code */
export async function bench() {
  await installPackages()
  const folder = dataFolder(`bench-${process.pid}`)
  let cluster
  const end = async () => {
    endRunning()
    await cluster?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end().then(() => process.exit(1)))
  try {
    cluster = await startCluster(folder, { throwaway: true })
    await cluster.ensure('zinc_bench')
    const measure = async (file, env) => {
      const { code } = await run(bin('tsx'), [`${root}/ops/${file}`], {
        env: { ...process.env, ...env },
        stdio: ['ignore', 'inherit', 'inherit'],
        mayFail: true,
      })
      return code ?? 1
    }
    const core = await measure('bench.ts', { DATABASE_URL: cluster.url('zinc_bench') })
    await Promise.all([buildApplication(), browserTemplates(cluster, process.env)])
    return (await measure('benchAlarm.ts', { ZINC_TEST_URL: cluster.url('postgres') })) || core
  } finally {
    await end()
  }
}
