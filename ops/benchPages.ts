import { chromium, request, type APIResponse, type BrowserContext, type CDPSession, type Page } from '@playwright/test'
import config from '../playwright.config'
import { interactive, type Interactive } from '../tests/support/interactive'
import { setUpHold } from '../tests/support/setUpHold'
import { openShop } from '../tests/support/shop'
import type { BayPage, JobView } from '../shared/views'

/**
 * Measures what a page costs, on the built server: bytes and requests of the first opening, what the way from the Bay to a job asks
 * for, how soon each can be used on a processor that is four times slower, and how long each of the ten commonest acts keeps the screen
 * from answering (interaction to next paint, Event Timing API, W3C).
 */
const SLOWDOWN = 4
const TRIES = 3

const shop = await openShop('zinc_demo')
const browser = await chromium.launch(config.use!.launchOptions!)
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!

async function signedIn(): Promise<BrowserContext> {
  const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
  await context.request.post(`${shop.url}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
  return context
}

/** Bytes on the wire and requests from here on; the stream of changes, which does not end, is left out. */
async function traffic(session: CDPSession) {
  const asked = new Map<string, { url: string; bytes: number }>()
  await session.send('Network.enable')
  session.on('Network.requestWillBeSent', ({ requestId, request: { url } }) => {
    if (url.startsWith(shop.url) && !url.endsWith('/api/stream')) asked.set(requestId, { url, bytes: 0 })
  })
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const its = asked.get(requestId)
    if (its) its.bytes = encodedDataLength
  })
  return () => {
    const all = [...asked.values()]
    return {
      kB: Math.round(all.reduce((sum, { bytes }) => sum + bytes, 0) / 1000),
      requests: all.length,
      api: all.filter(({ url }) => new URL(url).pathname.startsWith('/api/')).length,
      urls: all,
    }
  }
}

const api = await request.newContext()
await api.post(`${shop.url}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
const { rows } = (await (await api.get(`${shop.url}/api/jobs`)).json()) as BayPage
const jobOf = (craft: RegExp) => rows.find(row => craft.test(row.craft))!.id
const jobId = jobOf(/SK-11/)
const pages = [
  ['sign-in', '/sign-in', 'form', '200 kB'],
  ['Bay', '/', 'a[id=row-0]', '350 kB, 25 requests, usable in 1500 ms'],
  ['Job', `/jobs/${jobId}`, '#stands-title', '350 kB, 25 requests, usable in 2000 ms'],
] as const

console.log(`\nEach page opened for the first time, as it comes over the wire`)
for (const [name, path, shown, bar] of pages) {
  const context = path === '/sign-in' ? await browser.newContext({ serviceWorkers: 'block' }) : await signedIn()
  const page = await context.newPage()
  const measured = await traffic(await context.newCDPSession(page))
  await page.goto(shop.url + path)
  await page.locator(shown).first().waitFor()
  await page.waitForTimeout(2500)
  const { kB, requests, api: calls, urls } = measured()
  console.log(
    `${name.padEnd(10)}${`${kB} kB`.padStart(8)}${`${requests} requests`.padStart(14)}${`${calls} of the API`.padStart(14)}   (bar: ${bar})`,
  )
  if (process.env.ZINC_BENCH_URLS)
    for (const { url, bytes } of urls) console.log(`    ${String(bytes).padStart(8)} ${url.slice(shop.url.length)}`)
  await context.close()
}

{
  const context = await signedIn()
  const page = await context.newPage()
  await page.goto(shop.url)
  await page.locator('a[id=row-0]').waitFor()
  await page.waitForTimeout(2500)
  const measured = await traffic(await context.newCDPSession(page))
  await page.locator(`a[href="/jobs/${jobId}"]`).first().click()
  await page.locator('#stands-title').waitFor()
  await page.waitForTimeout(2000)
  const { requests, api: calls, urls } = measured()
  console.log(`Bay to Job: ${requests} requests, ${calls} of the API (bar: 8, 3)`)
  if (process.env.ZINC_BENCH_URLS)
    for (const { url, bytes } of urls) console.log(`    ${String(bytes).padStart(8)} ${url.slice(shop.url.length)}`)
  await context.close()
}

console.log(`\nOn a processor ${SLOWDOWN} times slower, medians of ${TRIES}`)
for (const [name, path, shown, bar] of pages) {
  const found: Interactive[] = []
  for (let k = 0; k < TRIES; k++) {
    const context = path === '/sign-in' ? await browser.newContext({ serviceWorkers: 'block' }) : await signedIn()
    found.push(await interactive(await context.newPage(), shop.url + path, shown, SLOWDOWN))
    await context.close()
  }
  const of = (value: 'shown' | 'quiet' | 'drawn') => `${median(found.map(each => each[value])).toFixed(0)} ms`
  console.log(
    `${name.padEnd(10)}${`drawn ${of('drawn')}`.padStart(18)}${`usable ${of('shown')}`.padStart(18)}${`quiet after ${of('quiet')}`.padStart(24)}   (bar: ${bar})`,
  )
}

/** ms until the next paint of the slowest interaction since the last look. */
async function interactions(page: Page): Promise<number> {
  await page.waitForTimeout(700)
  return page.evaluate(() => {
    const state = (globalThis as unknown as { acts: number[] }).acts
    return Math.max(0, ...state.splice(0))
  })
}

/** @throws Error when it was refused */
async function mustBe(answer: APIResponse): Promise<void> {
  if (!answer.ok()) throw new Error(`${answer.url()}: ${answer.status()} ${await answer.text()}`)
}

const hold = await setUpHold(
  async (path, data) => mustBe(await api.post(`${shop.url}/api/${path}`, { data })),
  (await (await api.get(`${shop.url}/api/jobs/${jobOf(/pump/)}`)).json()) as JobView,
  'typed',
  6000,
)
await mustBe(await api.post(`${shop.url}/api/holds/${hold}/step`, { data: { to: 'settling' } }))

const acts: [string, string, string, (page: Page) => Promise<void>][] = [
  ['a key of the Bay', '/', 'a[id=row-0]', page => page.keyboard.press('ArrowDown')],
  [
    'a letter of a search',
    '/',
    'a[id=row-0]',
    async page => {
      await page.getByLabel('Find a job').click()
      await page.keyboard.type('p')
    },
  ],
  ['a job opened', '/', 'a[id=row-0]', page => page.locator(`a[href="/jobs/${jobId}"]`).first().click()],
  [
    'a part of the map picked',
    `/jobs/${jobId}`,
    '#stands-title',
    page => page.locator('#stands-title ~ * tbody tr').first().click(),
  ],
  ['parts disturbed: the panel', `/jobs/${jobId}`, '#stands-title', page => page.keyboard.press('t')],
  ['the job’s facts opened', `/jobs/${jobId}`, '#stands-title', page => page.keyboard.press('e')],
  [
    'a hold’s openings as proposed',
    `/jobs/${jobOf(/Beach tractor/)}/hold`,
    'text=All as proposed',
    page => page.getByRole('button', { name: /^All as proposed/ }).click(),
  ],
  [
    'a digit of a set-up',
    `/jobs/${jobOf(/Beach tractor/)}/hold`,
    'text=All as proposed',
    async page => {
      await page.getByLabel('Target pressure').click()
      await page.keyboard.type('4')
    },
  ],
  [
    'a reading typed',
    `/bench/${hold}`,
    'text=What can be said so far',
    async page => {
      await page.getByLabel('Pressure').fill('6.00')
      await page.keyboard.press('Enter')
    },
  ],
  [
    'a sign of a new complaint',
    '/jobs/new',
    'text=Open the job',
    page => page.getByRole('button', { name: 'Drip', exact: true }).click(),
  ],
]
let worst = 0
for (const [name, path, shown, act] of acts) {
  const took: number[] = []
  for (let k = 0; k < TRIES; k++) {
    const context = await signedIn()
    const page = await context.newPage()
    // As text: what a compiler adds to a function is not there in the page.
    await page.addInitScript(`{
      const acts = (globalThis.acts = [])
      new PerformanceObserver(list => { for (const each of list.getEntries()) if (each.interactionId) acts.push(each.duration) })
        .observe({ type: 'event', durationThreshold: 16, buffered: true })
    }`)
    await page.goto(shop.url + path)
    await page.locator(shown).first().waitFor()
    await page.waitForTimeout(1500)
    await (await context.newCDPSession(page)).send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN })
    await interactions(page)
    await act(page)
    took.push(await interactions(page))
    await context.close()
  }
  worst = Math.max(worst, median(took))
  console.log(`${name.padEnd(34)}${`${median(took).toFixed(0)} ms to the next paint`.padStart(28)}`)
}
console.log(`The slowest act: ${worst.toFixed(0)} ms (bar: 200 ms)`)

await api.dispose()
await browser.close()
await shop.close()
