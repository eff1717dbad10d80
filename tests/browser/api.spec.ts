/// <reference lib="dom" />
import { get, request, type IncomingHttpHeaders } from 'node:http'
import { brotliDecompressSync } from 'node:zlib'
import { routes } from '../../server/services/routes/routes'
import { enter, expect, jobOf, startTypedHold, test } from '../support/test'

const someId = '00000000-0000-4000-8000-000000000000'

test('no route but sign-in and health answers without a session, and no page', async ({ playwright, looked }) => {
  const stranger = await playwright.request.newContext()
  for (const { method, path, who } of routes) {
    const answer = await stranger.fetch(`${looked.url}/api${path.replace(/\{\w+\}/g, someId)}`, {
      method,
      data: method === 'get' ? undefined : {},
    })
    // An address that is a key opens nothing with another one.
    if (path.includes('{token}')) expect([404, 422], `${method} ${path}`).toContain(answer.status())
    else if (who === 'anyone') expect([200, 422], `${method} ${path}`).toContain(answer.status())
    else expect(answer.status(), `${method} ${path}`).toBe(401)
  }
  for (const page of ['/', '/bench', '/jobs/new', `/jobs/${someId}`, '/people', '/anything']) {
    const answer = await stranger.get(looked.url + page, { maxRedirects: 0 })
    expect(answer.status(), page).toBe(302)
    expect(answer.headers().location).toContain('/sign-in?back=')
  }
  await stranger.dispose()
})

test('what is sent is checked: each bad field has its sentence', async ({ context, looked }) => {
  await enter(context, looked)
  const job = await jobOf(context, looked, 'Library van, main tank')
  const send = (path: string, data: unknown) => context.request.post(`${looked.url}/api/${path}`, { data: data as object })
  const bad = await send(`jobs/${job.id}/tests/hold`, {
    id: 'x',
    source: 'guess',
    method: 'pressure-decay',
    volume: -3,
    volumeUncertainty: 'lots',
    testPressure: -1,
    gaugeStep: 0,
  })
  expect(bad.status()).toBe(422)
  const { data } = await bad.json()
  expect(data.fields).toMatchObject({
    id: expect.any(String),
    source: expect.stringContaining('must be one of'),
    volume: expect.stringContaining('more than zero'),
    volumeUncertainty: expect.stringContaining('number'),
    testPressure: expect.stringContaining('above zero'),
    gaugeStep: expect.any(String),
  })
  expect((await send(`jobs/${job.id}/tests/hold`, [1, 2])).status()).toBe(400)
  // What no text can hold, and what is no text, is refused in a sentence beside its field, and never breaks the server.
  const answer = { id: crypto.randomUUID(), check: 'cap-look', outcome: 'cannot', note: '', after: null }
  for (const note of ['a\0b', '\ud800', {}, ['x']]) {
    const said = await send(`jobs/${job.id}/entries/answer`, { ...answer, note })
    expect(said.status(), JSON.stringify(note)).toBe(422)
    if (typeof note === 'string') expect((await said.json()).data.fields.note).toContain('cannot be kept')
  }
  expect(
    (
      await context.request.post(`${looked.url}/api/jobs`, {
        headers: { 'content-type': 'application/json' },
        data: Buffer.from('{"id":'),
      })
    ).status(),
  ).toBe(400)
  expect((await context.request.get(`${looked.url}/api/jobs/not-an-id`)).status()).toBe(404)
  expect((await context.request.get(`${looked.url}/api/jobs/${someId}`)).status()).toBe(404)
  const absurd = await send(`jobs/${job.id}/tests/hold`, {
    id: crypto.randomUUID(),
    source: 'typed',
    method: 'pressure-decay',
    volume: 6900,
    volumeUncertainty: 1,
    testPressure: 3000,
    gaugeStep: 10,
    gaugeNoise: 5,
    temperatureDoubt: 0,
    barometerDoubt: 0,
    rigLeak: 0,
    rigLeakDoubt: 0,
    closures: { [crypto.randomUUID()]: 'fed' },
    wettedShare: 0,
  })
  expect((await absurd.json()).data.fields.volume).toContain('Check the unit')
})

