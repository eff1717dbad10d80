import { chromium, type Page } from '@playwright/test'
import type { BayRow, JobView } from '../shared/views'

/** Makes docs/screenshots anew from a running demo: npx tsx ops/screenshots.ts [address] */
const address = process.argv[2] ?? 'http://127.0.0.1:4600'
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })

interface Shot { name: string, path: string, width?: number, height?: number, dark?: boolean, signedOut?: boolean, before?: (page: Page) => Promise<void> }

const first = await browser.newContext()
await first.request.post(`${address}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
const rows = await (await first.request.get(`${address}/api/jobs`)).json() as BayRow[]
const job = async (craft: string) => await (await first.request.get(`${address}/api/jobs/${rows.find(row => row.craft.includes(craft))!.id}`)).json() as JobView
const [flyingBoat, pump, tug, tractor, generator] = [await job('SK-11'), await job('pump'), await job('tug'), await job('tractor'), await job('generator')]
await first.close()

const phone = { width: 390, height: 844 }
const shots: Shot[] = [
  { name: 'bay', path: '/' },
  { name: 'bay-dark', path: '/', dark: true },
  { name: 'bay-phone', path: '/', ...phone },
  { name: 'complaint', path: '/jobs/new' },
  { name: 'job', path: `/jobs/${flyingBoat.id}` },
  { name: 'job-tablet', path: `/jobs/${flyingBoat.id}`, width: 820, height: 1180 },
  { name: 'hold-setup', path: `/jobs/${tractor.id}/hold` },
  { name: 'bench', path: `/bench/${tug.holds[0]!.id}` },
  { name: 'bench-phone', path: `/bench/${tug.holds[0]!.id}`, ...phone, dark: true },
  { name: 'result', path: `/bench/${pump.holds[0]!.id}` },
  { name: 'soap', path: `/jobs/${generator.id}/soap`, before: async page => {
    const start = page.getByRole('button', { name: 'Start at the cap' })
    if (await start.isVisible()) await start.click()
    await page.getByRole('button', { name: /Left pinch seam/ }).click()
    await page.getByRole('button', { name: /^Foams/ }).click()
  } },
  { name: 'record', path: `/jobs/${pump.id}/record` },
  { name: 'sign-in', path: '/sign-in', signedOut: true },
]
const only = process.argv.slice(3)
for (const { name, path, width = 1280, height = 800, dark, signedOut, before } of shots.filter(shot => only.length === 0 || only.includes(shot.name))) {
  const context = await browser.newContext({ viewport: { width, height }, colorScheme: dark ? 'dark' : 'light', reducedMotion: 'reduce' })
  if (!signedOut) await context.request.post(`${address}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
  const page = await context.newPage()
  await page.goto(address + path)
  await page.waitForTimeout(2000)
  await before?.(page)
  if (before) await page.waitForTimeout(500)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
  await context.close()
}
await browser.close()
