import { chromium } from '@playwright/test'
const base = 'http://127.0.0.1:4610'
const b = await chromium.launch({
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
const page = await b.newPage({ viewport: { width: 1280, height: 800 } })
const r = await page.request.post(base + '/api/session', { data: { login: 'finn', name: 'finn', password: 'skerry-reach' } })
console.log(r.status())
const bay = await (await page.request.get(base + '/api/jobs')).json()
const list = bay.rows ?? bay.jobs ?? bay
console.log(list.map?.(x => [x.id ?? x.job?.id, x.craft?.name ?? x.job?.craft?.name]))
globalThis.list = list
const errs = []
page.on('console', m => {
  if (m.type() === 'error') errs.push(m.text())
})
page.on('pageerror', e => errs.push(String(e)))
const go = async (p, n, act) => {
  await page.goto(base + p)
  await page.waitForTimeout(1800)
  if (act) await act(page)
  await page.screenshot({ path: `/tmp/shot-${n}.png`, fullPage: true })
  console.log(n)
}
const find = n => list.find(x => JSON.stringify(x).toLowerCase().includes(n)).id
export { page, go, find, b, errs, base }