test('a submit that is repeated is one entry, and a reading at one time is one reading', async ({ context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const hold = await startTypedHold(context, demo, job.id)
  const readings = {
    readings: [
      { t: 0, pressure: 6000 },
      { t: 10, pressure: 5990 },
    ],
  }
  const answers = await Promise.all(
    [1, 2, 3].map(() =>
      context.request.post(`${demo.url}/api/holds/${hold}/readings`, { data: readings }).then(answer => answer.json()),
    ),
  )
  expect(answers.map(answer => answer.taken).sort()).toEqual([0, 0, 2])
  const mark = { id: crypto.randomUUID(), kind: 'knock' }
  for (let k = 0; k < 2; k++) await context.request.post(`${demo.url}/api/tests/${hold}/entries/mark`, { data: mark })
  expect((await (await context.request.get(`${demo.url}/api/holds/${hold}`)).json()).marks).toHaveLength(1)
  const over = await context.request.post(`${demo.url}/api/holds/${hold}/readings`, {
    data: { readings: [{ t: 1, pressure: 6_900_000 }] },
  })
  expect((await over.json()).data.fields['readings[0].pressure']).toContain('Check the unit')
})

test('what cannot be of vapour, fuel, torque and photographs is refused, each with its sentence, and nothing of it is kept', async ({
  context,
  looked,
}) => {
  await enter(context, looked)
  const job = await jobOf(context, looked, 'Glider tug')
  const send = (path: string, data: object) => context.request.post(`${looked.url}/api/jobs/${job.id}/${path}`, { data })
  const refused = async (path: string, data: object, field: string, sentence: string) => {
    const answer = await send(path, { id: crypto.randomUUID(), ...data })
    expect(answer.status(), path).toBe(422)
    expect((await answer.json()).data.fields[field], path).toContain(sentence)
  }
  await refused('entries/gas', { point: 'middle', explosive: 1.4, oxygen: null }, 'explosive', 'up to 100 %')
  await refused('entries/gas', { point: 'middle', explosive: -0.1, oxygen: null }, 'explosive', 'below nothing')
  await refused('entries/gas', { point: 'middle', explosive: 0.02, oxygen: 0.6 }, 'oxygen', 'is no air')
  await refused('entries/gas', { point: '', explosive: 0.02, oxygen: null }, 'point', 'is missing')
  await refused('entries/drained', { volume: 40 * job.capacity, method: 'drain', gaugeShown: null }, 'volume', 'Check the unit')
  await refused('entries/drained', { volume: 0.01, method: 'straw', gaugeShown: null }, 'method', 'must be one of')
  await refused('entries/drained', { volume: 0.01, method: 'drain', gaugeShown: 1.5 }, 'gaugeShown', 'at most full')
  await refused('entries/weighing', { density: 0.745 }, 'density', '0.745 or as 745')
  await refused('entries/weighing', { level: 2 * job.capacity }, 'level', 'more than this tank holds')
  await refused('entries/weighing', { tankMass: -3 }, 'tankMass', 'more than zero')
  await refused('entries/weighing', { shape: 'egg' }, 'shape', 'not known')
  await refused('entries/strip', { fixing: null, name: 'Bracket', torque: 9000 }, 'torque', 'Check the unit')
  await refused('entries/strip', { fixing: null, name: '  ' }, 'name', 'is missing')
  await refused(
    'entries/hot-work',
    { shop: 'Harbour welders', certificate: 'GF-1', issuedOn: 'last week', what: 'Corner welded' },
    'issuedOn',
    'as 2026-05-20',
  )
  await refused(
    'tests/soap',
    {
      pressure: 50_000,
      closures: { [crypto.randomUUID()]: 'fed' },
      wettedShare: 0,
      links: {},
      relief: { kind: 'regulator', opensAt: 50_000 },
    },
    'pressure',
    'above this tank’s limit',
  )
  expect(
    (await context.request.put(`${looked.url}/api/jobs/${job.id}/plan`, { data: { place: 'the moon', acts: [] } })).status(),
  ).toBe(422)
  const half = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')
  expect(
    (await context.request.post(`${looked.url}/api/jobs/${job.id}/photos?id=${crypto.randomUUID()}`, { data: half })).status(),
  ).toBe(415)
  const after = await jobOf(context, looked, 'Glider tug')
  expect(
    [after.gasReadings, after.drained, after.weighings, after.stripped, after.hotWork, after.photos].map(each => each.length),
  ).toEqual([job.gasReadings, job.drained, job.weighings, job.stripped, job.hotWork, job.photos].map(each => each.length))
})

test('an id that something of another job has is refused, and breaks nothing', async ({ context, looked }) => {
  await enter(context, looked)
  const { rows } = await looked.query(`select id, about from entry where kind like 'run-%' order by at desc limit 1`)
  const { rows: runs } = await looked.query(
    `select id, job_id from entry where kind = 'run' and id <> '${rows[0].about}' limit 1`,
  )
  const answer = await context.request.post(`${looked.url}/api/jobs/${runs[0].job_id}/entries/run-abandon`, {
    data: { id: rows[0].id, runId: runs[0].id, ago: 0, reason: 'somebody else’s' },
  })
  expect(answer.status()).toBeGreaterThanOrEqual(400)
  expect(answer.status()).toBeLessThan(500)
  expect((await looked.query(`select 1 from entry where id = '${rows[0].id}'`)).rowCount).toBe(1)
})

test('one thing is ticked by two people at once: one is told who was first; an inspector looks and logs nothing', async ({
  browser,
  demo,
}) => {
  const [finn, oda, ines] = await Promise.all([browser.newContext(), browser.newContext(), browser.newContext()])
  await Promise.all([enter(finn, demo, 'finn'), enter(oda, demo, 'oda'), enter(ines, demo, 'ines')])
  const job = await jobOf(finn, demo, 'Glider tug')
  const line = { id: crypto.randomUUID(), fixing: null, name: 'Fairing screws', mark: 'bag 1' }
  expect((await ines.request.post(`${demo.url}/api/jobs/${job.id}/entries/strip`, { data: line })).status()).toBe(403)
  expect(
    (
      await ines.request.post(`${demo.url}/api/jobs/${job.id}/entries/cautions`, {
        data: { id: crypto.randomUUID(), cautions: ['air'], act: null },
      })
    ).status(),
  ).toBe(403)
  expect((await finn.request.post(`${demo.url}/api/jobs/${job.id}/entries/strip`, { data: line })).ok()).toBe(true)
  const answers = await Promise.all(
    [finn, oda].map(each =>
      each.request.post(`${demo.url}/api/jobs/${job.id}/entries/refit`, {
        data: { id: crypto.randomUUID(), stripId: line.id },
      }),
    ),
  )
  expect(answers.map(answer => answer.status()).sort()).toEqual([200, 409])
  expect((await answers.find(answer => answer.status() === 409)!.json()).message).toMatch(
    /Fairing screws was ticked by (Finn|Oda).* already/,
  )
  await Promise.all([finn, oda, ines].map(each => each.close()))
})

test('the verdict cannot be set by hand', async ({ context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Library van, main tank')
  const edit = await context.request.patch(`${demo.url}/api/jobs/${job.id}`, {
    data: {
      revision: job.revision,
      craftName: job.craft.name,
      craftKind: job.craft.kind,
      tankName: job.tankName,
      material: job.material,
      capacity: job.capacity,
      fuel: job.fuel,
      pressureLimit: job.pressureLimit,
      limitSource: job.limitSource,
      acceptance: job.acceptance,
      complaint: job.complaint,
      state: 'sealed',
      sealed: true,
      hiddenTank: null,
    },
  })
  expect(edit.ok()).toBe(true)
  const { rows } = await (await context.request.get(`${demo.url}/api/jobs`)).json()
  expect(rows.find((row: { id: string }) => row.id === job.id).state).toBe('cannot-tell')
})

test('each role may do what is its own, and no more', async ({ browser, demo }) => {
  const contexts = await Promise.all(
    ['ines', 'finn', 'oda'].map(async login => {
      const context = await browser.newContext()
      await enter(context, demo, login)
      return context
    }),
  )
  const [inspector, technician, owner] = contexts
  for (const { method, path, who } of routes.filter(
    route => route.method !== 'get' && route.who !== 'anyone' && route.who !== 'device' && route.path !== '/session',
  )) {
    const call = (context: typeof inspector) =>
      context!.request
        .fetch(`${demo.url}/api${path.replace(/\{\w+\}/g, someId)}`, { method, data: {} })
        .then(answer => answer.status())
    const [read, work, own] = await Promise.all([call(inspector), call(technician), call(owner)])
    expect(read === 403, `inspector ${method} ${path}`).toBe(who !== 'read' && who !== 'sign')
    expect(work === 403, `technician ${method} ${path}`).toBe(who === 'people' || who === 'devices')
    expect(own, `owner ${method} ${path}`).not.toBe(403)
  }
  await Promise.all(contexts.map(context => context.close()))
})

test('somebody’s practice is there for nobody else by any route, however the address is written', async ({ browser, demo }) => {
  const [theirs, others] = await Promise.all([browser.newContext(), browser.newContext()])
  // Who may do most, and is somebody else all the same.
  await Promise.all([enter(theirs, demo, 'finn'), enter(others, demo, 'oda')])
  const jobId = crypto.randomUUID()
  const opened = await theirs.request.post(`${demo.url}/api/practice/jobs`, {
    data: { id: jobId, tankKind: 'small-steel', copyOf: null },
  })
  const { craft } = (await opened.json()) as { craft: { id: string } }
  const hold = await startTypedHold(theirs, demo, jobId)
  const row = async (statement: string) => (await demo.query(`${statement} returning id`)).rows[0].id as string
  /** Something of the demo, made of this job. */
  const moved = (table: string) => row(`update ${table} set job_id = '${jobId}' where id = (select id from ${table} limit 1)`)
  const ids: Record<string, string> = {
    jobs: jobId,
    crafts: craft.id,
    tests: hold,
    holds: hold,
    keys: await row(
      `insert into device_key (id, hold_id, name, hash, created_by, created_at) select gen_random_uuid(), '${hold}', 'logger', 'x', id, now() from person where login = 'finn'`,
    ),
    photos: await row(
      `insert into photo (id, job_id, picture, thumbnail, width, height, person_id, at) select gen_random_uuid(), '${jobId}', 'x', 'x', 1, 1, id, now() from person where login = 'finn'`,
    ),
    bells: await moved('bell'),
    runs: await row(`update entry set job_id = '${jobId}' where id = (select id from entry where kind = 'run' limit 1)`),
  }
  const call = async (who: typeof theirs, method: string, path: string) =>
    (await who.request.fetch(`${demo.url}/api${path}`, { method, ...(method !== 'get' && { data: {} }) })).status()
  const encoded = (id: string) => `%${id.charCodeAt(0).toString(16)}${id.slice(1)}`
  const walked = new Set<string>()
  for (const { method, path, each } of routes) {
    const word = /(\w+)\/\{id\}/.exec(path)?.[1]
    const id = word && ids[word]
    if (!id) continue
    walked.add(word)
    const at = (its: string) =>
      path.replace('{id}', its).replace(/\{(\w+)\}/g, (_, name) => (each?.name === name ? each!.values[0]!.value : someId))
    for (const its of [id, id.toUpperCase(), encoded(id)])
      expect(await call(others, method, at(its)), `${method} ${at(its)}`).toBe(404)
  }
  for (const [word, id] of Object.entries(ids)) expect(id && walked.has(word), word).toBeTruthy()
  // The same addresses lead somewhere for whose it is.
  for (const path of [
    `/jobs/${jobId}`,
    `/crafts/${craft.id}`,
    `/holds/${hold}`,
    `/holds/${hold}/readings`,
    `/photos/${ids.photos}`,
  ])
    expect(await call(theirs, 'get', path), path).toBe(200)
  await Promise.all([theirs.close(), others.close()])
})

test('the stream tells of a change made elsewhere', async ({ page, context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  await page.goto(`${demo.url}/bench`)
  const heard = page.evaluate(
    url =>
      new Promise<string>(done => {
        const source = new EventSource(`${url}/api/stream`)
        source.addEventListener('beat', () => {
          document.documentElement.dataset.listening = 'yes'
        })
        source.onmessage = event => {
          // The demo's running hold tells of its readings on the same stream.
          if (!String(event.data).includes('safety')) return
          source.close()
          done(event.data as string)
        }
      }),
    demo.url,
  )
  await expect(page.locator('html')).toHaveAttribute('data-listening', 'yes')
  const id = crypto.randomUUID()
  await context.request.post(`${demo.url}/api/jobs/${job.id}/entries/cautions`, {
    data: { id, cautions: ['air'], act: 'engine running' },
  })
  expect(JSON.parse(await heard)).toEqual({ topics: ['safety'], jobId: job.id, subjectId: id })
})

test('the description of the routes is served', async ({ context, looked }) => {
  await enter(context, looked)
  const document = await (await context.request.get(`${looked.url}/api/openapi`)).json()
  expect(document.openapi).toBe('3.1.0')
  expect(Object.keys(document.paths)).toEqual(
    expect.arrayContaining(['/api/jobs/{id}/tests/hold', '/api/holds/{id}/readings', '/api/session']),
  )
})

/** Sends a body without a length, piece by piece, until the server answers. @returns its status and the bytes that had gone out */
function pour(url: string, headers: Record<string, string>, most: number): Promise<{ status: number; sent: number }> {
  const piece = Buffer.alloc(64_000, 'x')
  return new Promise((done, fail) => {
    let sent = 0
    const call = request(url, { method: 'POST', headers }, answer => {
      done({ status: answer.statusCode!, sent })
      call.destroy()
    })
    const next = () => {
      if (call.destroyed) return
      if (sent >= most) return call.end()
      sent += piece.length
      call.write(piece, () => setImmediate(next))
    }
    call.once('error', error => fail(error))
    next()
  })
}

test('a body of 300 MB is refused before it is read: without a key, with a false one, at sign-in, and of a person', async ({
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Library van, main tank')
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ')
  const json = { 'content-type': 'application/json' }
  for (const [path, headers, status] of [
    ['feed', { authorization: 'Bearer zb_false' }, 401],
    ['feed', {}, 401],
    ['session', json, 413],
    [`jobs/${job.id}/tests/hold`, { ...json, cookie }, 413],
  ] as const) {
    const answer = await pour(`${demo.url}/api/${path}`, headers, 300e6)
    expect(answer.status, path).toBe(status)
    // What is under way when the answer comes lies in buffers of the network, not in the server.
    expect(answer.sent, path).toBeLessThan(30e6)
  }
  expect((await context.request.get(`${demo.url}/api/jobs/${job.id}`)).ok()).toBe(true)
})

test('answers are packed as whoever asks can take them, and what has not changed is not sent again', async ({
  context,
  looked,
}) => {
  await enter(context, looked)
  const headers = { cookie: (await context.cookies(looked.url)).map(({ name, value }) => `${name}=${value}`).join('; ') }
  /** As it comes over the wire: nothing is unpacked. */
  const ask = (path: string, more: Record<string, string> = {}) =>
    new Promise<{ status: number; headers: IncomingHttpHeaders; body: Buffer }>((done, fail) => {
      get(`${looked.url}${path}`, { headers: { ...headers, ...more } }, answer => {
        const pieces: Buffer[] = []
        answer.on('data', (piece: Buffer) => pieces.push(piece))
        answer.on('end', () => done({ status: answer.statusCode!, headers: answer.headers, body: Buffer.concat(pieces) }))
      }).on('error', fail)
    })
  const plain = await ask('/api/jobs')
  expect(plain.headers['content-encoding']).toBeUndefined()
  const packed = await ask('/api/jobs', { 'accept-encoding': 'gzip, br' })
  expect(packed.headers['content-encoding']).toBe('br')
  expect(packed.headers.vary).toContain('Accept-Encoding')
  expect(brotliDecompressSync(packed.body).equals(plain.body)).toBe(true)
  expect(packed.body.length).toBeLessThan(plain.body.length / 3)
  const { etag } = packed.headers
  expect(await ask('/api/jobs', { 'if-none-match': etag! })).toMatchObject({ status: 304, body: Buffer.alloc(0) })
  expect((await ask('/api/bells', { 'if-none-match': etag! })).status).toBe(200)
  expect((await ask('/api/jobs', { 'if-none-match': etag!, 'cookie': '' })).status).toBe(401)
})

test('a page comes with its first rows drawn and the answers that it asks for first, for whoever is signed in alone', async ({
  browser,
  looked,
}) => {
  const still = await browser.newContext({ javaScriptEnabled: false })
  await enter(still, looked)
  const page = await still.newPage()
  await page.goto(looked.url)
  await expect(page.getByRole('heading', { name: /tanks in$/ })).toBeVisible()
  await page.getByRole('link', { name: /Glider tug/ }).click()
  await expect(page.getByRole('heading', { name: /^Glider tug · / })).toBeVisible()
  await page.goto(`${looked.url}/sign-in`)
  expect(await page.content()).not.toContain('Glider tug')
  await still.close()

  const live = await browser.newContext()
  await enter(live, looked)
  const open = await live.newPage()
  const asked: string[] = []
  open.on('request', request => {
    const { pathname } = new URL(request.url())
    if (pathname.startsWith('/api/') && pathname !== '/api/stream') asked.push(pathname)
  })
  await open.goto(looked.url)
  await expect(open.locator('#row-0')).toBeVisible()
  await expect(open.locator('.drawn')).toHaveCount(0)
  for (const path of ['/api/me', '/api/jobs', '/api/bells']) expect(asked).not.toContain(path)
  await live.close()
})

test('what waits since before an upgrade is taken at its address of then', async ({ context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Glider tug')
  const send = (path: string, data: object) => context.request.post(`${demo.url}/api/${path}`, { data })
  const touch = { id: crypto.randomUUID(), partIds: [job.parts[0]!.id], kind: 'knocked', note: '' }
  for (let k = 0; k < 2; k++) expect((await send(`jobs/${job.id}/touches`, touch)).status()).toBe(200)
  const drained = { id: crypto.randomUUID(), volume: 0.001, method: 'drain', gaugeShown: null }
  expect((await send(`jobs/${job.id}/drained`, drained)).status()).toBe(200)
  const now = (await (await context.request.get(`${demo.url}/api/jobs/${job.id}`)).json()) as typeof job
  expect(now.touches.filter(each => each.id === touch.id)).toHaveLength(1)
  expect(now.drained.filter(each => each.id === drained.id)).toHaveLength(1)
  for (const word of ['constructor', 'strike', 'nothing'])
    expect((await send(`jobs/${job.id}/${word}`, { id: crypto.randomUUID() })).status()).toBe(404)
  const { rows } = await demo.query(`select id from entry where kind = 'run' order by at desc limit 1`)
  const said = await send(`runs/${rows[0].id}/entries/abandon`, {
    id: crypto.randomUUID(),
    ago: 0,
    reason: 'the tank is scrap',
  })
  expect([200, 409]).toContain(said.status())
})
