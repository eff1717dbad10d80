import type { APIRequestContext } from '@playwright/test'
import type { LiveView } from '../../shared/leaktest/hold/holdView'
import type { BellView } from '../../shared/bells'
import { setUpHold } from '../support/setUpHold'
import { enter, expect, jobOf, startTypedHold, test } from '../support/test'

const json = async <T>(request: APIRequestContext, url: string) => (await (await request.get(url)).json()) as T

test('two servers on one database: what is read on one is estimated on the other, and each tells of both', async ({
  context,
  demo,
  page,
}) => {
  const other = await demo.beside()
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const hold = await startTypedHold(context, demo, job.id)
  await demo.query(
    `update test set facts = jsonb_set(facts, '{clock,anchoredAt}', to_jsonb((facts->'clock'->>'anchoredAt')::float8 - 3600000)) where id = '${hold}'`,
  )
  // A page on one server hears of what is done on the other. One cookie is good for both: the host is the same.
  await page.goto(`${other.url}/bench/${hold}`)
  const servers = [demo.url, other.url]
  for (let k = 0; k < 40; k++) {
    const readings = [{ t: k * 60, pressure: 6000 - k * 2 }]
    const answer = await context.request.post(`${servers[k % 2]}/api/holds/${hold}/readings`, { data: { readings } })
    expect(answer.ok()).toBe(true)
    // Both remember the hold while it grows.
    if (k % 5 === 4) await Promise.all(servers.map(url => context.request.get(`${url}/api/holds/${hold}/live`)))
  }
  await expect
    .poll(async () => {
      const [one, two] = await Promise.all(servers.map(url => json<LiveView>(context.request, `${url}/api/holds/${hold}/live`)))
      return one!.estimate !== null && JSON.stringify(one!.estimate) === JSON.stringify(two!.estimate)
    })
    .toBe(true)
  await expect(page.getByText(/5[.,]92/).first()).toBeVisible()
  // Signed out on one is signed out on both.
  await context.request.delete(`${demo.url}/api/session`)
  expect((await context.request.get(`${other.url}/api/jobs`)).status()).toBe(401)
})

test('the server that runs the simulated tanks is killed: the other goes on with them, twice is nothing read, and bells ring', async ({
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const post = (path: string, data: object) =>
    context.request.post(`${demo.url}/api/${path}`, { data }).then(answer => expect(answer.ok(), path).toBe(true))
  const hold = await setUpHold(post, job, 'stand-in', 6000)
  await post(`holds/${hold}/step`, { to: 'settling' })
  await post(`holds/${hold}/speed`, { speed: 60 })
  const other = await demo.beside()
  const count = async () => Number((await demo.query(`select count(*) as n from reading where hold_id = '${hold}'`)).rows[0].n)
  await expect.poll(count).toBeGreaterThan(20)
  const killedAt = Date.now()
  await demo.kill()
  const before = await count()
  await expect.poll(count, { timeout: 30_000 }).toBeGreaterThan(before + 20)
  console.log(`The other server went on ${((Date.now() - killedAt) / 1000).toFixed(1)} s after the first was killed`)
  const { rows } = await demo.query(`select t from reading where hold_id = '${hold}' order by t`)
  expect(rows.every(({ t }: { t: number }) => t % 5 === 0)).toBe(true)
  // A bell that is due rings, on the server that is left.
  await demo.query(
    `update bell set due_at = now(), rung_at = null, answered_at = null where id = (select id from bell limit 1)`,
  )
  await expect
    .poll(async () => (await json<BellView[]>(context.request, `${other.url}/api/bells`)).some(bell => bell.rungAt !== null))
    .toBe(true)
  const { parts } = await json<{ parts: { work: { state: string } } }>(context.request, `${other.url}/api/health`)
  expect(parts.work.state).toBe('well')
})
