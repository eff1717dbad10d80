import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildApplication } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installChromium, installNginx, installPackages } from './install.mjs'
import { browserTemplates, emptyTemplate } from './shopTemplates.mjs'
import { bin, dataFolder, endRunning, run, say, Trouble } from './steps.mjs'
import { testAgain } from './testAgain.mjs'

const NAMES = ['lint', 'types', 'unit', 'browser']
const SLOWEST = 10

/** A tool that passes or fails as a whole; what it says is told once it has ended, so that two at a time do not mix. */
async function whole(command, args) {
  const { code, all } = await run(bin(command), args, { mayFail: true, quiet: true })
  if (code === 0) return { passed: 1, failed: 0 }
  say(all.trim())
  return { passed: 0, failed: 1 }
}

function report(file) {
  if (!existsSync(file)) throw new Trouble('The test runner ended without a report.')
  return JSON.parse(readFileSync(file, 'utf8'))
}

/** A half of Jest's suites over core, shared, server and the parts of app and ops that need no browser. @param half 1 or 2 */
async function unit(env, folder, half) {
  const file = join(folder, `unit-${half}.json`)
  const { all } = await run(bin('jest'), ['--json', `--outputFile=${file}`, '--maxWorkers=1', `--shard=${half}/2`], {
    mayFail: true,
    quiet: true,
    env,
  })
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites, testResults } = report(file)
  const failed = numFailedTests + numRuntimeErrorTestSuites
  if (failed > 0) say(all.trim())
  const slow = testResults.map(suite => ({
    title: suite.name.split('/').slice(-2).join('/'),
    ms: suite.endTime - suite.startTime,
  }))
  return { passed: numPassedTests, failed, slow }
}

/** Every browser test of a report, with its outcome and how long it took in all. */
function* browserTests(suites, path = []) {
  for (const suite of suites) {
    yield* browserTests(suite.suites ?? [], [...path, suite.title])
    for (const { title, tests } of suite.specs ?? [])
      for (const { status, results } of tests)
        yield {
          title: [...path, suite.title, title].join(' › '),
          status,
          ms: results.reduce((sum, { duration }) => sum + duration, 0),
          traces: results.flatMap(({ attachments }) =>
            attachments.filter(each => each.name === 'trace').map(each => each.path),
          ),
        }
  }
}

async function browser(env, file) {
  await run(bin('playwright'), ['test'], { mayFail: true, env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: file } })
  const { stats, suites } = report(file)
  const tests = [...browserTests(suites)]
  // A test that passed only when it was tried again counts as passed, and is named with where its trace lies: it is to be mended.
  for (const { title, traces } of tests.filter(({ status }) => status === 'flaky'))
    say(`Flaky: ${title}${traces.length ? `, trace ${traces.join(', ')}` : ''}`)
  return { passed: stats.expected + stats.flaky, failed: stats.unexpected, slow: tests }
}

/** Stages of a run as they end, with what they took and how they came out. */
function tally() {
  const began = Date.now()
  const total = { passed: 0, failed: 0 }
  const stages = []
  const slow = []
  return {
    total,
    /** Runs a stage and counts what it answers. One that breaks is told and does not take away what the others have to say. */
    async stage(name, work) {
      const from = Date.now()
      try {
        const { passed = 0, failed = 0, slow: tests = [] } = (await work()) ?? {}
        total.passed += passed
        total.failed += failed
        slow.push(...tests)
      } catch (error) {
        say(error instanceof Trouble ? error.message : error.stack)
        total.failed++
        throw error
      } finally {
        stages.push({ name, from: from - began, to: Date.now() - began })
        say(
          `${name}: ${seconds(Date.now() - from)} s, at ${seconds(Date.now() - began)} s; ${total.passed} passed, ${total.failed} failed so far`,
        )
      }
    },
    /** Where the time went. */
    tell() {
      say(`\nWhere the time went, of ${seconds(Date.now() - began)} s:`)
      for (const { name, from, to } of stages)
        say(`  ${name.padEnd(24)}${String(seconds(to - from)).padStart(6)} s   from ${seconds(from)} to ${seconds(to)}`)
      if (slow.length === 0) return
      say('The slowest tests:')
      for (const { title, ms } of slow.sort((a, b) => b.ms - a.ms).slice(0, SLOWEST))
        say(`  ${seconds(ms).toString().padStart(4)} s  ${title}`)
    },
  }
}
const seconds = ms => Math.round(ms / 1000)

/**
 * `./zinc test [NAME …]`: lint, types, unit and browser tests on a cluster of their own. What does not stand in each other's way
 * runs side by side, two programs at a time; the browser tests take both processors at the end.
 * `./zinc test again [WORDS] [--times N]`: the browser tests many times over.
 * @returns the exit code; the last line printed is `N passed, N failed`
 */
export async function test(names) {
  const again = names[0] === 'again'
  const unknown = !again && names.find(name => !NAMES.includes(name))
  if (unknown) throw new Trouble(`There is no check “${unknown}”. Choose from: ${NAMES.join(', ')}; or again.`)
  const wanted = name => !again && (names.length === 0 || names.includes(name))
  const folder = dataFolder(`test-${process.pid}`)
  let cluster
  const end = async () => {
    endRunning()
    await cluster?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end().then(() => process.exit(1)))
  const { stage, total, tell } = tally()
  try {
    await installPackages({ checks: true })
    if (wanted('browser') || again) {
      await installChromium()
      await installNginx()
    }
    cluster = await startCluster(folder, { throwaway: true })
    const env = { ...process.env, ZINC_TEST_URL: cluster.url('postgres'), CI: '1' }
    if (again) {
      await Promise.all([buildApplication(), browserTemplates(cluster, env)])
      const { passed, failed } = await testAgain(names.slice(1), env)
      total.passed += passed
      total.failed += failed
    } else {
      const reads = wanted('lint') || wanted('types')
      if (reads) await run(bin('nuxt'), ['prepare'], { quiet: true })
      const copied = wanted('unit') && emptyTemplate(cluster, env)
      const half = k => async () => unit({ ...env, ZINC_TEST_TEMPLATE: await copied }, folder, k)
      const works = [
        wanted('browser') && ['Build', () => buildApplication()],
        wanted('lint') && [
          'Lint',
          () => whole('eslint', ['.', '--max-warnings', '0', '--cache', '--cache-location', 'node_modules/.cache/eslint/']),
        ],
        wanted('types') && ['Types', () => whole('vue-tsc', ['-b', '--noEmit'])],
        wanted('unit') && ['Unit tests, one half', half(1)],
        wanted('unit') && ['Unit tests, the other', half(2)],
        wanted('lint') && ['Format', () => whole('prettier', ['--check', '--cache', '--log-level', 'warn', '.'])],
      ].filter(Boolean)
      // Two at a time, each on a processor of its own; the longest begin first.
      const broken = new Set()
      const lane = async () => {
        for (let next = works.shift(); next; next = works.shift()) await stage(...next).catch(() => broken.add(next[0]))
      }
      await Promise.all([lane(), lane()])
      // On a build that broke nothing can be tried.
      if (wanted('browser') && !broken.has('Build')) {
        await browserTemplates(cluster, env)
        await stage('Browser tests', () => browser(env, join(folder, 'browser.json')))
      }
    }
  } catch (error) {
    say(error instanceof Trouble ? error.message : error.stack)
    total.failed++
  }
  await end()
  tell()
  process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`)
  return total.failed > 0 ? 1 : 0
}
