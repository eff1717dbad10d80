/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import AxeBuilder from '@axe-core/playwright'
import { enter, expect, jobOf, test } from '../support/test'
import type { BrowserContext, Page } from '@playwright/test'
import type { JobView, KitItemView } from '../../shared/views'
import type { Shop } from '../support/shop'

const sizes = { laptop: { width: 1280, height: 800 }, tablet: { width: 820, height: 1180 }, phone: { width: 390, height: 844 } }

interface Screen {
  name: string
  path: string
  /** a text that is there once the screen is whole */ shows: string
}
/** What the screens are of. */
async function subjects(context: BrowserContext, shop: Shop) {
  const crafts = {
    bay: 'Flying boat SK-11, left outer',
    rightBay: 'Flying boat SK-11, right outer',
    pump: 'Fire pump 3, fuel tank',
    tug: 'Glider tug',
    tractor: 'Beach tractor, saddle tank',
    generator: 'Sprayer generator',
    van: 'Library van, main tank',
    lark: 'Workboat Brine Lark, belly tank',
    spare: 'Fire pump 3, spare tank',
    saddle: 'Beach tractor, left saddle tank',
    inner: 'Flying boat SK-11, left inner',
  }
  const jobs = Object.fromEntries(
    await Promise.all(Object.entries(crafts).map(async ([key, craft]) => [key, await jobOf(context, shop, craft)])),
  ) as Record<keyof typeof crafts, JobView>
  const kit = (await (await context.request.get(`${shop.url}/api/kit`)).json()) as KitItemView[]
  const begun = await context.request.post(`${shop.url}/api/practice/hunts`, {
    data: { id: crypto.randomUUID(), firstHour: true },
  })
  const { jobId: firstHour } = (await begun.json()) as { jobId: string }
  return { ...jobs, firstHour, rig: kit.find(item => item.facts.kind === 'rig')!.id }
}
type Subjects = Awaited<ReturnType<typeof subjects>>
const rooms: Record<string, (of: Subjects) => Screen[]> = {
  'the Bay and a job': ({ bay, pump }) => [
    { name: 'Bay', path: '/', shows: 'New complaint' },
    { name: 'New complaint', path: '/jobs/new', shows: 'Open the job' },
    { name: 'Job', path: `/jobs/${bay.id}`, shows: 'What still stands' },
    { name: 'Repair', path: `/jobs/${bay.id}?repair=${bay.leaks[1]!.id}`, shows: 'Record the repair' },
    { name: 'Prove', path: `/jobs/${pump.id}/prove`, shows: 'A quarter of fuel' },
    { name: 'Instruments', path: `/jobs/${pump.id}/instruments`, shows: 'Sender sweep' },
    { name: 'Look', path: `/jobs/${pump.id}/look`, shows: 'Fuel in, by level' },
    { name: 'Look back', path: '/past', shows: 'found' },
    { name: 'The shop’s figures', path: '/past?of=figures', shows: 'Where the hours went' },
    { name: 'From another shop', path: '/past?of=bring', shows: 'Choose the file' },
    { name: 'Craft', path: `/past/crafts/${bay.craft.id}`, shows: 'Here for' },
    { name: 'Record', path: `/jobs/${pump.id}/record`, shows: 'Record of tests and repairs' },
    { name: 'Nothing here', path: '/jobs/00000000-0000-4000-8000-000000000000', shows: 'Nothing here' },
  ],
  'narrowing it down': ({ tractor, van }) => [
    { name: 'Narrow', path: `/jobs/${tractor.id}/narrow`, shows: 'tells most for its minutes' },
    { name: 'Reach', path: `/jobs/${van.id}/circuit`, shows: 'What a test reaches' },
    { name: 'Map editor', path: `/jobs/${van.id}/circuit?change=1`, shows: 'Save the map' },
    { name: 'Halving', path: `/jobs/${van.id}/halve`, shows: 'Halve it' },
    { name: 'Smoke', path: `/jobs/${van.id}/smoke`, shows: 'The machine first' },
  ],
  'making safe, strip and rebuild': ({ generator, lark, van }) => [
    { name: 'Make safe', path: `/jobs/${generator.id}/safe`, shows: 'Where the fuel goes' },
    { name: 'Strip', path: `/jobs/${lark.id}/strip`, shows: 'Strip list' },
    { name: 'Rebuild', path: `/jobs/${van.id}/strip?on=1`, shows: 'Rebuild list' },
    { name: 'Weight', path: '/reckoner?of=weight', shows: 'What it weighs' },
    { name: 'Thread', path: '/reckoner?of=thread', shows: 'Which thread is it' },
  ],
  'repairing': ({ spare, saddle, inner }) => [
    { name: 'How to mend it', path: `/jobs/${saddle.id}/leaks/${saddle.leaks[0]!.id}`, shows: 'In one sentence' },
    { name: 'For the owner', path: `/jobs/${saddle.id}/owner?leak=${saddle.leaks[0]!.id}`, shows: 'For you to choose' },
    { name: 'A repair', path: `/bench/repairs/${spare.id}/${spare.runs[0]!.id}`, shows: 'Left to work it' },
    { name: 'A cure', path: `/bench/repairs/${inner.id}/now`, shows: 'May see fuel' },
    { name: 'New tank', path: `/jobs/${saddle.id}/new-tank`, shows: 'What moves across' },
    { name: 'Work without a leak', path: `/jobs/${saddle.id}/mend`, shows: 'On what' },
    { name: 'Materials', path: '/shelf/materials', shows: 'What is usual of each family' },
    { name: 'Mix', path: '/reckoner?of=mix', shows: 'Workable for' },
    { name: 'How much', path: '/reckoner?of=amount', shows: 'of liner on' },
    { name: 'O-ring', path: '/reckoner?of=ring', shows: 'Squeezed by' },
  ],
  'the tests': ({ tractor, tug, pump, generator, rightBay }) => [
    { name: 'Hold set-up', path: `/jobs/${tractor.id}/hold`, shows: 'To the Bench' },
    { name: 'Bench', path: '/bench', shows: 'These want a test' },
    { name: 'Running hold', path: `/bench/${tug.tests[0]!.id}`, shows: 'What can be said so far' },
    { name: 'Result', path: `/bench/${pump.tests[0]!.id}`, shows: 'What it says' },
    { name: 'Soap', path: `/jobs/${generator.id}/soap`, shows: 'Start at the cap' },
    { name: 'Balloon', path: `/jobs/${rightBay.id}/balloon`, shows: 'What can be said so far' },
  ],
  'the Shelf and the Reckoner': ({ rig, firstHour }) => [
    { name: 'Shelf', path: '/shelf', shows: 'Test kit' },
    { name: 'Rig check', path: `/shelf/rig/${rig}`, shows: 'Rig check' },
    { name: 'Reckoner', path: '/reckoner', shows: 'How long, and what it will see' },
    { name: 'Meaning', path: '/reckoner?of=rate', shows: 'As air it is one round hole' },
    { name: 'Drops and bubbles', path: '/reckoner?of=count', shows: 'Bubbles under water' },
    { name: 'Scales', path: '/reckoner?of=scale', shows: 'Water column' },
    { name: 'Practice', path: '/practice', shows: 'What you are safe on' },
    { name: 'Hunts', path: '/practice?of=hunts', shows: 'Any hunt' },
    { name: 'Tanks of Practice', path: '/practice?of=tanks', shows: 'Open one' },
    { name: 'The first hour', path: `/jobs/${firstHour}`, shows: 'Look first.' },
    { name: 'A curve', path: '/practice?of=curves', shows: 'Is it tight?' },
    { name: 'Sign-in', path: '/sign-in', shows: 'Password' },
  ],
}

