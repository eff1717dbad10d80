import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import config from '../playwright.config'
import { fuzzShop } from '../tests/support/fuzzShop'
import { interactive } from '../tests/support/interactive'
import { powerCuts } from '../tests/support/powerCuts'
import { openShop } from '../tests/support/shop'

/**
 * Measures what the security page promises, on the built server: ten thousand malformed requests, twenty cuts of the power while people
 * write, and how soon the first pages answer a finger on a processor that is four times slower.
 */
const REQUESTS = 10_000
const CUTS = 20
const SLOWDOWN = 4
const seed = Number(process.env.ZINC_SEED ?? Date.now() % 1e9)

const demo = await openShop('zinc_demo')
try {
  const { owner, stranger } = await fuzzShop(demo, REQUESTS, seed)
  for (const [who, { sent, byStatus, broke, slowest }] of Object.entries({ owner, stranger })) {
    console.log(
      `\nMalformed requests of ${who === 'owner' ? 'the owner' : 'a stranger'}, seed ${seed}: ${sent} sent, ${broke.length} broke something, the slowest ${slowest.toFixed(0)} ms; by status ${JSON.stringify(byStatus)}`,
    )
    for (const each of broke.slice(0, 5)) console.log(`  ${JSON.stringify(each)}`)
  }
} finally {
  await demo.close()
}

const eye = await openShop('zinc_demo')
const browser = await chromium.launch(config.use!.launchOptions!)
try {
  console.log(`\nOn a processor ${SLOWDOWN} times slower (bar for the Bay: 1000 ms), each page opened for the first time`)
  for (const [name, path, shown] of [
    ['sign-in', '/sign-in', 'form'],
    ['Bay', '/', '#row-0'],
  ] as const) {
    const context = await browser.newContext({ serviceWorkers: 'block' })
    if (path === '/')
      await context.request.post(`${eye.url}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
    const page = await context.newPage()
    let bytes = 0
    page.on('response', response => {
      if (/\.js$/.test(new URL(response.url()).pathname))
        void response
          .request()
          .sizes()
          .then(({ responseBodySize }) => (bytes += responseBodySize))
          .catch(() => {})
    })
    const { shown: at, quiet, blocked } = await interactive(page, eye.url + path, shown, SLOWDOWN)
    console.log(
      `${name.padEnd(12)}${`shown ${at.toFixed(0)} ms`.padStart(16)}${`blocked after it ${blocked.toFixed(0)} ms`.padStart(28)}${`quiet after ${quiet.toFixed(0)} ms`.padStart(24)}${`${Math.round(bytes / 1000)} kB of scripts on the wire`.padStart(36)}`,
    )
    await context.close()
  }
} finally {
  await browser.close()
  await eye.close()
}

const folder = mkdtempSync(join(process.env.ZINC_BENCH_FOLDER!, 'cuts-'))
chmodSync(folder, 0o755)
try {
  const { cuts, acknowledged, lost, doubled, torn, longest } = await powerCuts(folder, CUTS, Math.random)
  console.log(
    `\nPower cut ${cuts} times while four people write: ${acknowledged} entries answered, ${lost} lost, ${doubled} doubled, ${torn} without their line in the trail; answered again after ${(longest / 1000).toFixed(1)} s at most`,
  )
} finally {
  rmSync(folder, { recursive: true, force: true })
}
