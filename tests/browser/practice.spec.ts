import { questionOf } from '../../core/practice/questions/questions'
import { causeOf, causes } from '../../core/complaint/causes'
import { hypothesesOf } from '../../core/complaint/hypotheses'
import { huntOf, situationAtFirst, type Hunt } from '../../core/practice/hunt'
import { rungKeys } from '../../core/practice/rungs'
import type { JobView } from '../../shared/views'
import { setUpHold } from '../support/setUpHold'
import { curveOf } from '../../core/practice/curve'
import { enter, expect, test } from '../support/test'
import type { CurveView, QuestionView } from '../../shared/practice'

test('a question is missed and comes back after days; a curve is judged, and nobody else sees how', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo, 'finn')
  const asked = page.waitForResponse(answer => answer.url().endsWith('/api/practice/question'))
  await page.goto(`${demo.url}/practice`)
  const { topic, seed, choices } = (await (await asked).json()) as QuestionView
  const { right } = questionOf(topic, seed)
  await expect(page.getByText('About 12 make ten minutes')).toBeVisible()
  const wrong = choices.findIndex(({ key }) => key !== right)
  await page.keyboard.press(String(wrong + 1))
  await expect(page.getByText('Not so.')).toBeVisible()
  await expect(page.getByText(/It comes back/)).toBeVisible()
  await expect(page.getByText('1 of about 12 today')).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByText('Not so.')).toBeHidden()

  // Days later it is the first that is asked.
  await demo.query(`update practice_card set due_at = now() - interval '1 minute'`)
  await page.reload()
  await expect(page.getByText('One that you missed comes back now')).toBeVisible()
  await expect(page.getByText('missed before')).toBeVisible()
  const again = choices.findIndex(({ key }) => key === right)
  await page.getByRole('listitem').filter({ hasText: choices[again]!.words }).getByRole('button').click()
  await expect(page.getByText('So it is.')).toBeVisible()

  const drawn = page.waitForResponse(answer => answer.url().endsWith('/api/practice/curve'))
  await page.getByRole('button', { name: 'Curves' }).click()
  const curve = (await (await drawn).json()) as CurveView
  await expect(page.getByRole('heading', { name: 'Is it tight?' })).toBeVisible()
  const word = { 'sealed': 'Sealed', 'leaking': 'Leaking', 'cannot-tell': 'Cannot tell' }[curveOf(curve.seed).right]
  await page.getByRole('group', { name: 'What it is' }).getByRole('button', { name: word }).click()
  await page.getByRole('button', { name: '95 %' }).click()
  await page.getByRole('button', { name: 'That is what I say' }).click()
  await expect(page.getByText('So it is.')).toBeVisible()
  await expect(page.getByText('When you say 95 %, you are right in 100 % of 1.')).toBeVisible()
  await expect(page.getByText('Who is safe on what')).toHaveCount(0)
  expect((await context.request.get(`${demo.url}/api/practice/people`)).status()).toBe(403)

  await context.clearCookies()
  await enter(context, demo, 'oda')
  await page.goto(`${demo.url}/practice`)
  await expect(page.getByText('About 12 make ten minutes')).toBeVisible()
  const finn = page.getByRole('listitem').filter({ hasText: 'Finn' })
  await expect(finn.getByText(/Safe on 0 of 5/)).toBeVisible()
})

test('a hunt is lost by buying first, and told; another is won', async ({ page, context, demo }) => {
  await enter(context, demo, 'finn')
  const begun = async (): Promise<Hunt> => {
    await page.goto(`${demo.url}/practice?of=hunts`)
    await page.getByRole('button', { name: 'Step by step, quickly' }).click()
    await page.getByRole('button', { name: 'Any hunt' }).click()
    await expect(page.getByRole('heading', { name: 'Look where' })).toBeVisible()
    const { rows } = await demo.query('select seed from practice_hunt order by began_at desc limit 1')
    return huntOf((rows[0] as { seed: number }).seed)
  }
  const mend = async (name: string) => {
    await page.getByRole('button', { name: 'I know what it is' }).click()
    await page.getByRole('list', { name: 'Suspects' }).getByRole('button', { name, exact: true }).click()
  }
  const lost = await begun()
  const bought = causes.find(
    ({ key, buy }) =>
      buy.length > 0 &&
      !lost.faults.some(({ cause }) => cause === key) &&
      hypothesesOf(situationAtFirst(lost)).some(({ cause }) => cause?.key === key),
  )!
  await mend(bought.name)
  await expect(page.getByText('1 bought in vain')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('It was not it.')).toBeVisible()
  // It stays where it was left.
  await page.reload()
  await expect(page.getByText('It was not it.')).toBeVisible()
  await page.getByRole('button', { name: 'Done with it' }).click()
  await page.getByRole('button', { name: 'Give up, and tell me' }).click()
  await expect(page.getByRole('heading', { name: 'Given up' })).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText(/It was mended on a chance of|a look at the thing itself/).first()).toBeVisible()
  await expect(page.getByText('The best way found').first()).toBeVisible()

  const won = await begun()
  await page.getByRole('list', { name: 'Checks' }).getByRole('button').first().click()
  await expect(page.getByText('Nothing yet.')).toBeHidden()
  for (const { cause } of won.faults) await mend(causeOf(cause!).name)
  await expect(page.getByRole('heading', { name: 'It is mended' })).toBeVisible({ timeout: 30_000 })
  await page.getByRole('link', { name: 'Practice, hunts' }).click()
  await expect(page.getByText(/won in \d+ min/)).toBeVisible()
  await expect(page.getByText(/lost after \d+ min/)).toBeVisible()
})

