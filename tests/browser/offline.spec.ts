import sharp from 'sharp'
import { closedAsProposed, enter, expect, jobOf, startTypedHold, test } from '../support/test'

test.use({ serviceWorkers: 'allow' })

test('without a network: the program opens on what it knew, takes a reading, a find, a photograph and a line, and sends each once', async ({
  page,
  context,
  demo,
}) => {
  test.setTimeout(180_000)
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const hold = await startTypedHold(context, demo, job.id)
  await page.goto(demo.url)
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, { timeout: 60_000 })
  // All of it is fetched ahead: files of the program, and the jobs of the Bay.
  await expect
    .poll(
      () =>
        page.evaluate(async id => {
          const names = await caches.keys()
          const all = (await Promise.all(names.map(async name => (await caches.open(name)).keys()))).flat()
          return all.length > 100 && all.some(({ url }) => url.includes(`/api/jobs/${id}`))
        }, job.id),
      { timeout: 60_000 },
    )
    .toBe(true)
  await page.goto(`${demo.url}/bench/${hold}`)
  await expect(page.getByLabel('Pressure')).toBeVisible()
  await page.goto(demo.url)
  await expect(page.locator('#row-0')).toBeVisible()
  await page.waitForTimeout(1000)

  // Under a hull: the server is not to be reached, and the page is opened anew.
  await demo.kill()
  await page.reload()
  await expect(page.getByText(/The server cannot be reached/)).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText(/What you see is from/)).toBeVisible()
  await expect(page.locator('#row-0')).toBeVisible()
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByRole('heading', { name: /Fire pump 3/ }).first()).toBeVisible({ timeout: 30_000 })

  const picture = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer()
  await page.getByLabel('Take one').setInputFiles({ name: 'wet.jpg', mimeType: 'image/jpeg', buffer: picture })
  await expect(page.getByText(/1 entry waits/)).toBeVisible()
  await page.goto(`${demo.url}/bench/${hold}`)
  await page.getByLabel('Pressure').fill('5.98')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/1 reading waits and 1 entry waits here/)).toBeVisible()

  await demo.start()
  await expect(page.getByText(/waits here/)).toHaveCount(0, { timeout: 60_000 })
  expect((await demo.query(`select 1 from photo where job_id = '${job.id}'`)).rowCount).toBe(job.photos.length + 1)
  expect((await demo.query(`select 1 from reading where hold_id = '${hold}'`)).rowCount).toBe(1)

  // Who signs out takes along what was kept.
  await page.getByRole('button', { name: /Finn/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  expect(await page.evaluate(async () => (await caches.keys()).filter(name => name === 'answers' || name === 'shell'))).toEqual(
    [],
  )
})

test('a soap walk without a network: marks and a leak stand with their parts as waiting, and each arrives once', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Sprayer generator')
  await page.goto(`${demo.url}/jobs/${job.id}/soap`)
  await closedAsProposed(page)
  await page.getByRole('button', { name: 'Start at the cap' }).click()
  await expect(page.getByText(/parts to go/)).toBeVisible()
  await demo.kill()
  const route = page.getByRole('list', { name: 'Route' }).getByRole('listitem')
  await page.keyboard.press('w')
  await expect(page.getByText(/watch \d+ s more/)).toBeVisible()
  await page.keyboard.press('d')
  await expect(route.nth(0).getByText('waits')).toBeVisible()
  await page.keyboard.press('x')
  await expect(route.nth(1).getByText('waits')).toBeVisible()
  await page.keyboard.press('b')
  await page.getByLabel('Note').fill('Under the strap.')
  await page.getByRole('button', { name: 'Record the leak' }).click()
  await expect(page.getByText(/4 entries wait/)).toBeVisible()
  await expect(route.nth(2).getByText('waits')).toBeVisible()
  const waiting = page.getByRole('region', { name: /Waiting here/ })
  await expect(waiting.getByRole('listitem')).toHaveCount(4)
  await expect(waiting.getByText(/^Not reached: /)).toBeVisible()
  await demo.start()
  await expect(page.getByText(/waits? here/)).toHaveCount(0, { timeout: 60_000 })
  await expect(waiting).toHaveCount(0)
  await expect(page.getByText('waits', { exact: true })).toHaveCount(0)
  expect((await demo.query(`select 1 from entry where kind = 'find' and facts ->> 'note' = 'Under the strap.'`)).rowCount).toBe(
    1,
  )
  const { rows } = await demo.query(
    `select entry from test_entry where test_id = (select id from test where job_id = '${job.id}' and kind = 'soap' order by started_at desc limit 1) order by at`,
  )
  expect(rows.map(row => row.entry.kind + (row.entry.mark ? ` ${row.entry.mark}` : ''))).toEqual([
    'watch',
    'mark dry',
    'mark not reached',
    ...rows.slice(3).map(row => `mark ${row.entry.mark}`),
  ])
})

