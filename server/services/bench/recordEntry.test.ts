import { randomUUID } from 'node:crypto'
import { SOAP_WATCH_TIME } from '../../../core/leaktest/soap/soap'
import { testsOf } from '../../../shared/leaktest/tests'
import { loadJob } from '../job/loadJobs'
import { openTestShop, startSoap, testActor, testJob } from '../ground/testShop'
import { entrySchemaOf, recordEntry } from './recordEntry'

let shop: { close: () => Promise<void> }
beforeAll(async () => {
  shop = await openTestShop()
}, 60_000)
afterAll(() => shop.close())

const SECOND = 1000
const BEGAN = Date.now() - 3_600_000

/** A soap walk that began an hour ago, with what is said of its first part s after it began, each so many s late. */
async function walked(said: { word: 'watch' | 'mark'; arrives: number; ago: number }[]) {
  const actor = await testActor()
  const at = (s: number) => ({ ...actor(new Date(BEGAN + s * SECOND)), backdated: true as const })
  const job = await testJob(at(-10))
  const walk = (await startSoap(at(0), job.id)).tests.at(-1)!
  const [part] = job.parts
  for (const { word, arrives, ago } of said) {
    const what = word === 'watch' ? { partIds: [part!.id] } : { partId: part!.id, mark: 'dry' }
    await recordEntry(at(arrives), walk.id, word, { id: randomUUID(), ago: ago * SECOND, ...what })
  }
  return testsOf(await loadJob(job.id), 'soap')[0]!.marks[0]!
}

test('what was done without a network arrives together, and was as long apart as it was', async () => {
  const mark = await walked([
    { word: 'watch', arrives: 600, ago: 500 },
    { word: 'mark', arrives: 601, ago: 460 },
  ])
  expect(mark).toMatchObject({ mark: 'dry', at: BEGAN + 141 * SECOND })
  expect(mark.watched).toBeCloseTo(41, 1)
})

test('nothing was done before its test began, nor before what was said before, nor after now', async () => {
  const early = await walked([
    { word: 'watch', arrives: SOAP_WATCH_TIME - 5, ago: 3600 },
    { word: 'mark', arrives: SOAP_WATCH_TIME - 4, ago: 0 },
  ])
  expect(early.mark).toBe('not watched')
  const turned = await walked([
    { word: 'watch', arrives: 100, ago: 0 },
    { word: 'mark', arrives: 101, ago: 90 },
  ])
  expect(turned).toMatchObject({ mark: 'not watched', at: BEGAN + 100 * SECOND + 1 })
})

test('how long ago is a time of this day', async () => {
  const actor = await testActor()
  const job = await testJob(actor())
  const walk = (await startSoap(actor(), job.id)).tests.at(-1)!
  const schema = await entrySchemaOf(walk.id, 'mark')
  const body = { id: randomUUID(), partId: job.parts[0]!.id, mark: 'dry' }
  for (const ago of [-1, 86_400_001, 'an hour']) await expect(schema.validate({ ...body, ago })).rejects.toThrow()
  expect(await schema.validate(body)).toMatchObject({ ago: 0 })
  await expect(entrySchemaOf(walk.id, 'constructor')).rejects.toMatchObject({ status: 404 })
})