/** Texts under 12 px. */
const smallTexts = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('body *')]
      .filter(element => {
        const own = [...element.childNodes].some(node => node.nodeType === Node.TEXT_NODE && node.textContent!.trim())
        if (!own || !(element as HTMLElement).checkVisibility?.() || element.closest('.sr-only')) return false
        const scale = element instanceof SVGElement ? ((element as SVGGraphicsElement).getScreenCTM?.()?.a ?? 1) : 1
        return parseFloat(getComputedStyle(element).fontSize) * scale < 11.9
      })
      .map(element => `${element.tagName} “${element.textContent!.trim().slice(0, 30)}”`),
  )

/** What breaks the rules named, in place: there is no frame of another origin to open a page of its own for. */
const violations = async (page: Page, runOnly: string[]) =>
  (
    await new AxeBuilder({ page })
      .setLegacyMode(true)
      .options({
        resultTypes: ['violations'],
        preload: false,
        runOnly: { type: runOnly.length > 1 ? 'tag' : 'rule', values: runOnly },
      })
      .analyze()
  ).violations.map(
    each =>
      `${each.id} at ${each.nodes
        .map(node => node.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  )

for (const [room, screens] of Object.entries(rooms)) {
  test(`${room}: read by everyone, in light and dark, and nothing runs off the side or is too small`, async ({
    page,
    context,
    demo,
  }) => {
    test.setTimeout(300_000)
    await enter(context, demo)
    for (const screen of screens(await subjects(context, demo))) {
      await test.step(screen.name, async () => {
        await page.setViewportSize(sizes.laptop)
        await page.emulateMedia({ colorScheme: 'light' })
        await page.goto(demo.url + screen.path)
        await expect(page.getByText(screen.shows).first()).toBeVisible()
        // What moves has come to rest, and its letters are there.
        await page.evaluate(() => Promise.all([document.fonts.ready, ...document.getAnimations().map(each => each.finished)]))
        expect(await smallTexts(page), screen.name).toEqual([])
        expect(await violations(page, ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']), screen.name).toEqual([])
        await page.emulateMedia({ colorScheme: 'dark' })
        await expect(page.locator('html')).toHaveClass(/dark/)
        // In the dark nothing is another but its colours.
        expect(await violations(page, ['color-contrast']), `${screen.name} in the dark`).toEqual([])
        for (const [size, viewport] of Object.entries(sizes)) {
          await page.setViewportSize(viewport)
          await expect
            .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), {
              message: `${screen.name} on a ${size}`,
            })
            .toBeLessThanOrEqual(0)
        }
      })
    }
  })
}

test('the bells open by touch', async ({ browser, looked }) => {
  const context = await browser.newContext({ viewport: sizes.phone, hasTouch: true })
  await enter(context, looked)
  const page = await context.newPage()
  await page.goto(looked.url)
  await page
    .getByRole('button', { name: / rings / })
    .first()
    .tap()
  await expect(page.getByRole('dialog', { name: 'Bells' })).toBeVisible()
  await context.close()
})

test('the keyboard goes everywhere, and ? lists its keys', async ({ page, context, looked }) => {
  await enter(context, looked)
  await page.goto(looked.url)
  await expect(page.getByText('New complaint')).toBeVisible()
  await page.keyboard.press('Shift+?')
  const help = page.getByRole('dialog', { name: 'Keys' })
  await expect(help.getByText('Find a job')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.keyboard.type('SK-11 left outer')
  await expect(page.getByRole('main').getByText('Workboat Brine Lark')).toHaveCount(0)
  await page.getByLabel('Find a job').blur()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Flying boat SK-11 · left outer bay' })).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.getByRole('dialog', { name: 'Parts were disturbed' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('w')
  await expect(page.getByRole('article')).toBeVisible()
})

test('a bell that is due rings on the rope and is answered', async ({ page, context, demo }) => {
  await enter(context, demo)
  await page.goto(demo.url)
  await expect(page).toHaveTitle(/Ringing/)
  await demo.query(`update bell set due_at = now() where title like 'Workboat%cured'`)
  const rope = page.getByRole('region', { name: 'Bells' })
  const rung = rope
    .getByRole('listitem')
    .filter({ hasText: 'leak 1 cured' })
    .filter({ hasText: 'Workboat' })
    .filter({ hasText: 'rang' })
  await rung.getByRole('button', { name: 'Heard' }).click()
  await expect(rope.getByText('Workboat Brine Lark, leak 1 cured')).toHaveCount(0)
  await page.reload()
  await expect(rope.getByText('Workboat Brine Lark, leak 1 may see fuel')).toBeVisible()
  await expect(rope.getByText('Workboat Brine Lark, leak 1 cured')).toHaveCount(0)
})