test('what an earlier version of the program left waiting in the browser is taken over', async ({ page, context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Sprayer generator')
  const { id: personId } = (await (await context.request.get(`${demo.url}/api/me`)).json()) as { id: string }
  const line = { name: 'strap of before', mark: '', facing: '', fastener: '', torque: null, condition: '', absent: false }
  const form = { id: crypto.randomUUID(), fixing: null, photoId: null, ...line }
  await page.goto(`${demo.url}/bell.svg`)
  await page.evaluate(
    kept =>
      new Promise<void>(done => {
        const opened = indexedDB.open('zinc-bell-strips', 1)
        opened.onupgradeneeded = () => opened.result.createObjectStore('strips', { keyPath: 'form.id' })
        opened.onsuccess = () => {
          const written = opened.result.transaction('strips', 'readwrite')
          written.objectStore('strips').put(kept)
          written.oncomplete = () => {
            opened.result.close()
            done()
          }
        }
      }),
    { personId, jobId: job.id, form, photo: null, photoSent: false },
  )
  await page.goto(demo.url)
  await expect
    .poll(
      async () =>
        (await demo.query(`select 1 from entry where kind = 'strip' and facts ->> 'name' = 'strap of before'`)).rowCount,
    )
    .toBe(1)
  expect(await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name))).not.toContain(
    'zinc-bell-strips',
  )
})

test('a sleeping device is rung under the bell’s own tag; where no service answers, it says so', async ({
  page,
  context,
  demo,
}) => {
  await context.grantPermissions(['notifications'])
  await enter(context, demo)
  await page.goto(`${demo.url}/me`)
  await expect(page.getByRole('heading', { name: 'Bells on this device' })).toBeVisible()
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, { timeout: 60_000 })
  const cdp = await context.newCDPSession(page)
  const registered = new Promise<string>(found =>
    cdp.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      if (registrations[0]) found(registrations[0].registrationId)
    }),
  )
  await cdp.send('ServiceWorker.enable')
  const bell = { id: 'one-bell', path: '/shelf', title: 'Fire pump 3', body: 'cured' }
  await cdp.send('ServiceWorker.deliverPushMessage', {
    origin: demo.url,
    registrationId: await registered,
    data: JSON.stringify(bell),
  })
  const shown = () =>
    page.evaluate(async () => {
      const worker = await navigator.serviceWorker.ready
      return (await worker.getNotifications()).map(({ title, body, tag, data }) => ({
        title,
        body,
        tag,
        data: data as unknown,
      }))
    })
  await expect.poll(shown).toEqual([{ title: 'Fire pump 3', body: 'cured', tag: 'one-bell', data: '/shelf' }])
  // No service of a browser's maker answers here: it is said, and the switch stays off.
  await page.getByRole('button', { name: 'Ring this device while it sleeps' }).click()
  await expect(page.getByText(/cannot be reached from here|Notifications are refused/)).toBeVisible({ timeout: 30_000 })
  expect((await demo.query('select 1 from push_device')).rowCount).toBe(0)
})

test('it can be installed: a manifest with pictures that are there', async ({ context, looked }) => {
  const { icons, start_url: start } = (await (await context.request.get(`${looked.url}/manifest.webmanifest`)).json()) as {
    icons: { src: string; type: string }[]
    start_url: string
  }
  expect(start).toBe('/')
  for (const { src, type } of icons) {
    const answer = await context.request.get(looked.url + src)
    expect(answer.headers()['content-type'], src).toContain(type)
  }
})
