import sharp from 'sharp'
import { setUpHold } from '../support/setUpHold'
import type { Shop } from '../support/shop'
import { enter, expect, jobOf, test } from '../support/test'

/** Asks for the Bay again and again until something has ended. @returns how long each answer took, ms, ascending */
async function bayMeanwhile(get: (url: string) => Promise<unknown>, shop: Shop, work: Promise<unknown>): Promise<number[]> {
  const took: number[] = []
  let ended = false
  void work.finally(() => (ended = true)).catch(() => {})
  while (!ended) {
    const from = performance.now()
    await get(`${shop.url}/api/jobs`)
    took.push(performance.now() - from)
  }
  await work
  return took.sort((a, b) => a - b)
}

test('a file of 150,000 rows is read beside the server: the Bay answers meanwhile, and the readings come in pages', async ({
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const post = (path: string, data: object) =>
    context.request
      .post(`${demo.url}/api/${path}`, { data, timeout: 60_000 })
      .then(answer => expect(answer.ok(), path).toBe(true))
  const id = await setUpHold(post, job, 'file', 6000)
  const rows = Array.from({ length: 150_000 }, (_, k) => `${k * 0.1};${(6 - k * 1e-7).toFixed(6)};18.${(k % 90) + 10};101.3`)
  const text = ['time_s;pressure_kPa;temperature_C;barometer_kPa', ...rows].join('\n')
  const work = post(`holds/${id}/file`, { text, startedAt: Date.now() - 86_400_000 })
  const took = await bayMeanwhile(url => context.request.get(url), demo, work)
  console.log(
    `Bay while a file is read: ${took.length} answers, median ${took[took.length >> 1]!.toFixed(0)} ms, longest ${took.at(-1)!.toFixed(0)} ms`,
  )
  // How fast it is stands in the benchmark; that nobody is kept for the whole file holds on any machine.
  expect(took.length).toBeGreaterThan(10)
  const page = await context.request.get(`${demo.url}/api/holds/${id}/readings`)
  expect(await page.json()).toHaveLength(20_000)
  expect((await page.body()).length).toBeLessThan(3e6)
})

test('twelve pictures that unpack to a hundred million pixels are refused one after the other, and nobody waits', async ({
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const bomb = await sharp({ create: { width: 12_000, height: 12_000, channels: 3, background: '#000' } })
    .png()
    .toBuffer()
  const send = (data: Buffer) =>
    context.request
      .post(`${demo.url}/api/jobs/${job.id}/photos?id=${crypto.randomUUID()}`, {
        data,
        headers: { 'content-type': 'image/png' },
      })
      .then(answer => answer.status())
  const all = Promise.all(Array.from({ length: 12 }, () => send(bomb)))
  const took = await bayMeanwhile(url => context.request.get(url), demo, all)
  console.log(`Bay while pictures are refused: ${took.length} answers, longest ${took.at(-1)!.toFixed(0)} ms`)
  expect(new Set(await all)).toEqual(new Set([415]))
  const drawing = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><filter id="f"><feTurbulence/></filter></svg>')
  expect(await send(drawing)).toBe(415)
  const real = await sharp({ create: { width: 800, height: 600, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer()
  expect(await send(real)).toBe(200)
})
