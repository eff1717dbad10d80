import { execFile } from 'node:child_process'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { openTestShop } from '../../services/ground/testShop'

/** In a process of its own: what simulates tanks for minutes is slow in the test runner’s sandbox. */
async function said(how: 'made' | 'put') {
  const shop = await openTestShop(undefined, 'real')
  try {
    const tsx = join(process.cwd(), 'node_modules/.bin/tsx')
    const { stdout } = await promisify(execFile)(tsx, ['ops/demoSaid.ts', how], {
      maxBuffer: 10_000_000,
      env: { ...process.env },
    })
    return JSON.parse(stdout) as { jobs: object[]; rows: Record<string, number> }
  } finally {
    await shop.close()
  }
}

test('the demo that is put in is what the services make today; where this fails: npx tsx ops/demoShop.ts', async () => {
  const made = await said('made')
  expect(await said('put')).toEqual(made)
  expect(made.jobs.length).toBeGreaterThan(10)
}, 300_000)
