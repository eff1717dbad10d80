import sharp from 'sharp'
import { bayMeanwhile, sendRows } from '../support/bayMeanwhile'
import { enter, expect, jobOf, test } from '../support/test'

test('a file of 150,000 rows is read beside the server: the Bay answers meanwhile, and the readings come in pages', async ({
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const { id, read } = await sendRows(context.request, demo, job, 150_000)
  const took = await bayMeanwhile(context.request, demo, read)
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
  const took = await bayMeanwhile(context.request, demo, all)
  console.log(`Bay while pictures are refused: ${took.length} answers, longest ${took.at(-1)!.toFixed(0)} ms`)
  expect(new Set(await all)).toEqual(new Set([415]))
  const drawing = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><filter id="f"><feTurbulence/></filter></svg>')
  expect(await send(drawing)).toBe(415)
  const real = await sharp({ create: { width: 800, height: 600, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer()
  expect(await send(real)).toBe(200)
})
