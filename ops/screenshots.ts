/// <reference lib="dom" />
import { chromium, type Page } from '@playwright/test'
import { randomUUID } from 'node:crypto'
import { proposedClosures } from '../core/circuit/proposedClosures'
import { cautions } from '../core/fuel/makeSafe'
import { draftFor } from '../shared/leaktest/hold/holdDraft'
import type { BayPage, JobView } from '../shared/views'

/** Makes docs/screenshots anew from a running demo: npx tsx ops/screenshots.ts [address] */
const address = process.argv[2] ?? 'http://127.0.0.1:4600'
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})

interface Shot {
  name: string
  path: string
  width?: number
  height?: number
  dark?: boolean
  signedOut?: boolean
  before?: (page: Page) => Promise<void>
  /** first and last region of the page to picture */ regions?: [string, string]
}

const first = await browser.newContext()
await first.request.post(`${address}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
const { rows } = (await (await first.request.get(`${address}/api/jobs`)).json()) as BayPage
const job = async (craft: string) =>
  (await (
    await first.request.get(`${address}/api/jobs/${rows.find(row => `${row.craft}, ${row.tankName}`.includes(craft))!.id}`)
  ).json()) as JobView
const [saddle, spare] = [await job('left saddle tank'), await job('spare tank')]
const [flyingBoat, pump, tug, generator] = [
  await job('SK-11, left outer'),
  await job('Fire pump 3, fuel tank'),
  await job('tug'),
  await job('generator'),
]
const van = await job('Library van, main tank'),
  heater = await job('Library van, heater tank'),
  tractor = await job('Beach tractor, saddle tank')
await first.close()

const choose = async (page: Page, label: string, item: string) => {
  await page.getByLabel(label, { exact: true }).click()
  await page.getByRole('option', { name: item, exact: true }).click()
}
/** Answers the openings as they are proposed and the fuel, where a set-up asks. */
const answered = async (page: Page) => {
  for (const name of [/^All as proposed/, 'None, drained'])
    for (const button of await page.getByRole('button', { name }).all()) if (await button.isVisible()) await button.click()
}
/** A hold that a phone reads on a simulated tank, begun, its time running fast. @returns its id */
async function cameraHold(page: Page): Promise<string> {
  const id = randomUUID()
  const post = async (path: string, data: object) => {
    const answer = await page.request.post(`${address}/api/${path}`, { data })
    if (!answer.ok()) throw new Error(`${path}: ${await answer.text()}`)
  }
  await post(`jobs/${saddle.id}/entries/cautions`, {
    id: randomUUID(),
    cautions: cautions.map(({ key }) => key),
    act: 'air or smoke',
  })
  const draft = draftFor(saddle)
  await post(`jobs/${saddle.id}/tests/hold`, {
    ...draft,
    id,
    course: 'plain',
    source: 'camera',
    closures: proposedClosures(saddle.parts),
    wettedShare: 0,
    relief: { kind: 'water column', opensAt: draft.testPressure + 500 },
  })
  await post(`holds/${id}/step`, { to: 'settling' })
  await post(`holds/${id}/speed`, { speed: 600 })
  return id
}
const phone = { width: 390, height: 844 }
const shots: Shot[] = [
  { name: 'bay', path: '/' },
  { name: 'job', path: `/jobs/${flyingBoat.id}` },
  { name: 'narrow', path: `/jobs/${tractor.id}/narrow`, height: 900 },
  {
    name: 'reach',
    path: `/jobs/${van.id}/circuit`,
    height: 900,
    before: async page => {
      await choose(page, 'Service port', 'fed at its end')
    },
  },
  {
    name: 'smoke',
    path: `/jobs/${van.id}/smoke`,
    height: 1100,
    before: async page => {
      await answered(page)
      await page.getByRole('button', { name: 'Put smoke on' }).click()
      await page.getByRole('button', { name: 'Open the Pump ring and seal and look' }).click()
      await page.getByRole('button', { name: 'Open the Cap and look' }).click()
      for (let k = 0; k < 3; k++) {
        await page.getByRole('button', { name: /^Clear/ }).click()
        await page.waitForTimeout(400)
      }
      await page.getByRole('button', { name: 'Read the stand-in’s tube' }).click()
    },
  },
  { name: 'make-safe', path: `/jobs/${tractor.id}/safe`, ...phone, height: 1400 },
  { name: 'strip', path: `/jobs/${flyingBoat.id}/strip`, height: 900 },
  {
    name: 'prove',
    path: `/jobs/${heater.id}/prove`,
  },
  { name: 'decide', path: `/jobs/${saddle.id}/leaks/${saddle.leaks[0]!.id}`, height: 1100 },
  { name: 'stage', path: `/bench/repairs/${spare.id}/${spare.runs[0]!.id}` },
  { name: 'hold-setup', path: `/jobs/${pump.id}/hold`, height: 1280 },
  { name: 'bench', path: `/bench/${tug.tests[0]!.id}` },
  { name: 'result', path: `/bench/${pump.tests[0]!.id}`, height: 1500 },
  {
    name: 'soap',
    path: `/jobs/${generator.id}/soap`,
    before: async page => {
      const start = page.getByRole('button', { name: 'Start at the cap' })
      await answered(page)
      if (await start.isVisible()) await start.click()
      await page.getByRole('button', { name: /Left pinch seam/ }).click()
      await page.getByRole('button', { name: /^Foams/ }).click()
    },
  },
  { name: 'shelf', path: '/shelf' },
  { name: 'record', path: `/jobs/${pump.id}/record` },
  { name: 'past', path: '/past?of=figures' },
  {
    name: 'practice',
    path: '/practice?of=hunts',
    height: 1000,
    // The first rung, its trap stepped into, and then found.
    before: async page => {
      const id = crypto.randomUUID()
      const post = (to: string, data: object) => page.request.post(`${address}/api/practice/hunts${to}`, { data })
      await post('', { id, rung: 1 })
      const steps = [{ check: 'highest-wet' }, { cause: 'drain' }, { check: 'cover-off' }, { cause: 'sender-seal' }]
      for (const [after, step] of steps.entries()) await post(`/${id}/step`, { after, ...step })
      await page.goto(`${address}/practice/hunts/${id}`)
      await page.waitForTimeout(1500)
    },
  },
  {
    name: 'phone',
    path: '/',
    ...phone,
    // Last, since its hold runs from then on.
    before: async page => {
      await page.goto(`${address}/bench/eye/${await cameraHold(page)}`)
      await page.getByRole('button', { name: 'Stand-in’s dial' }).click()
      await page.waitForTimeout(9000)
    },
  },
]
const only = process.argv.slice(3)
for (const { name, path, width = 1280, height = 800, dark, signedOut, before, regions } of shots.filter(
  shot => only.length === 0 || only.includes(shot.name),
)) {
  const context = await browser.newContext({
    viewport: { width, height },
    colorScheme: dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  })
  if (!signedOut) await context.request.post(`${address}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
  const page = await context.newPage()
  await page.goto(address + path)
  await page.waitForTimeout(2000)
  await before?.(page)
  if (before) {
    await page.evaluate(() => window.scrollTo(0, 0))
    await page.waitForTimeout(500)
  }
  const boxes = await Promise.all(
    (regions ?? []).map(region => page.getByRole('region', { name: region, exact: true }).boundingBox()),
  )
  const clip = boxes[0] &&
    boxes[1] && {
      x: boxes[0].x - 12,
      y: boxes[0].y - 12,
      width: boxes[0].width + 24,
      height: boxes[1].y + boxes[1].height - boxes[0].y + 24,
    }
  await page.screenshot({ path: `docs/screenshots/${name}.png`, ...(clip && { clip }) })
  await context.close()
}
await browser.close()