test('a rung that the owner set is lost by its trap and won at the second try, on the screens of a job that nobody else sees', async ({
  page,
  context,
  demo,
  browser,
}) => {
  test.setTimeout(180_000)
  const owner = await browser.newContext()
  await enter(owner, demo, 'oda')
  const people = (await (await owner.request.get(`${demo.url}/api/people`)).json()) as { id: string; name: string }[]
  const finn = people.find(({ name }) => name.startsWith('Finn'))!
  const rung = rungKeys.indexOf('wet below') + 1
  const set = await owner.request.post(`${demo.url}/api/practice/tasks`, {
    data: { id: crypto.randomUUID(), personId: finn.id, rung },
  })
  expect(set.ok()).toBe(true)

  await enter(context, demo, 'finn')
  await page.goto(`${demo.url}/practice?of=hunts`)
  await page.getByRole('button', { name: /^1 Not tried Set by Oda/ }).click()
  await expect(page.getByText('Practice0 min')).toBeVisible()
  const jobId = /jobs\/([\w-]+)/.exec(page.url())![1]!
  for (const path of [`jobs/${jobId}`, `practice/jobs/${jobId}`])
    expect((await owner.request.get(`${demo.url}/api/${path}`)).status()).toBe(404)
  expect(JSON.stringify(await (await owner.request.get(`${demo.url}/api/jobs`)).json())).not.toContain(jobId)

  /** What somebody sees by eye at a part, and mends there. */
  const mends = async (key: string) => {
    const job = (await (await context.request.get(`${demo.url}/api/jobs/${path()}`)).json()) as JobView
    const part = job.parts.find(each => each.name === key)!
    const found = await context.request.post(`${demo.url}/api/jobs/${path()}/entries/find`, {
      data: {
        id: crypto.randomUUID(),
        partId: part.id,
        seen: 'wet',
        x1: 0.5,
        y1: 0.5,
        x2: 0.5,
        y2: 0.5,
        length: null,
        note: '',
      },
    })
    const { leaks } = (await found.json()) as JobView
    const repaired = await context.request.post(`${demo.url}/api/jobs/${path()}/entries/repair`, {
      data: {
        id: crypto.randomUUID(),
        leakIds: [leaks.at(-1)!.id],
        method: 'renew-seal',
        material: 'none',
        temperature: 291,
      },
    })
    expect(repaired.ok()).toBe(true)
  }
  const path = () => /jobs\/([\w-]+)/.exec(page.url())![1]!
  const handBack = async () => {
    await page.getByRole('button', { name: 'Done with it' }).click()
    await page.getByRole('button', { name: 'Hand it back as tight' }).click()
  }
  await mends('Drain plug')
  await expect(page.getByText('1 bought in vain')).toBeVisible()
  await handBack()
  await expect(page.getByRole('heading', { name: 'Handed back, and not right' })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('Fuel runs down').first()).toBeVisible()

  await page.getByRole('button', { name: 'This rung again' }).click()
  await expect(page.getByText('0 of 12 parts have evidence')).toBeVisible()
  await page.keyboard.press('n')
  await page.getByRole('button', { name: 'Do it, and look' }).first().click()
  const shows = page.getByText(/It shows: /)
  await expect(shows).toBeVisible()
  await page
    .getByRole('button', { name: /It shows: (.*?)\./.exec((await shows.textContent())!)![1]! })
    .first()
    .click()
  await expect(page.getByText(/Practice[1-9]\d* min/)).toBeVisible()
  await page.getByRole('link', { name: /←/ }).click()
  await mends('Sender ring')
  const post = async (to: string, data: object) => {
    const answer = await context.request.post(`${demo.url}/api/${to}`, { data })
    expect(answer.ok(), to).toBe(true)
  }
  const tank = (await (await context.request.get(`${demo.url}/api/jobs/${path()}`)).json()) as JobView
  // Eight hours of a hold that stands still, typed: a stand-in’s weather would decide how long it takes.
  const hold = await setUpHold(post, tank, 'typed', tank.pressureLimit / 2, {
    volume: tank.capacity,
    volumeUncertainty: 0.03 * tank.capacity,
    gaugeStep: 1,
    gaugeNoise: 1,
    hasThermometer: true,
    hasBarometer: true,
    temperatureDoubt: 0.01,
    barometerDoubt: 2,
    place: 'still room',
    inside: 'dry',
  })
  await post(`holds/${hold}/step`, { to: 'settling' })
  const HOURS = 8
  await demo.query(
    `update test set facts = jsonb_set(facts, '{clock,anchoredAt}', to_jsonb((facts->'clock'->>'anchoredAt')::float8 - ${HOURS * 3_600_000})) where id = '${hold}'`,
  )
  const readings = Array.from({ length: HOURS * 20 }, (_, k) => ({
    t: 180 * k,
    // A fine gauge flickers by a mark.
    pressure: tank.pressureLimit / 2 + [0, 1, 0, -1, 1][k % 5]!,
    temperature: 290,
    barometer: 101_000,
  }))
  await post(`holds/${hold}/readings`, { readings })
  await post(`holds/${hold}/step`, { to: 'stopped' })
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible()
  await handBack()
  await expect(page.getByRole('heading', { name: 'It is mended', exact: true })).toBeVisible({ timeout: 60_000 })
  await page.getByRole('link', { name: 'To the ladder' }).click()
  await expect(page.getByRole('button', { name: /^1 A wet place below the leak 2 tries/ })).toBeVisible()
  await owner.close()
})
