import { test as base, expect, type BrowserContext, type Page } from '@playwright/test'
import { openShop, type Shop } from './shop'
import { setUpHold } from './setUpHold'
import type { BayPage, JobView } from '../../shared/views'

const shopFrom =
  (template: 'zinc_demo' | 'zinc_empty') =>
  async ({}: object, use: (shop: Shop) => Promise<void>) => {
    const shop = await openShop(template)
    await use(shop)
    await shop.close()
  }

/**
 * Each test that changes something has a shop of its own, so that none depends on what ran before it: `demo` with the demo's data,
 * `empty` with nothing. Those that only look, or are refused whatever they try, share `looked`, a demo for all that one worker runs.
 */
export const test = base.extend<{ demo: Shop; empty: Shop; plans: boolean }, { looked: Shop }>({
  // Trying a hold on simulated tanks takes a whole processor for as long as its page is open: it is done where the plan is looked at.
  plans: [false, { option: true }],
  async context({ context, plans }, use) {
    if (!plans)
      await context.addInitScript(`{
        const Own = Worker
        globalThis.Worker = function (url, options) {
          return /plan[.]worker/.test(String(url)) ? { postMessage() {}, terminate() {} } : new Own(url, options)
        }
      }`)
    await use(context)
  },
  demo: shopFrom('zinc_demo'),
  empty: shopFrom('zinc_empty'),
  looked: [
    async ({}, use) => {
      const shop = await openShop('zinc_demo')
      await use(shop)
      await shop.close()
    },
    { scope: 'worker' },
  ],
})
export { expect }

/** Signs a browser in without the form. */
export async function enter(context: BrowserContext, shop: Shop, login = 'finn') {
  const answer = await context.request.post(`${shop.url}/api/session`, { data: { login, password: 'skerry-reach' } })
  expect(answer.ok()).toBe(true)
}

/** The job of a craft, as the server has it. */
export async function jobOf(context: BrowserContext, shop: Shop, craft: string): Promise<JobView> {
  const { rows } = (await (await context.request.get(`${shop.url}/api/jobs`)).json()) as BayPage
  return (await (
    await context.request.get(`${shop.url}/api/jobs/${rows.find(row => `${row.craft}, ${row.tankName}`.startsWith(craft))!.id}`)
  ).json()) as JobView
}

/** Sets up a typed hold on a job through the API and starts it. */
export async function startTypedHold(context: BrowserContext, shop: Shop, jobId: string): Promise<string> {
  const job = (await (await context.request.get(`${shop.url}/api/jobs/${jobId}`)).json()) as JobView
  const post = (path: string, data: object) =>
    context.request.post(`${shop.url}/api/${path}`, { data }).then(answer => expect(answer.ok(), path).toBe(true))
  const id = await setUpHold(post, job, 'typed', 6000)
  await post(`holds/${id}/step`, { to: 'settling' })
  return id
}

/** Picks an item of a list that opens from a labelled button. */
export async function choose(page: Page, label: string, item: string) {
  await page.getByLabel(label).click()
  await page.getByRole('option', { name: item }).click()
}

/** Reads the cautions where the page asks for it. */
export async function readCautions(page: Page, work: RegExp = /Air is (in|out), start|It is tied on/) {
  const done = page.getByRole('button', { name: 'All of this is done' })
  const ready = page.getByRole('button', { name: work })
  await expect(done.or(ready)).toBeVisible()
  if (await done.isVisible()) await done.click()
}

/** Answers the openings as they are proposed, and that no fuel is in the tank, where a set-up still asks. */
export async function closedAsProposed(page: Page): Promise<void> {
  await page
    .getByText(/parts are under test/)
    .first()
    .waitFor()
  const proposed = page.getByRole('button', { name: /^All as proposed/ })
  if (await proposed.isVisible()) await proposed.click()
  await page.getByRole('button', { name: 'None, drained' }).click()
}

/** Says of a changed map that the tank is another one now, where a set-up of before could be read anew. */
export async function saysOfMap(page: Page, word = 'Changed now'): Promise<void> {
  const choice = page.getByRole('button', { name: word })
  if (await choice.isVisible()) await choice.click()
}
