import { enter, expect, jobOf, test } from '../support/test'
import type { BrowserContext, Page } from '@playwright/test'
import type { JobView } from '../../shared/views'
import { workshop } from '../support/repairing'
import { OWNER_CODE, type Shop } from '../support/shop'

const asked = async (context: BrowserContext, shop: Shop, path: string) =>
  (await (await context.request.get(`${shop.url}/api/${path}`)).json()) as JobView

/** A step in use that was dry, as the page asks for it. */
async function dry(page: Page, title: string, minutes: number, more: (page: Page) => Promise<void> = () => Promise.resolve()) {
  const step = page.getByRole('region', { name: title, exact: true })
  await expect(step).toBeVisible()
  await more(page)
  if (minutes) await step.getByLabel(/^Watched/).fill(String(minutes))
  await step.getByRole('button', { name: 'It was dry' }).click()
}

test('fuelled, run, driven, soaked, signed and handed back; the owner says it smells, and it is back', async ({
  page,
  context,
  browser,
  demo,
}) => {
  test.setTimeout(180_000)
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Library van, heater tank')
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByText('In use next: engine running.')).toBeVisible()
  await page
    .getByRole('link', { name: /^Prove it in use/ })
    .first()
    .click()
  const { pass } = workshop(context, demo)
  await dry(page, 'Engine running', 20)
  // So short a way is no trial.
  const underWay = page.getByRole('region', { name: 'Under way', exact: true })
  await underWay.getByLabel(/^Watched/).fill('12')
  await underWay.getByLabel(/^Went/).fill('5')
  await underWay.getByRole('button', { name: 'It was dry' }).click()
  await expect(underWay.getByRole('alert')).toContainText('It goes at least 20 km')
  await underWay.getByLabel(/^Went/).fill('24')
  // It cannot have gone so far since the engine ran.
  await underWay.getByRole('button', { name: 'It was dry' }).click()
  await expect(underWay.getByRole('alert')).toContainText('had passed')
  await pass(job.id, 1)
  await underWay.getByRole('button', { name: 'It was dry' }).click()
  const soak = page.getByRole('region', { name: 'Soak, a night', exact: true })
  await expect(soak).toBeVisible()
  await pass(job.id, 11)
  await dry(page, 'Soak, a night', 600, async () => soak.getByRole('button', { name: /Blotting paper/ }).click())

  // Now names are wanted: the wrong password signs nothing.
  await page.getByRole('button', { name: 'I did or saw the work: sign' }).click()
  await page.getByLabel('Your password').fill('not mine')
  await page.getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(page.getByText('That is not the password of Finn Calder. Who signs types their own.').first()).toBeVisible()
  await page.getByLabel('Your password').fill('skerry-reach')
  await page.getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(page.getByText(/stands · [0-9a-f]{4} [0-9a-f]{4}/)).toBeVisible()
  await page.getByRole('button', { name: 'Make a card' }).click()
  const address = await page.getByText(/\/card\//).textContent()
  await page.getByRole('button', { name: 'Hand it back' }).click()
  await expect(page.getByText(/^Handed back/).first()).toBeVisible()
  expect((await asked(context, demo, `jobs/${job.id}`)).closedAt).not.toBeNull()

  // The owner's phone has no account.
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } })
  const card = await phone.newPage()
  await card.goto(address!)
  await expect(card.getByText('Sealed, being proved')).toBeVisible()
  await expect(card.getByText('Finn')).toHaveCount(0)
  await card.getByRole('button', { name: 'It smells or is wet' }).click()
  await card.getByLabel(/What you saw/).fill('smells by the shelves')
  await card.getByRole('button', { name: 'Tell the workshop' }).click()
  await expect(card.getByText('The workshop knows.', { exact: false })).toBeVisible()
  await phone.close()

  await expect(page.getByText('smells by the shelves').first()).toBeVisible()
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByText('It was seen wet in use, and nobody has said where.')).toBeVisible()
  await page.goto(`${demo.url}/jobs/${job.id}/record`)
  await expect(page.getByText(/void: changed since/)).toBeVisible()
})

