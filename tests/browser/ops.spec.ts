import { spawn } from 'node:child_process'
import {
  chmodSync,
  chownSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'

/** A module of the command, which runs before anything is installed and so is plain JavaScript. */
const of = <Module>(name: string) => import(new URL(`../../ops/${name}.mjs`, import.meta.url).href) as Promise<Module>

test('what ends is started again at once, then ever later, and for as long as the program lives', async () => {
  const { restartDelays } = await of<{ restartDelays: () => (now: number) => number }>('restarts')
  const delay = restartDelays()
  const waits = Array.from({ length: 30 }, (_, k) => delay(k * 10))
  expect(waits.slice(0, 3)).toEqual([0, 0, 0])
  expect(waits.slice(3, 7)).toEqual([500, 1000, 2000, 4000])
  expect(Math.max(...waits)).toBe(30_000)
  // A quiet hour later it is at once again; a thousand ends a year are no reason to give up.
  expect(delay(3_600_000)).toBe(0)
  for (let day = 1; day < 1000; day++) expect(delay(day * 86_400_000)).toBe(0)
})

test('a backup is made each night, at once when the last is long ago, and not twice', async () => {
  const { isDue } = await of<{ isDue: (last: number | null, now: number) => boolean }>('nightly')
  const at = (day: number, hour: number) => +new Date(2026, 4, day, hour)
  expect(isDue(null, at(1, 12))).toBe(true)
  expect(isDue(at(1, 3), at(1, 12))).toBe(false)
  expect(isDue(at(1, 3), at(2, 1))).toBe(false)
  expect(isDue(at(1, 3), at(2, 3))).toBe(true)
  expect(isDue(at(1, 12), at(2, 3))).toBe(true)
  expect(isDue(at(1, 3), at(4, 1))).toBe(true)
})

test('a backup that a wrong clock dated ahead is not the last one', async () => {
  const { lastIn } = await of<{ lastIn: (folder: string, now: number) => number | null }>('nightly')
  const folder = test.info().outputPath('copies')
  const now = Date.now()
  const made = (name: string, at: number) => {
    const file = join(folder, `zinc-bell-${name}.backup`)
    writeFileSync(file, '')
    utimesSync(file, at / 1000, at / 1000)
  }
  expect(lastIn(folder, now)).toBeNull()
  mkdirSync(folder, { recursive: true })
  made('ahead', now + 30 * 86_400_000)
  expect(lastIn(folder, now)).toBeNull()
  made('true', now - 3_600_000)
  expect(lastIn(folder, now)! / 1000).toBeCloseTo((now - 3_600_000) / 1000, 0)
})

test('a server that says nothing for a while is told of once, one that answers anything is not', async () => {
  const { watchAnswers } = await of<{
    watchAnswers: (ask: () => Promise<unknown>, silent: () => void, times: { look: number; most: number }) => () => void
  }>('answers')
  let says = true
  let told = 0
  const end = watchAnswers(
    () => (says ? Promise.resolve() : new Promise(() => {})),
    () => void told++,
    { look: 10, most: 100 },
  )
  await new Promise(done => setTimeout(done, 300))
  expect(told).toBe(0)
  says = false
  await expect.poll(() => told).toBe(1)
  says = true
  await new Promise(done => setTimeout(done, 300))
  expect(told).toBe(1)
  end()
})

test('a network without TLS is warned of, with how to put it in front', async () => {
  const { listening } = await of<{ listening: (of: object) => string }>('listening')
  const said = (host: string, publicUrl?: string) => listening({ host, port: 4600, publicUrl, mode: 'start' })
  expect(said('127.0.0.1')).toBe('')
  expect(said('0.0.0.0')).toMatch(/WARNING.*without TLS[\s\S]*nginx[\s\S]*ZINC_PUBLIC_URL=https/)
  expect(said('0.0.0.0', 'http://shop.example')).toContain('WARNING')
  expect(said('0.0.0.0', 'https://shop.example')).not.toContain('WARNING')
})

test('root finds the database of the user whose the data are, and makes one for that user', async () => {
  test.skip(process.getuid?.() !== 0, 'only root can act for others')
  const { startCluster } = await of<{
    startCluster: (
      folder: string,
      how: object,
    ) => Promise<{ has: (name: string) => Promise<boolean>; stop: () => Promise<unknown> }>
  }>('cluster')
  const folder = mkdtempSync('/var/lib/zinc-bell-owned-')
  const NOBODY = 65534
  chownSync(folder, NOBODY, NOBODY)
  chmodSync(folder, 0o755)
  try {
    const made = await startCluster(folder, { throwaway: true })
    expect(statSync(join(folder, 'pg', 'PG_VERSION')).uid).toBe(NOBODY)
    // Another command, while it runs: the same cluster, left running.
    const found = await startCluster(folder, { throwaway: true })
    expect(await found.has('postgres')).toBe(true)
    await made.stop()
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})

test('what two commands would ruin for each other is done one after the other, and one that was killed keeps nobody waiting', async () => {
  const file = test.info().outputPath('turns')
  writeFileSync(file, '')
  const begin = (work: string) =>
    spawn(process.execPath, ['-e', `import('./ops/turn.mjs').then(m => m.inTurn('spec', 'trying', async () => { ${work} }))`], {
      stdio: ['ignore', 'ignore', 'pipe'],
    })
  const ended = (child: ReturnType<typeof begin>) => new Promise<void>(done => child.once('close', () => done()))
  const killed = begin(
    `require('fs').appendFileSync(${JSON.stringify(file)}, 'killed '); await new Promise(d => setTimeout(d, 60_000))`,
  )
  await expect.poll(() => readFileSync(file, 'utf8')).toBe('killed ')
  killed.kill('SIGKILL')
  await ended(killed)
  const write = `const { appendFileSync } = require('fs'); appendFileSync(${JSON.stringify(file)}, 'in '); await new Promise(d => setTimeout(d, 400)); appendFileSync(${JSON.stringify(file)}, 'out ')`
  const both = [begin(write), begin(write)]
  let said = ''
  for (const each of both) each.stderr!.on('data', piece => (said += String(piece)))
  await Promise.all(both.map(ended))
  expect(readFileSync(file, 'utf8')).toBe('killed in out in out ')
  expect(said).toMatch(/^Another command \(process \d+\) is trying here; this one waits for it …\n$/)
})
