import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildApplication } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installChromium, installPackages } from './install.mjs'
import { bin, dataFolder, endRunning, run, say, Trouble } from './steps.mjs'

const NAMES = ['lint', 'types', 'unit', 'browser']

/** One tool that passes or fails as a whole. */
async function whole(command, args) {
  const { code } = await run(bin(command), args, { mayFail: true })
  return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }
}

function report(file) {
  if (!existsSync(file)) throw new Trouble('The test runner ended without a report.')
  return JSON.parse(readFileSync(file, 'utf8'))
}

/**
 * `./zinc test [NAME …]`: lint, types, unit and browser tests on a cluster of their own.
 * @returns the exit code; the last line printed is `N passed, N failed`
 */
export async function test(names) {
  const unknown = names.find(name => !NAMES.includes(name))
  if (unknown) throw new Trouble(`There is no check “${unknown}”. Choose from: ${NAMES.join(', ')}.`)
  const wanted = names.length ? names : NAMES
  const folder = dataFolder(`test-${process.pid}`)
  let cluster
  const end = async () => {
    endRunning()
    await cluster?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end().then(() => process.exit(1)))
  const total = { passed: 0, failed: 0 }
  const add = ({ passed, failed }) => {
    total.passed += passed
    total.failed += failed
  }
  try {
    await installPackages()
    if (wanted.includes('browser')) await installChromium()
    cluster = await startCluster(folder, { throwaway: true })
    const env = { ...process.env, ZINC_TEST_URL: cluster.url('postgres'), CI: '1' }
    const reportFile = name => join(folder, `${name}.json`)

    if (wanted.includes('lint')) {
      say('Lint …')
      add(await whole('eslint', ['.', '--max-warnings', '0']))
    }
    if (wanted.includes('types')) {
      say('Types …')
      await run(bin('nuxt'), ['prepare'], { quiet: true })
      add(await whole('vue-tsc', ['-b', '--noEmit']))
    }
    if (wanted.includes('unit')) {
      say('Unit tests …')
      await run(bin('jest'), ['--json', `--outputFile=${reportFile('unit')}`], { mayFail: true, env })
      const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = report(reportFile('unit'))
      add({ passed: numPassedTests, failed: numFailedTests + numRuntimeErrorTestSuites })
    }
    if (wanted.includes('browser')) {
      await buildApplication()
      for (const [database, file] of [
        ['zinc_empty', null],
        ['zinc_demo', 'server/db/demo/load.ts'],
      ]) {
        await cluster.ensure(database)
        const own = { env: { ...env, DATABASE_URL: cluster.url(database) } }
        await run(bin('tsx'), ['ops/migrate.ts'], own)
        if (file) await run(bin('tsx'), [file], own)
      }
      say('Browser tests …')
      await run(bin('playwright'), ['test'], {
        mayFail: true,
        env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: reportFile('browser') },
      })
      const { stats } = report(reportFile('browser'))
      add({ passed: stats.expected + stats.flaky, failed: stats.unexpected })
    }
  } catch (error) {
    say(error instanceof Trouble ? error.message : error.stack)
    total.failed++
  }
  await end()
  process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`)
  return total.failed > 0 ? 1 : 0
}
