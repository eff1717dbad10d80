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
const folderOf = (mode: string) => join(base, mode)
const PASSWORD = 'kelp under the slipway'
const health = async () => (await (await fetch(`${url}/api/health`)).json()) as object
const postmasterOf = (mode: string) => Number(readFileSync(join(folderOf(mode), 'pg', 'postmaster.pid'), 'utf8').split('\n')[0])
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
  expect(await health()).toMatchObject({ ok: true, empty: true })
  const made = await fetch(`${url}/api/owner`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code, name: 'Oda Vint', login: 'oda', password: PASSWORD }),
  })
  expect(made.status).toBe(200)

  // Killed, the server comes back by itself with what it had.
  process.kill(serverOf(shop.process.pid!), 'SIGKILL')
  await says(shop, /ended by SIGKILL. Starting it again/)
  await expect.poll(healthy, { timeout: 20_000 }).toBe(true)
  expect(await health()).toMatchObject({ ok: true, empty: false })

  // So does the database, while the server waits for it.
  process.kill(postmasterOf('start'), 'SIGKILL')
  await says(shop, /PostgreSQL was ended\. Starting it again/)
  await says(shop, /PostgreSQL runs again/)
  await expect.poll(healthy, { timeout: 20_000 }).toBe(true)
  expect(await health()).toMatchObject({ ok: true, empty: false, parts: { database: { state: 'well' } } })

  // A copy while it runs, which is whole; and the first nightly one was made by itself.
  const copy = join(base, 'copy.backup')
  expect(await zinc('backup', copy).ended).toBe(0)
  const verified = zinc('verify', copy)
  expect(await verified.ended).toBe(0)
  expect(verified.said()).toContain('is whole')
  await expect
    .poll(() => (existsSync(join(folderOf('start'), 'backups')) ? readdirSync(join(folderOf('start'), 'backups')) : []), {
      timeout: 60_000,
    })
    .toContainEqual(expect.stringMatching(/^zinc-bell-.*\.backup$/))
  const looked = zinc('doctor')
  await looked.ended
  expect(looked.said()).toMatch(/well\s+Shop: database/)

  // Who forgot the password gets a code at the terminal.
  const asked = zinc('code', 'oda')
  expect(await asked.ended).toBe(0)
  expect(asked.said()).toMatch(/Oda Vint sets a new password with the code {2}[A-Z0-9]{10} /)
  expect(await zinc('code', 'nobody').ended).toBe(3)

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
  expect(await health()).toMatchObject({ ok: true, empty: false })
  second.process.kill('SIGTERM')
  expect(await second.ended).toBe(0)
  expect(existsSync(join(folderOf('start'), 'pg', 'postmaster.pid'))).toBe(false)
})

test('a dead disk: the copy goes into an empty machine, and in place of a shop only when told so', async () => {
  test.setTimeout(180_000)
  const copy = join(base, 'copy.backup')
  const refused = zinc('restore', copy)
  expect(await refused.ended).toBe(1)
  expect(refused.said()).toContain('There is a shop here already')
  rmSync(folderOf('start'), { recursive: true })
  const restored = zinc('restore', copy)
  expect(await restored.ended, restored.said()).toBe(0)
  const over = zinc('restore', copy, '--over')
  expect(await over.ended, over.said()).toBe(0)
  expect(over.said()).toContain('What was here before is kept')
  const shop = zinc('start')
  await says(shop, /Ctrl-C stops it/)
  expect(shop.said()).not.toContain('with the code')
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'oda', password: PASSWORD }),
  })
  expect(answer.status).toBe(200)
  shop.process.kill('SIGINT')
  await shop.ended
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
  const cookie = (await signIn('finn')).headers
    .getSetCookie()
    .map(each => each.split(';')[0])
    .join('; ')
  const { rows } = (await (await fetch(`${url}/api/jobs`, { headers: { cookie } })).json()) as BayPage
  expect(rows.length).toBeGreaterThanOrEqual(5)
  expect(new Set(rows.map(row => row.next.action)).size).toBeGreaterThanOrEqual(5)
  expect(new Set(rows.map(row => row.state))).toEqual(new Set(['sealed', 'leaking', 'repairing', 'cannot-tell']))
  demo.process.kill('SIGINT')
  expect(await demo.ended).toBe(0)
})
