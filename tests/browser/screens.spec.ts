/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import AxeBuilder from '@axe-core/playwright'
import { enter, expect, jobOf, test } from '../support/test'
import type { BrowserContext } from '@playwright/test'
import type { BayRow, KitItemView } from '../../shared/views'
import type { Shop } from '../support/shop'

const sizes = { laptop: { width: 1280, height: 800 }, tablet: { width: 820, height: 1180 }, phone: { width: 390, height: 844 } }

async function screens(context: BrowserContext, shop: Shop) {
  const [bay, pump, tug, tractor, generator, van] = await Promise.all(['Flying boat SK-11, left', 'Fire pump 3', 'Glider tug', 'Beach tractor', 'Sprayer generator', 'Library van'].map(craft => jobOf(context, shop, craft)))
  const kit = await (await context.request.get(`${shop.url}/api/kit`)).json() as KitItemView[]
  const rig = kit.find(item => item.facts.kind === 'rig')!.id
  const rows = await (await context.request.get(`${shop.url}/api/jobs`)).json() as BayRow[]
  const right = rows.find(row => row.tankName === 'right outer bay')!.id
  return [
    { name: 'Bay', path: '/', shows: 'New complaint' },
    { name: 'New complaint', path: '/jobs/new', shows: 'Open the job' },
    { name: 'Job', path: `/jobs/${bay!.id}`, shows: 'What still stands' },
    { name: 'Repair', path: `/jobs/${bay!.id}?repair=${bay!.leaks[1]!.id}`, shows: 'Record the repair' },
    { name: 'Narrow', path: `/jobs/${tractor!.id}/narrow`, shows: 'tells most for its minutes' },
    { name: 'Reach', path: `/jobs/${van!.id}/circuit`, shows: 'What a test reaches' },
    { name: 'Map editor', path: `/jobs/${van!.id}/circuit?change=1`, shows: 'Save the map' },
    { name: 'Halving', path: `/jobs/${van!.id}/halve`, shows: 'Halve it' },
    { name: 'Smoke', path: `/jobs/${van!.id}/smoke`, shows: 'The machine first' },
    { name: 'Hold set-up', path: `/jobs/${tractor!.id}/hold`, shows: 'To the Bench' },
    { name: 'Bench', path: '/bench', shows: 'These want a test' },
    { name: 'Running hold', path: `/bench/${tug!.holds[0]!.id}`, shows: 'What can be said so far' },
    { name: 'Result', path: `/bench/${pump!.holds[0]!.id}`, shows: 'What it says' },
    { name: 'Soap', path: `/jobs/${generator!.id}/soap`, shows: 'Start at the cap' },
    { name: 'Shelf', path: '/shelf', shows: 'Test kit' },
    { name: 'Rig check', path: '/shelf/rig/' + rig, shows: 'Rig check' },
    { name: 'Reckoner', path: '/reckoner', shows: 'How long, and what it will see' },
    { name: 'Meaning', path: '/reckoner?of=rate', shows: 'As air it is one round hole' },
    { name: 'Scales', path: '/reckoner?of=scale', shows: 'Water column' },
    { name: 'Balloon', path: `/jobs/${right}/balloon`, shows: 'What can be said so far' },
    { name: 'Record', path: `/jobs/${pump!.id}/record`, shows: 'Record of tests and repairs' },
    { name: 'Nothing here', path: '/jobs/00000000-0000-4000-8000-000000000000', shows: 'Nothing here' },
  ]
}

for (const scheme of ['light', 'dark'] as const) {
  test(`no accessibility violation on any screen, ${scheme}`, async ({ browser, demo }) => {
    test.setTimeout(300_000)
    const context = await browser.newContext({ colorScheme: scheme, viewport: sizes.laptop, reducedMotion: 'reduce' })
    await enter(context, demo)
    const page = await context.newPage()
    for (const screen of [...await screens(context, demo), { name: 'Sign-in', path: '/sign-in', shows: 'Password' }]) {
      await page.goto(demo.url + screen.path)
      await expect(page.getByText(screen.shows).first()).toBeVisible()
      await page.waitForTimeout(300)
      const axe = new AxeBuilder({ page })
      // In the dark nothing is another but its colours.
      const { violations } = await (scheme === 'dark' ? axe.withRules(['color-contrast']) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])).analyze()
      expect(violations.map(each => `${screen.name}: ${each.id} at ${each.nodes.map(node => node.target.join(' ')).slice(0, 3).join(', ')}`)).toEqual([])
    }
    await context.close()
  })
}

for (const [size, viewport] of Object.entries(sizes)) {
  test(`nothing runs off the side on a ${size}`, async ({ browser, demo }) => {
    test.setTimeout(180_000)
    const context = await browser.newContext({ viewport, hasTouch: size !== 'laptop' })
    await enter(context, demo)
    const page = await context.newPage()
    for (const screen of await screens(context, demo)) {
      await page.goto(demo.url + screen.path)
      await expect(page.getByText(screen.shows).first()).toBeVisible()
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      expect(wide, screen.name).toBeLessThanOrEqual(0)
    }
    if (size === 'phone') {
      await page.goto(demo.url)
      await page.getByRole('button', { name: / rings / }).first().tap()
      await expect(page.getByRole('dialog', { name: 'Bells' })).toBeVisible()
    }
    await context.close()
  })
}

test('every text can be read: none is under 12 px', async ({ page, context, demo }) => {
  await enter(context, demo)
  for (const screen of await screens(context, demo)) {
    await page.goto(demo.url + screen.path)
    await expect(page.getByText(screen.shows).first()).toBeVisible()
    const small = await page.evaluate(() => [...document.querySelectorAll('body *')].filter(element => {
      const own = [...element.childNodes].some(node => node.nodeType === Node.TEXT_NODE && node.textContent!.trim())
      if (!own || !(element as HTMLElement).checkVisibility?.() || element.closest('.sr-only')) return false
      const scale = element instanceof SVGElement ? (element as SVGGraphicsElement).getScreenCTM?.()?.a ?? 1 : 1
      return parseFloat(getComputedStyle(element).fontSize) * scale < 11.9
    }).map(element => `${element.tagName} “${element.textContent!.trim().slice(0, 30)}”`))
    expect(small, screen.name).toEqual([])
  }
})

test('the keyboard goes everywhere, and ? lists its keys', async ({ page, context, demo }) => {
  await enter(context, demo)
  await page.goto(demo.url)
  await expect(page.getByText('New complaint')).toBeVisible()
  await page.keyboard.press('Shift+?')
  const help = page.getByRole('dialog', { name: 'Keys' })
  await expect(help.getByText('Find a job')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.keyboard.type('SK-11')
  await expect(page.getByText('Workboat Brine Lark')).toHaveCount(1) // on the rope alone
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
  await demo.query(`update bell set due_at = now() where title like 'Workboat%'`)
  const rope = page.getByRole('region', { name: 'Bells' })
  const rung = rope.getByRole('listitem').filter({ hasText: 'Workboat' }).filter({ hasText: 'rang' })
  await rung.getByRole('button', { name: 'Heard' }).click()
  await expect(rope.getByText('Workboat')).toHaveCount(0)
  await page.reload()
  await expect(rope.getByText('Workboat')).toHaveCount(0)
})
