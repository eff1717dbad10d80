import { appendFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { builtFrom } from './build.mjs'
import { bin, dataFolder, root, run, say, Trouble } from './steps.mjs'

const TIMES = 20

/** Words of the command line: which tests by a part of their title, and how often each. */
function asked(words) {
  const at = words.indexOf('--times')
  const times = at < 0 ? TIMES : Number(words[at + 1])
  if (!Number.isInteger(times) || times < 1) throw new Trouble('--times takes a whole number, such as 20.')
  const titles = at < 0 ? words : [...words.slice(0, at), ...words.slice(at + 2)]
  return { times, titles }
}

/** Every browser test of the build, as the runner names it. */
async function everyTest(env, titles) {
  const { out } = await run(bin('playwright'), ['test', '--list', '--reporter=json'], { capture: true, env })
  const of = (suites, path = []) =>
    suites.flatMap(suite => [
      ...of(suite.suites ?? [], [...path, suite.title]),
      ...(suite.specs ?? []).map(({ title }) => [...path, suite.title, title].join(' › ')),
    ])
  return of(JSON.parse(out).suites).filter(name => titles.every(title => name.includes(title)))
}

/** What was tried so far, a line a try; it begins anew where the program or a test is another one. */
function kept(file, of) {
  const lines = existsSync(file)
    ? readFileSync(file, 'utf8')
        .split('\n')
        .filter(Boolean)
        .map(line => JSON.parse(line))
    : []
  if (lines[0]?.of === of) return lines.slice(1)
  writeFileSync(file, `${JSON.stringify({ of })}\n`)
  return []
}

/**
 * Each browser test many times, two at a time as in the suite, without a second try. It can be stopped and goes on where it was, and
 * keeps the tally until the program or a test changes.
 * @returns how many tries passed and failed in all
 */
export async function testAgain(words, env) {
  const { times, titles } = asked(words)
  const folder = dataFolder('test-again')
  const file = join(folder, 'tally.ndjson')
  const list = join(folder, 'round.txt')
  const tests = await everyTest(env, titles)
  if (tests.length === 0) throw new Trouble('No browser test is called that.')
  const tries = () => kept(file, builtFrom(['tests', 'playwright.config.ts'])).filter(({ test }) => tests.includes(test))
  for (;;) {
    const counts = new Map(tests.map(test => [test, 0]))
    for (const { test } of tries()) counts.set(test, counts.get(test) + 1)
    const fewest = Math.min(...counts.values())
    if (fewest >= times) break
    const round = tests.filter(test => counts.get(test) === fewest)
    say(`Try ${fewest + 1} of ${times}: ${round.length} tests …`)
    writeFileSync(list, `${round.join('\n')}\n`)
    await run(
      bin('playwright'),
      [
        'test',
        '--retries=0',
        '--test-list',
        list,
        `--reporter=line,${join(root, 'ops/tallyReporter.mjs')}`,
        // One alone is tried beside itself.
        ...(round.length === 1 ? ['--repeat-each=2'] : []),
      ],
      {
        mayFail: true,
        env: { ...env, ZINC_TALLY: file },
      },
    )
    const after = tries().length
    if (after === [...counts.values()].reduce((sum, count) => sum + count, 0)) throw new Trouble('No test was run.')
  }
  const all = tries()
  const failed = all.filter(({ passed }) => !passed)
  for (const test of new Set(failed.map(each => each.test))) {
    const its = all.filter(each => each.test === test)
    say(`${its.filter(({ passed }) => !passed).length} of ${its.length} failed: ${test}`)
  }
  say(`${tests.length} tests, each ${times} times.`)
  return { passed: all.length - failed.length, failed: failed.length }
}

/** Writes one try into the tally. */
export function countTry(file, entry) {
  mkdirSync(join(file, '..'), { recursive: true })
  appendFileSync(file, `${JSON.stringify(entry)}\n`)
}
