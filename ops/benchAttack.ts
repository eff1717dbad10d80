import { randomUUID } from 'node:crypto'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { request } from '@playwright/test'
import { fuzzShop, largestOf } from '../tests/support/fuzzShop'
import { powerCuts } from '../tests/support/powerCuts'
import { asker } from '../tests/support/asker'
import { bayMeanwhile, sendRows } from '../tests/support/bayMeanwhile'
import { openShop, type Shop } from '../tests/support/shop'
import type { BayPage, JobView } from '../shared/views'

/**
 * Measures what the security page promises, on the built server: ten thousand malformed requests, the largest bodies of every route, twenty cuts of the power while people
 * write, how long the Bay takes while a file of a million rows is read, and how long each of thirty people waits who write on one job.
 */
const REQUESTS = 10_000
const CUTS = 20
const ROWS = 1_000_000
const CROWD = 30
/** A little less than a body may have. */
const MOST_BYTES = 1_990_000
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
  const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1] ?? 0
  const other = asker(`${demo.url}/api/health`)
  const quiet = await other.during(() => new Promise(done => setTimeout(done, 3000)))
  await other.end()
  const memoryBefore = demo.memory()
  const held = (await largestOf(demo, MOST_BYTES)).sort((a, b) => b.held - a.held)
  const grown = demo.memory() - memoryBefore
  console.log(
    `\n${held.length} bodies of ${MOST_BYTES / 1e6} MB, the longest lists and texts and the deepest: ${held.filter(({ status }) => status === 0 || status >= 500).length} broke something; others waited ${median(held.flatMap(each => each.others)).toFixed(1)} ms in the middle, ${median(quiet).toFixed(1)} without them; memory grew by ${(grown / 1e6).toFixed(0)} MB (bar: 1.5 times, 200 MB); nobody else was answered for (bar: 200 ms)`,
  )
  for (const each of held.slice(0, 5))
    console.log(`  ${each.held.toFixed(0)} ms  ${each.method} ${each.path}, ${each.shape}: ${each.status}`)
} finally {
  await demo.close()
}

const crowded = await openShop('zinc_demo')
try {
  const took = (await crowd(crowded, CROWD, 15_000)).sort((a, b) => a - b)
  console.log(
    `\n${CROWD} people wrote ${took.length} entries on one job; each waited ${took[took.length >> 1]!.toFixed(0)} ms in the middle, ${took.at(-1)!.toFixed(0)} at most (bar: 1000 ms in the middle)`,
  )
} finally {
  await crowded.close()
}

const reader = await openShop('zinc_demo')
const asked = await request.newContext()
try {
  await asked.post(`${reader.url}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
  const { rows } = (await (await asked.get(`${reader.url}/api/jobs`)).json()) as BayPage
  const job = (await (
    await asked.get(`${reader.url}/api/jobs/${rows.find(row => /pump/.test(row.craft))!.id}`)
  ).json()) as JobView
  const from = performance.now()
  const { read } = await sendRows(asked, reader, job, ROWS)
  const took = await bayMeanwhile(asked, reader, read)
  console.log(
    `\nA file of ${ROWS} rows was read in ${((performance.now() - from) / 1000).toFixed(0)} s; meanwhile the Bay answered ${took.length} times, median ${took[took.length >> 1]!.toFixed(0)} ms, longest ${took.at(-1)!.toFixed(0)} ms (bar: 200 ms)`,
  )
} finally {
  await asked.dispose()
  await reader.close()
}

const folder = mkdtempSync(join(process.env.ZINC_BENCH_FOLDER!, 'cuts-'))
chmodSync(folder, 0o755)
try {
  const { cuts, acknowledged, lost, doubled, torn, astray, longest } = await powerCuts(folder, CUTS, Math.random)
  console.log(
    `\nPower cut ${cuts} times while four people write: ${acknowledged} entries answered, ${lost} lost, ${doubled} doubled, ${torn} without their line in the trail, ${astray.length} answered otherwise than by 503 where the database alone was away; answered again after ${(longest / 1000).toFixed(1)} s at most`,
  )
} finally {
  rmSync(folder, { recursive: true, force: true })
}

/** How long people wait who write on one job without a pause, each entry one after the other; ms. */
async function crowd(shop: Shop, people: number, during: number): Promise<number[]> {
  const api = await request.newContext()
  await api.post(`${shop.url}/api/session`, { data: { login: 'finn', password: 'skerry-reach' } })
  const { rows } = (await (await api.get(`${shop.url}/api/jobs`)).json()) as BayPage
  const id = rows.find(row => /pump/.test(row.craft))!.id
  const { parts } = (await (await api.get(`${shop.url}/api/jobs/${id}`)).json()) as JobView
  const took: number[] = []
  const end = performance.now() + during
  const cookie = (await api.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join('; ')
  const write = async (k: number) => {
    while (performance.now() < end) {
      const from = performance.now()
      const answer = await fetch(`${shop.url}/api/jobs/${id}/entries/touch`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json', 'accept-encoding': 'gzip' },
        body: JSON.stringify({ id: randomUUID(), partIds: [parts[k % parts.length]!.id], kind: 'knocked', note: '' }),
      })
      await answer.arrayBuffer()
      if (!answer.ok) throw new Error(String(answer.status))
      took.push(performance.now() - from)
    }
  }
  await Promise.all(Array.from({ length: people }, (_, k) => write(k)))
  await api.dispose()
  return took
}
