import { writeFileSync } from 'node:fs'
import { enter, expect, jobOf, startTypedHold, test, closedAsProposed } from '../support/test'
import { setUpHold } from '../support/setUpHold'

test('a CSV file is taken whole or not at all, and gives a verdict', async ({ page, context, demo }, info) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  await page.goto(`${demo.url}/jobs/${job.id}/hold`)
  await page.getByRole('button', { name: 'A CSV file' }).click()
  await page.getByLabel('Target pressure').fill('6,9')
  await closedAsProposed(page)
  await page.getByRole('button', { name: 'To the Bench' }).click()
  await expect(page).toHaveURL(/\/bench\//)
  const rows = Array.from({ length: 91 }, (_, k) => `${k * 20};${(6.9 - k * 0.004).toFixed(3).replace('.', ',')}`)
  const write = (name: string, lines: string[]) => {
    const path = info.outputPath(name)
    writeFileSync(path, lines.join('\r\n'))
    return path
  }
  const input = page.locator('input[type=file]')
  await input.setInputFiles(write('broken.csv', ['time_s;pressure_kPa', ...rows.slice(0, 30), '600;wet', ...rows.slice(30)]))
  await expect(page.getByText('Row 32, column pressure_kPa: “wet” is not a number.')).toBeVisible()
  await page.getByRole('button', { name: 'Another file' }).click()
  await input.setInputFiles(write('good.csv', ['\uFEFFLogger of the shed', '', 'time_s;pressure_kPa', ...rows]))
  await expect(page.getByText('91 readings over 30 min.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take these readings' })).toBeDisabled()
  await page.getByRole('button', { name: 'It ended just now' }).click()
  await page.getByRole('button', { name: 'Take these readings' }).click()
  await expect(page.getByText('91 readings', { exact: true }).first()).toBeVisible()
  await expect(page.getByText(/Leaking\.|Cannot tell yet\./)).toBeVisible()
  expect((await demo.query(`select 1 from reading where hold_id = '${page.url().split('/').at(-1)}'`)).rowCount).toBe(91)
})

test('readings typed while the network is gone wait in the browser, survive a new page, and arrive once and in order', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const hold = await startTypedHold(context, demo, job.id)
  await page.goto(`${demo.url}/bench/${hold}`)
  const type = async (value: string) => {
    await page.getByLabel('Pressure').fill(value)
    await page.keyboard.press('Enter')
  }
  await type('6,00')
  await expect.poll(async () => (await demo.query(`select 1 from reading where hold_id = '${hold}'`)).rowCount).toBe(1)
  await type('six')
  await expect(page.getByText('Pressure: “six” is not a number.')).toBeVisible()
  await context.setOffline(true)
  for (const value of ['5.99', '5.98', '5.97']) {
    await type(value)
    await page.waitForTimeout(250)
  }
  await expect(page.getByText('3 readings wait here and will be sent in order.')).toBeVisible()
  await expect(page.getByText('5.970 kPa')).toBeVisible()
  await context.setOffline(false)
  await expect
    .poll(
      async () =>
        (await demo.query(`select pressure from reading where hold_id = '${hold}' order by t`)).rows.map(row =>
          Math.round(row.pressure),
        ),
      { timeout: 20_000 },
    )
    .toEqual([6000, 5990, 5980, 5970])
  await expect(page.getByText('will be sent in order')).toBeHidden()
  const typedBy = await demo.query(
    `select distinct p.login from reading r join person p on p.id = r.person_id where r.hold_id = '${hold}'`,
  )
  expect(typedBy.rows).toEqual([{ login: 'finn' }])
})

