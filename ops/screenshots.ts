/// <reference lib="dom" />
import { chromium, type Page } from '@playwright/test'
import { randomUUID } from 'node:crypto'
import type { BayRow, JobView } from '../shared/views'

/** Makes docs/screenshots anew from a running demo: npx tsx ops/screenshots.ts [address] */
const address = process.argv[2] ?? 'http://127.0.0.1:4600'
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })

interface Shot { name: string, path: string, width?: number, height?: number, dark?: boolean, signedOut?: boolean, before?: (page: Page) => Promise<void> }

const first = await browser.newContext()
await first.request.post(`${address}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
const rows = await (await first.request.get(`${address}/api/jobs`)).json() as BayRow[]
const job = async (craft: string) => await (await first.request.get(`${address}/api/jobs/${rows.find(row => `${row.craft}, ${row.tankName}`.includes(craft))!.id}`)).json() as JobView
const [flyingBoat, pump, tug, generator] = [await job('SK-11, left'), await job('pump'), await job('tug'), await job('generator')]
const right = await job('SK-11, right'), van = await job('van'), tractor = await job('tractor')
const fileHold = randomUUID()
await first.request.post(`${address}/api/jobs/${van.id}/holds`, { data: {
  id: fileHold, source: 'file', method: 'pressure-decay', volume: 0.064, volumeUncertainty: 0.002, testPressure: 3000, gaugeStep: 10, gaugeNoise: 6, hasThermometer: true, temperatureDoubt: 0.05, barometerDoubt: 40, rigLeak: 0, rigLeakDoubt: 0, links: { vent: 'shut' },
} })
/** A logger's file whose names say nothing. */
const log = ['Elapsed;Ch 1;Ch 2', ...Array.from({ length: 181 }, (_, k) => [(k / 6).toFixed(3), (3.04 - 0.04 * (1 - Math.exp(-k / 14)) - 0.0009 * k + 0.004 * Math.sin(k * 7.7)).toFixed(3), (18.2 + k / 900).toFixed(2)].join(';').replaceAll('.', ','))].join('\n')
await first.close()

const choose = async (page: Page, label: string, item: string) => {
  await page.getByLabel(label, { exact: true }).click()
  await page.getByRole('option', { name: item, exact: true }).click()
}
const phone = { width: 390, height: 844 }
const shots: Shot[] = [
  { name: 'bay', path: '/' },
  { name: 'complaint', path: '/jobs/new' },
  { name: 'job', path: `/jobs/${flyingBoat.id}` },
  { name: 'narrow', path: `/jobs/${tractor.id}/narrow`, height: 900 },
  { name: 'reach', path: `/jobs/${van.id}/circuit`, height: 900, before: async page => { await choose(page, 'Service port', 'the rig is on it') } },
  { name: 'map-editor', path: `/jobs/${van.id}/circuit?change=1`, height: 900, before: async page => { await page.getByLabel('Name of part 11', { exact: true }).focus() } },
  { name: 'halve', path: `/jobs/${tractor.id}/halve`, dark: true, before: async page => {
    await page.getByRole('button', { name: 'All of this is done' }).click()
    await page.getByRole('button', { name: /It leaks/ }).click()
  } },
  { name: 'smoke', path: `/jobs/${van.id}/smoke`, height: 1100, before: async page => {
    await page.getByRole('button', { name: 'Put smoke on' }).click()
    await page.getByRole('button', { name: 'Open the Pump ring and seal and look' }).click()
    await page.getByRole('button', { name: 'Open the Cap and look' }).click()
    for (let k = 0; k < 3; k++) {
      await page.getByRole('button', { name: /^Clear/ }).click()
      await page.waitForTimeout(400)
    }
    await page.getByRole('button', { name: 'Read the stand-in’s tube' }).click()
  } },
  { name: 'make-safe', path: `/jobs/${tractor.id}/safe`, ...phone, height: 1400 },
  { name: 'strip', path: `/jobs/${flyingBoat.id}/strip`, height: 900 },
  { name: 'hold-setup', path: `/jobs/${pump.id}/hold`, height: 1280 },
  { name: 'bench', path: `/bench/${tug.holds[0]!.id}` },
  { name: 'result', path: `/bench/${pump.holds[0]!.id}`, height: 1500 },
  { name: 'soap', path: `/jobs/${generator.id}/soap`, before: async page => {
    const start = page.getByRole('button', { name: 'Start at the cap' })
    if (await start.isVisible()) await start.click()
    await page.getByRole('button', { name: /Left pinch seam/ }).click()
    await page.getByRole('button', { name: /^Foams/ }).click()
  } },
  { name: 'import', path: `/bench/${fileHold}`, height: 860, before: async page => {
    await page.locator('input[type=file]').setInputFiles({ name: 'van-tuesday.csv', mimeType: 'text/csv', buffer: Buffer.from(log) })
    for (const [column, meaning] of [['Elapsed', 'time, min'], ['Ch 1', 'pressure, kPa'], ['Ch 2', 'temperature, °C']] as const) {
      await page.getByLabel(`What ${column} is`).click()
      await page.getByRole('option', { name: meaning, exact: true }).click()
    }
  } },
  { name: 'balloon', path: `/jobs/${right.id}/balloon` },
  { name: 'reckoner', path: '/reckoner', height: 860 },
  { name: 'shelf', path: '/shelf' },
  { name: 'record', path: `/jobs/${pump.id}/record` },
]
const only = process.argv.slice(3)
for (const { name, path, width = 1280, height = 800, dark, signedOut, before } of shots.filter(shot => only.length === 0 || only.includes(shot.name))) {
  const context = await browser.newContext({ viewport: { width, height }, colorScheme: dark ? 'dark' : 'light', reducedMotion: 'reduce' })
  if (!signedOut) await context.request.post(`${address}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
  const page = await context.newPage()
  await page.goto(address + path)
  await page.waitForTimeout(2000)
  await before?.(page)
  if (before) {
    await page.evaluate(() => window.scrollTo(0, 0))
    await page.waitForTimeout(500)
  }
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
  await context.close()
}
await browser.close()