test('a sender with a dead spot: swept, drawn, kept; a sensor off its zero makes the code suspect', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const tractor = await jobOf(context, demo, 'Beach tractor, saddle tank')
  await page.goto(`${demo.url}/jobs/${tractor.id}/instruments`)
  await page.getByRole('button', { name: 'Read the simulated ohmmeter' }).click()
  await expect(page.getByText('Open from 45 % to 50 %.')).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Keep the sweep' }).click()
  await expect(page.getByRole('region', { name: 'Checked' })).toContainText('open from 45 % to 50 %')

  const van = await jobOf(context, demo, 'Library van, main tank')
  await page.goto(`${demo.url}/jobs/${van.id}/instruments`)
  await page.getByLabel('It gives').fill('2.1')
  await page.getByLabel('Zero by the manual').fill('1.5')
  await expect(page.getByText('every leak code is suspect until the sensor is right')).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).first().click()
  await expect(page.getByRole('region', { name: 'Checked' })).toContainText('every code that rests on it is suspect')
  await page.goto(`${demo.url}/jobs/${van.id}/narrow`)
  await expect(page.getByText('Suspect: the instrument it rests on is wrong.', { exact: false })).toBeVisible()
})

test('a job is sent to another shop and comes in there as it was', async ({ page, context, demo, empty, browser }) => {
  test.setTimeout(120_000)
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const file = await (await context.request.get(`${demo.url}/api/jobs/${job.id}/archive`)).body()
  const away = await browser.newContext()
  const made = await away.request.post(`${empty.url}/api/owner`, {
    data: { code: OWNER_CODE, name: 'Bo Sand', login: 'bo', password: 'kelp under the slipway' },
  })
  expect(made.ok()).toBe(true)
  const there = await away.newPage()
  await there.goto(`${empty.url}/past?of=bring`)
  await there
    .getByLabel('The file of the job')
    .setInputFiles({ name: 'nothing.zip', mimeType: 'application/zip', buffer: Buffer.from('no') })
  await expect(there.getByRole('alert').filter({ hasText: 'This is no archive of a job' })).toBeVisible()
  await there.getByLabel('The file of the job').setInputFiles({ name: 'job.zip', mimeType: 'application/zip', buffer: file })
  await expect(there.getByText('It comes in as a new job.')).toBeVisible()
  await expect(there.getByText(/It brings .*tests: 6/)).toBeVisible()
  await there.getByRole('button', { name: 'Bring it in' }).click()
  await expect(there.getByRole('heading', { name: 'Fire pump 3 · fuel tank' })).toBeVisible()
  await expect(there.getByText(/Brought in from Skerry Reach Workshop/)).toBeVisible()
  const brought = (await (await away.request.get(`${empty.url}/api/jobs/${job.id}`)).json()) as JobView
  expect(brought.tests).toEqual(job.tests)
  expect(brought.finds).toEqual(job.finds)
  await away.close()
  await page.goto(`${demo.url}/past`)
  await page.getByLabel('Find among all jobs').fill('fire pump drain')
  await expect(page.getByText('1 job found')).toBeVisible()
  await page.getByRole('link', { name: 'The craft' }).click()
  await expect(page.getByRole('heading', { name: 'Fire pump 3' })).toBeVisible()
})

test('with fuel in: too short a watch is no word, what shows is a leak', async ({ page, context, demo }) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Sprayer generator')
  await page.goto(`${demo.url}/jobs/${job.id}/look`)
  const read = page.getByRole('button', { name: 'All of this is done' })
  await expect(read.or(page.getByRole('button', { name: 'All of that is there: begin' }))).toBeVisible()
  if (await read.isVisible()) await read.click()
  await page.getByRole('button', { name: 'Drop count' }).click()
  await page.getByRole('button', { name: 'A quarter' }).click()
  await page.getByRole('button', { name: 'All of that is there: begin' }).click()
  await expect(page.getByRole('heading', { name: 'Look 1' })).toBeVisible()
  await page.getByLabel('Counted').fill('6')
  await page.getByLabel('In', { exact: true }).fill('1')
  await page.getByRole('button', { name: 'Keep the count' }).click()
  await expect(page.getByText('6 drops in 60 s').first()).toBeVisible()
  await expect(page.getByText(/220 mL a day/)).toBeVisible()
  await page.getByRole('button', { name: /It shows/ }).click()
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect
    .poll(async () => (await asked(context, demo, `jobs/${job.id}`)).finds.filter(find => find.seen === 'wet').length)
    .toBe(1)
  await page.getByRole('button', { name: 'End the look' }).click()
  await expect(page.getByText('Look 1,', { exact: false })).toBeVisible()
})
