import { createServer, request } from 'node:http'
import type { AddressInfo } from 'node:net'
import { OWNER_CODE } from '../support/shop'
import { enter, expect, jobOf, test } from '../support/test'

/** A page of somebody else, on a site of its own. */
async function elsewhere(html: string): Promise<{ url: string; close: () => void }> {
  const server = createServer((_, answer) => answer.setHeader('content-type', 'text/html').end(html))
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  return { url: `http://localhost:${port}/`, close: () => server.close() }
}

test('a page elsewhere makes no owner, changes nothing and frames nothing', async ({ page, empty }) => {
  const owner = { code: OWNER_CODE, name: 'Not Oda', login: 'notoda', password: 'kelp under the slipway' }
  const other = await elsewhere(`<iframe src="${empty.url}/sign-in"></iframe>
    <form action="${empty.url}/api/owner" method="post" enctype="text/plain" target="sent"><input name='{"a":"' value='"}'></form>
    <iframe name="sent"></iframe>`)
  await page.goto(other.url)
  const tried = await page.evaluate(
    async ([url, body]) => {
      const send = (init: RequestInit) =>
        fetch(`${url}/api/owner`, { method: 'POST', mode: 'no-cors', credentials: 'include', body, ...init }).then(
          answer => answer.type,
          () => 'failed',
        )
      document.forms[0]!.submit()
      return [
        await send({}),
        await send({ headers: { 'content-type': 'text/plain' } }),
        await send({ mode: 'cors', headers: { 'content-type': 'application/json' } }),
        navigator.sendBeacon(`${url}/api/owner`, body),
      ]
    },
    [empty.url, JSON.stringify(owner)] as const,
  )
  expect(tried).toHaveLength(4)
  await page.waitForTimeout(500)
  expect((await empty.query('select 1 from person')).rowCount).toBe(0)
  expect(page.frames().some(frame => frame.url().startsWith(empty.url))).toBe(false)
  other.close()
})

test('what comes from another site is refused whatever it brings, and JSON says that it is', async ({ context, looked }) => {
  await enter(context, looked)
  const job = await jobOf(context, looked, 'Beach tractor, saddle tank')
  const send = (headers: Record<string, string>) =>
    context.request.patch(`${looked.url}/api/me`, { headers, data: '{}' }).then(answer => answer.status())
  const json = { 'content-type': 'application/json' }
  expect(await send({ ...json, 'sec-fetch-site': 'cross-site' })).toBe(403)
  expect(await send({ ...json, 'sec-fetch-site': 'same-site' })).toBe(403)
  expect(await send({ ...json, origin: 'https://elsewhere.example' })).toBe(403)
  expect(await send({ ...json, origin: 'null' })).toBe(403)
  expect(await send({ 'content-type': 'text/plain' })).toBe(415)
  expect(await send({ ...json, 'origin': looked.url, 'sec-fetch-site': 'same-origin' })).toBe(422)
  // Without a body it is no different.
  const gone = await context.request.delete(`${looked.url}/api/jobs/${job.id}/owner-card`, {
    headers: { 'sec-fetch-site': 'cross-site' },
  })
  expect(gone.status()).toBe(403)
})

test('under a name that nobody gave it, and at an address that cannot be read, nothing is answered and nothing breaks', async ({
  looked,
}) => {
  const { port } = new URL(looked.url)
  const asked = (host: string, path: string, headers: Record<string, string> = {}) =>
    new Promise<{ status: number; text: string }>((done, fail) => {
      const sent = request({ host: '127.0.0.1', port, path, headers: { ...headers, host } }, answer => {
        let text = ''
        answer.on('data', piece => (text += String(piece))).once('end', () => done({ status: answer.statusCode!, text }))
      })
      sent.once('error', fail).end()
    })
  for (const path of ['/', '/sign-in', '/api/health', '/api/jobs', '/card/abcdefghijklmnopqrstuv?words=x']) {
    for (const host of ['[', '%', '@', 'a b', '127.0.0.1@x'])
      expect((await asked(host, path)).status, `${host} ${path}`).toBe(400)
    const other = await asked('evil.example', path)
    expect(other.status).toBe(421)
    expect(other.text).toContain('ZINC_HOSTS')
  }
  expect((await asked('127.0.0.1', 'http://[/')).status).toBe(400)
  expect((await asked('127.0.0.1', '//[')).status).toBeLessThan(500)
  expect((await asked('localhost', '/api/health', { 'x-forwarded-host': '[' })).status).toBe(200)
  expect((await asked('localhost', '/api/nothing', { 'x-forwarded-host': '[' })).status).toBeLessThan(500)
})

