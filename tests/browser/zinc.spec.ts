import { spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import type { BayPage } from '../../shared/views'

/** The command itself, as somebody at a terminal uses it. */
const base = mkdtempSync(join(process.getuid?.() === 0 && existsSync('/var/lib') ? '/var/lib' : tmpdir(), 'zinc-bell-test-'))
chmodSync(base, 0o755)
test.afterAll(() => rmSync(base, { recursive: true, force: true }))
test.describe.configure({ mode: 'serial' })

const PORT = String(20_000 + (process.pid % 20_000))
const url = `http://127.0.0.1:${PORT}`

interface Running {
  process: ChildProcess
  said: () => string
  ended: Promise<number | null>
}
function zinc(...words: string[]): Running {
  const { ZINC_TEST_URL: _, DATABASE_URL: __, ...env } = process.env
  const child = spawn('./zinc', words, { env: { ...env, PORT, ZINC_DATA: base }, stdio: ['ignore', 'pipe', 'pipe'] })
  let said = ''
  child.stdout.on('data', chunk => {
    said += chunk
  })
  child.stderr.on('data', chunk => {
    said += chunk
  })
  return { process: child, said: () => said, ended: new Promise(done => child.on('exit', code => done(code))) }
}
const says = (running: Running, words: RegExp) => expect.poll(running.said, { timeout: 90_000 }).toMatch(words)
const healthy = () =>
  fetch(`${url}/api/health`).then(
    answer => answer.ok,
    () => false,
  )
const folderOf = (mode: string) => join(base, readdirSync(base)[0]!, mode)
/** Server processes whose parent is the command. */
function serverOf(parent: number): number {
  return Number(
    readdirSync('/proc')
      .filter(name => /^\d+$/.test(name))
      .find(pid => {
        try {
          return (
            new RegExp(`^PPid:\\s+${parent}$`, 'm').test(readFileSync(`/proc/${pid}/status`, 'utf8')) &&
            readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('.output/server')
          )
        } catch {
          return false
        }
      }),
  )
}

test('start opens an empty shop and prints the code for its owner', async () => {
  test.setTimeout(180_000)
  const shop = zinc('start')
  await says(shop, /Zinc Bell is open at http/)
  const code = /with the code\s+([A-Z0-9]{8})/.exec(shop.said())![1]
  expect(await (await fetch(`${url}/api/health`)).json()).toEqual({ ok: true, empty: true })
  const made = await fetch(`${url}/api/owner`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code, name: 'Oda Vint', login: 'oda', password: 'long enough' }),
  })
  expect(made.status).toBe(200)

  // Killed, the server comes back by itself with what it had.
  process.kill(serverOf(shop.process.pid!), 'SIGKILL')
  await says(shop, /ended by SIGKILL. Starting it again/)
  await expect.poll(healthy, { timeout: 20_000 }).toBe(true)
  expect(await (await fetch(`${url}/api/health`)).json()).toEqual({ ok: true, empty: false })

  // The same shop twice at once is refused, as is a taken port.
  const second = zinc('start')
  expect(await second.ended).toBe(1)
  expect(second.said()).toContain(`Port ${PORT} is taken`)

  // Ctrl-C stops the server and the cluster.
  shop.process.kill('SIGINT')
  expect(await shop.ended).toBe(0)
  expect(await healthy()).toBe(false)
  expect(existsSync(join(folderOf('start'), 'pg', 'postmaster.pid'))).toBe(false)
})

test('started again it keeps the shop, prints no code, and takes over a cluster that a killed run left', async () => {
  test.setTimeout(180_000)
  const first = zinc('start')
  await says(first, /Ctrl-C stops it/)
  expect(first.said()).not.toContain('with the code')
  first.process.kill('SIGKILL')
  await first.ended
  await expect.poll(healthy, { timeout: 10_000 }).toBe(false)
  expect(existsSync(join(folderOf('start'), 'pg', 'postmaster.pid'))).toBe(true)

  const second = zinc('start')
  await says(second, /Ctrl-C stops it/)
  expect(await (await fetch(`${url}/api/health`)).json()).toEqual({ ok: true, empty: false })
  second.process.kill('SIGTERM')
  expect(await second.ended).toBe(0)
  expect(existsSync(join(folderOf('start'), 'pg', 'postmaster.pid'))).toBe(false)
})

test('demo names its people and loads anew when asked', async () => {
  test.setTimeout(180_000)
  const signIn = (login: string) =>
    fetch(`${url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ login, password: 'skerry-reach' }),
    })
  const demo = zinc('demo', '--fresh')
  await says(demo, /oda \(owner\), {2}finn \(technician\) {2}or {2}ines \(inspector\)/)
  await says(demo, /Ctrl-C stops it/)
  for (const login of ['oda', 'finn', 'ines']) expect((await signIn(login)).status).toBe(200)
  const cookie = (await signIn('finn')).headers.get('set-cookie')!.split(';')[0]!
  const { rows } = (await (await fetch(`${url}/api/jobs`, { headers: { cookie } })).json()) as BayPage
  expect(rows.length).toBeGreaterThanOrEqual(5)
  expect(new Set(rows.map(row => row.next.action)).size).toBeGreaterThanOrEqual(5)
  expect(new Set(rows.map(row => row.state))).toEqual(new Set(['sealed', 'leaking', 'repairing', 'cannot-tell']))
  demo.process.kill('SIGINT')
  expect(await demo.ended).toBe(0)
})
