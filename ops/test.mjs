import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildApplication } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installChromium, installNginx, installPackages } from './install.mjs'
import { browserTemplates } from './shopTemplates.mjs'
import { bin, dataFolder, endRunning, run, say, Trouble } from './steps.mjs'

const NAMES = ['lint', 'types', 'unit', 'browser']

/** Tools that each pass or fail as a whole; what they say is told once they have ended, so that two at a time do not mix. */
async function whole(...tools) {
  let failed = 0
  for (const [command, args] of tools) {
    const { code, all } = await run(bin(command), args, { mayFail: true, quiet: true })
    if (code !== 0) {
      say(all.trim())
      failed = 1
    }
  }
  return { passed: 1 - failed, failed }
}

function report(file) {
  if (!existsSync(file)) throw new Trouble('The test runner ended without a report.')
  return JSON.parse(readFileSync(file, 'utf8'))
}

/** Jest over core, shared, server and the parts of app and ops that need no browser. */
async function unit(env, file) {
  const { all } = await run(bin('jest'), ['--json', `--outputFile=${file}`, '--maxWorkers=2'], {
    mayFail: true,
    quiet: true,
    env,
  })
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = report(file)
  const failed = numFailedTests + numRuntimeErrorTestSuites
  if (failed > 0) say(all.trim())
  return { passed: numPassedTests, failed }
}

/** A test that passed only when it was tried again counts as passed, and is named with where its trace lies: it is to be mended. */
function tellFlaky(suites, path = []) {
  for (const suite of suites) {
    tellFlaky(suite.suites ?? [], [...path, suite.title])
    for (const { title, tests } of suite.specs ?? []) {
      if (!tests.some(test => test.status === 'flaky')) continue
      const traces = tests
        .flatMap(test => test.results.flatMap(result => result.attachments))
        .filter(each => each.name === 'trace')
        .map(each => each.path)
      say(`Flaky: ${[...path, suite.title, title].join(' › ')}${traces.length ? `, trace ${traces.join(', ')}` : ''}`)
    }
  }
}

async function browser(env, file) {
  await run(bin('playwright'), ['test'], { mayFail: true, env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: file } })
  const { stats, suites } = report(file)
  tellFlaky(suites)
  return { passed: stats.expected + stats.flaky, failed: stats.unexpected }
}

/**
 * `./zinc test [NAME …]`: lint, types, unit and browser tests on a cluster of their own. What does not stand in each other's way runs side by side.
 * @returns the exit code; the last line printed is `N passed, N failed`
 */
export async function test(names) {
  const unknown = names.find(name => !NAMES.includes(name))
  if (unknown) throw new Trouble(`There is no check “${unknown}”. Choose from: ${NAMES.join(', ')}.`)
  const wanted = name => names.length === 0 || names.includes(name)
  const folder = dataFolder(`test-${process.pid}`)
  let cluster
  const end = async () => {
    endRunning()
    await cluster?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end().then(() => process.exit(1)))
  const total = { passed: 0, failed: 0 }
  const began = Date.now()
  const stage = async (what, ...works) => {
    say(`${what} …`)
    // One that breaks does not take away what the other has to say.
    const ended = await Promise.allSettled(works)
    for (const { value } of ended) {
      total.passed += value?.passed ?? 0
      total.failed += value?.failed ?? 0
    }
    say(
      `${what}: done after ${Math.round((Date.now() - began) / 1000)} s, ${total.passed} passed, ${total.failed} failed so far`,
    )
    const broken = ended.find(({ status }) => status === 'rejected')
    if (broken) throw broken.reason
  }
  try {
    await installPackages()
    if (wanted('browser')) {
      await installChromium()
      await installNginx()
    }
    cluster = await startCluster(folder, { throwaway: true })
    const env = { ...process.env, ZINC_TEST_URL: cluster.url('postgres'), CI: '1' }
    const reads = wanted('lint') || wanted('types')
    if (reads) await run(bin('nuxt'), ['prepare'], { quiet: true })
    if (reads || wanted('unit') || wanted('browser')) {
      const linted =
        wanted('lint') && whole(['eslint', ['.', '--max-warnings', '0']], ['prettier', ['--check', '--log-level', 'warn', '.']])
      const typed = wanted('types') && whole(['vue-tsc', ['-b', '--noEmit']])
      // Unit tests begin on the processor that becomes free first; lint and types read what Nuxt prepares, and the build writes it anew.
      const tried = async () => {
        await Promise.race([linted, typed])
        return wanted('unit') && unit(env, join(folder, 'unit.json'))
      }
      const built = async () => {
        await Promise.all([linted, typed])
        if (wanted('browser')) await Promise.all([buildApplication(), browserTemplates(cluster, env)])
      }
      await stage('Lint, types, unit tests and build', linted, typed, tried(), built())
    }
    if (wanted('browser')) await stage('Browser tests', browser(env, join(folder, 'browser.json')))
  } catch (error) {
    say(error instanceof Trouble ? error.message : error.stack)
    total.failed++
  }
  await end()
  process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`)
  return total.failed > 0 ? 1 : 0
}