test('what waited while somebody else stopped the hold is refused with the reason, and what was kept stays', async ({
  page,
  context,
  browser,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const hold = await startTypedHold(context, demo, job.id)
  await page.goto(`${demo.url}/bench/${hold}`)
  const type = async (value: string) => {
    await page.getByLabel('Pressure').fill(value)
    await page.keyboard.press('Enter')
    await page.waitForTimeout(300)
  }
  await type('6.00')
  await expect.poll(async () => (await demo.query(`select 1 from reading where hold_id = '${hold}'`)).rowCount).toBe(1)
  await context.setOffline(true)
  await type('5.99')
  const other = await browser.newContext()
  await enter(other, demo, 'oda')
  expect((await other.request.post(`${demo.url}/api/holds/${hold}/step`, { data: { to: 'stopped' } })).ok()).toBe(true)
  await other.close()
  await type('5.98')
  await context.setOffline(false)
  await expect(page.getByText('A reading was not taken: This hold has ended')).toBeVisible({ timeout: 20_000 })
  const kept = await demo.query(`select pressure from reading where hold_id = '${hold}' order by t`)
  expect(kept.rows.map(row => Math.round(row.pressure))).toEqual([6000])
})

test('killed in the middle of a hold, the server has every reading that was shown, and the hold goes on', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Glider tug')
  const hold = job.tests[0]!.id
  await page.goto(`${demo.url}/bench/${hold}`)
  await page.getByRole('button', { name: '×60', exact: true }).click()
  await expect(page.getByText(/leak rate in mL\/min/)).toBeVisible()
  const count = async () =>
    Number((await page.getByRole('img', { name: /readings, from/ }).getAttribute('aria-label'))!.split(' ')[0])
  const first = await count()
  await expect.poll(count, { timeout: 30_000 }).toBeGreaterThan(first + 40)
  const shown = await count()
  await demo.kill()
  await expect(page.getByText('The server cannot be reached.')).toBeVisible({ timeout: 30_000 })
  const kept = (await demo.query(`select 1 from reading where hold_id = '${hold}'`)).rowCount!
  expect(kept).toBeGreaterThanOrEqual(shown)
  await demo.start()
  await expect
    .poll(async () => (await demo.query(`select 1 from reading where hold_id = '${hold}'`)).rowCount, { timeout: 20_000 })
    .toBeGreaterThan(kept + 20)
  await expect(page.getByText('The server cannot be reached.')).toBeHidden({ timeout: 30_000 })
  await expect
    .poll(
      async () => Number((await page.getByRole('img', { name: /readings, from/ }).getAttribute('aria-label'))!.split(' ')[0]),
      { timeout: 20_000 },
    )
    .toBeGreaterThan(kept)
})

test('a logger’s backlog of older readings reaches a page that is open', async ({ page, context, demo }) => {
  await enter(context, demo, 'oda')
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const post = async (path: string, data: object) => {
    const answer = await context.request.post(`${demo.url}/api/${path}`, { data })
    expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    return (await answer.json()) as unknown
  }
  const hold = await setUpHold(post, job, 'device', 6000)
  await post(`holds/${hold}/step`, { to: 'settling' })
  const { key } = (await post(`holds/${hold}/keys`, { id: crypto.randomUUID(), name: 'logger' })) as { key: string }
  const HOUR = 3600
  await demo.query(
    `update test set facts = jsonb_set(facts, '{clock,anchoredAt}', to_jsonb((facts->'clock'->>'anchoredAt')::float8 - ${HOUR * 1000})) where id = '${hold}'`,
  )
  const send = async (from: number, count: number) => {
    const lines = Array.from({ length: count }, (_, k) => JSON.stringify({ t: from + 5 * k, pressure_kPa: 6 - 1e-4 * k }))
    const answer = await context.request.post(`${demo.url}/api/feed`, {
      headers: { 'authorization': `Bearer ${key}`, 'content-type': 'application/x-ndjson' },
      data: lines.join('\n'),
    })
    expect(answer.ok(), await answer.text()).toBe(true)
  }
  await send(HOUR - 300, 40)
  await page.goto(`${demo.url}/bench/${hold}`)
  const curve = page.getByRole('img', { name: /readings, from/ })
  await expect(curve).toHaveAttribute('aria-label', /^40 readings/)
  // What it could not send while it had no network.
  await send(0, 200)
  await expect(curve).toHaveAttribute('aria-label', /^240 readings/)
})