test('answers say that nobody else frames, reads, sniffs or keeps them, and not what made them', async ({
  context,
  looked,
}) => {
  await enter(context, looked)
  for (const path of ['/', '/sign-in', '/api/jobs', '/api/health', '/api/nothing', '/api/jobs/x']) {
    const answer = await context.request.get(looked.url + path)
    const headers = answer.headers()
    expect(headers['content-security-policy'], path).toContain("frame-ancestors 'none'")
    expect(headers, path).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      // An address that is none says nothing worth keeping.
      'cache-control': expect.stringMatching(answer.status() === 404 ? /^no-/ : /^no-store$/),
      'x-request-id': expect.stringMatching(/^[\da-f-]{36}$/),
    })
    expect(headers, path).not.toHaveProperty('x-powered-by')
    expect(headers, path).not.toHaveProperty('access-control-allow-origin')
  }
  const page = await (await context.request.get(looked.url)).text()
  const nonces = [...page.matchAll(/<script([^>]*)>/g)].map(([, words]) => /nonce="([^"]+)"/.exec(words!)?.[1])
  expect(nonces.length).toBeGreaterThan(1)
  expect(new Set(nonces).size).toBe(1)
  const policy = (await context.request.get(looked.url)).headers()['content-security-policy']!
  expect(policy).not.toContain(nonces[0])
  expect(policy).not.toMatch(/script-src[^;]*unsafe/)
})

test('an address under /api that nothing answers says so in JSON, whatever is asked of it', async ({ context, looked }) => {
  await enter(context, looked)
  for (const [method, path] of [
    ['GET', 'nothing'],
    ['POST', 'jobs/x/y/z'],
    ['PUT', 'jobs'],
    ['DELETE', 'health'],
  ] as const) {
    const answer = await context.request.fetch(`${looked.url}/api/${path}`, { method })
    expect(answer.status(), `${method} ${path}`).toBe(404)
    expect((await answer.json()).data.message).toContain('nothing at this address')
  }
})

test('no page breaks what it may load itself', async ({ page, context, looked }) => {
  await enter(context, looked)
  const broken: string[] = []
  page.on('console', message => {
    if (/Content Security|refused to/i.test(message.text())) broken.push(message.text())
  })
  const job = await jobOf(context, looked, 'Flying boat SK-11, left outer')
  for (const path of ['/', `/jobs/${job.id}`, `/jobs/${job.id}/record`, '/bench', '/reckoner', '/me']) {
    await page.goto(looked.url + path)
    await expect(page.locator('h1').filter({ visible: true }).first()).toBeVisible()
  }
  expect(broken).toEqual([])
})

test('a body is not read beyond its bound, before sign-in nor after', async ({ demo }) => {
  const { hostname, port } = new URL(demo.url)
  const sent = await new Promise<{ status: number; bytes: number }>(done => {
    let bytes = 0
    const call = request(
      { hostname, port, path: '/api/session', method: 'POST', headers: { 'content-type': 'application/json' } },
      answer => done({ status: answer.statusCode!, bytes }),
    )
    call.on('error', () => {})
    const more = () => {
      if (call.destroyed || bytes > 50e6) return
      bytes += 65_536
      call.write('x'.repeat(65_536), () => setImmediate(more))
    }
    more()
  })
  expect(sent.status).toBe(413)
  expect(sent.bytes).toBeLessThan(20e6)
})
