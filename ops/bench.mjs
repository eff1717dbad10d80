import { rmSync } from 'node:fs'
import { buildApplication } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installChromium, installPackages, postgresPrograms } from './install.mjs'
import { browserTemplates } from './shopTemplates.mjs'
import { bin, dataFolder, endRunning, root, run, Trouble } from './steps.mjs'

const NAMES = ['core', 'hunts', 'seeing', 'alarm', 'attack', 'standby', 'pages']

/**
 * `./zinc bench [NAME …]`: measures on a cluster of its own, which is thrown away; all, or only those named.
 * @returns the exit code
 */
export async function bench(names) {
  const unknown = names.find(name => !NAMES.includes(name))
  if (unknown) throw new Trouble(`There is no measure “${unknown}”. Choose from: ${NAMES.join(', ')}.`)
  const wanted = name => names.length === 0 || names.includes(name)
  await installPackages({ checks: true })
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
    let worst = 0
    const take = async (file, env) => {
      worst = Math.max(worst, await measure(file, env))
    }
    if (wanted('core')) await take('bench.ts', { DATABASE_URL: cluster.url('zinc_bench') })
    if (wanted('hunts')) await take('benchHunts.ts', {})
    if (wanted('seeing')) {
      await take('benchSeeing.ts', {})
      await take('benchSeeingOthers.ts', {})
      await take('benchEyeHold.ts', {})
    }
    if (['alarm', 'attack', 'standby', 'pages'].some(wanted)) {
      if (wanted('pages')) await installChromium()
      await Promise.all([buildApplication(), browserTemplates(cluster, process.env)])
      const programs = await postgresPrograms()
      const env = { ZINC_TEST_URL: cluster.url('postgres'), ZINC_BENCH_FOLDER: folder, PG_PROGRAMS: programs }
      if (wanted('alarm')) await take('benchAlarm.ts', env)
      if (wanted('attack')) await take('benchAttack.ts', env)
      if (wanted('standby')) await take('benchStandby.ts', env)
      if (wanted('pages')) await take('benchPages.ts', env)
    }
    return worst
  } finally {
    await end()
  }
}
