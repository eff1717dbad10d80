import { readFileSync } from 'node:fs'
import { bin, endRunning, root, run, say, Trouble } from './steps.mjs'

const [command, ...words] = process.argv.slice(2)

const HELP = `usage: ./zinc COMMAND

  demo [--fresh]   serve the demo shop on http://127.0.0.1:4600 (PORT overrides); --fresh loads its data anew
  start            serve your own shop, empty at first
  backup FILE      everything of your shop in one file, while it runs; --demo for the demo's
  restore FILE     a backup into an empty machine; --over in place of what is there, which is kept
  verify FILE      whether a backup is whole
  code NAME        a one-time code for a new password, for whoever sits at this machine
  doctor           what the program stands on: disk, backup, clock, database, and what to do about it
  version          which one this is
  test [NAME …]    run every check, or only those named: lint types unit browser
  test again [WORDS] [--times N]  each browser test 20 times, two at a time; stopped, it goes on where it was and keeps the tally
  mutate [FOLDER …]  change the code in one place after another and see whether a test notices
  bench [NAME …]   core: speed and memory of the estimate, and a year's shop; alarm: how soon a danger rings; attack: malformed
                   and largest requests, power cuts, a long file; standby: a second database that takes over; pages: what pages weigh,
                   and how soon they answer on a slow processor
  play FILE --key KEY   send a CSV into a running hold as a logger would
  analyse FILE …   leak rate and verdict of logged holds, one line of JSON each; --setup FILE for one set-up for all

DATABASE_URL uses another PostgreSQL server instead of the own one (…?sslmode=verify-full for one over a network).
ZINC_DATA names another folder for the data, ZINC_BACKUP_FOLDER one for the nightly backups (best on another disk), ZINC_BACKUPS how
many of them are kept (14), ZINC_PUBLIC_URL the address that people type when TLS stands in front, ZINC_HOSTS other names that it is
reached by, ZINC_LOG_LEVEL=info a line of log a request.`

/** A program of the core on its own, with the words of the command line. */
async function script(file) {
  const { installPackages } = await import('./install.mjs')
  await installPackages()
  const { code } = await run(bin('tsx'), [`${root}/ops/${file}`, ...words], {
    cwd: process.cwd(),
    stdio: ['ignore', 'inherit', 'inherit'],
    mayFail: true,
  })
  process.exitCode = code ?? 1
}

const commands = {
  async demo() {
    const unknown = words.find(word => word !== '--fresh')
    if (unknown) throw new Trouble(`demo does not know “${unknown}”. It takes --fresh or nothing.`)
    const { serve } = await import('./serve.mjs')
    await serve('demo', { fresh: words.includes('--fresh') })
  },
  async start() {
    const { serve } = await import('./serve.mjs')
    await serve('start')
  },
  async backup() {
    const { backup } = await import('./copies.mjs')
    process.exitCode = await backup(words)
  },
  async restore() {
    const { restore } = await import('./copies.mjs')
    process.exitCode = await restore(words)
  },
  async verify() {
    const { verify } = await import('./copies.mjs')
    process.exitCode = await verify(words)
  },
  async code() {
    const { code } = await import('./code.mjs')
    process.exitCode = await code(words)
  },
  async doctor() {
    const { doctor } = await import('./doctor.mjs')
    process.exitCode = await doctor(words.includes('--demo') ? 'demo' : 'start')
  },
  version() {
    const { version } = JSON.parse(readFileSync(`${root}/package.json`, 'utf8'))
    say(`Zinc Bell ${version}`)
  },
  async test() {
    const { test } = await import('./test.mjs')
    process.exitCode = await test(words)
  },
  async mutate() {
    const { mutate } = await import('./mutate.mjs')
    process.exitCode = await mutate(words)
  },
  analyse: () => script('analyse.ts'),
  play: () => script('play.ts'),
  async bench() {
    const { bench } = await import('./bench.mjs')
    process.exitCode = await bench(words)
  },
}

if (!(command in commands)) {
  say(HELP)
  process.exit(command === undefined || command === 'help' || command === '--help' ? 0 : 2)
}
try {
  await commands[command]()
} catch (error) {
  endRunning()
  say(error instanceof Trouble ? error.message : error.stack)
  process.exitCode = 1
}
