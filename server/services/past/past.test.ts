import { randomUUID } from 'node:crypto'
import type { JobView } from '../../../shared/views'
import type { PastQuery } from '../../../shared/schemas/past'
import type { Actor } from '../ground/change'
import { closeJob } from '../job/jobs'
import { openTestShop, testActor, testJob } from '../ground/testShop'
import { craftHistory } from './craftHistory'
import { pastFigures } from './figures'
import { searchPast } from './search'
import { append } from '../record/append'

let shop: Awaited<ReturnType<typeof openTestShop>>
let finn: (now?: Date) => Actor
let oda: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  finn = await testActor('technician', 'finn-past')
  oda = await testActor('owner', 'oda-past')
}, 60_000)
afterAll(() => shop.close())

const DAY = 86_400_000
const START = Date.now() - 400 * DAY
const on = (day: number) => new Date(START + day * DAY)
const query = (change: Partial<PastQuery>): PastQuery => ({
  words: '',
  part: '',
  cause: '',
  material: '',
  person: '',
  from: null,
  to: null,
  after: '',
  ...change,
})
const ids = async (change: Partial<PastQuery>) => (await searchPast(query(change))).rows.map(row => row.id)

const seen = (job: JobView, part: string, day: number) =>
  append('find', finn(on(day)), job.id, {
    id: randomUUID(),
    partId: job.parts.find(each => each.name === part)!.id,
    seen: 'wet',
    x1: 1,
    y1: 1,
    x2: 2,
    y2: 2,
    length: null,
    note: '',
    leakId: job.leaks[0]?.id ?? null,
    photoId: null,
    cause: null,
  })
const mend = (job: JobView, day: number) =>
  append('repair', finn(on(day)), job.id, {
    id: randomUUID(),
    leakIds: [job.leaks[0]!.id],
    partIds: [],
    method: 'faying',
    material: 'polysulfide-fast',
    batch: 'PF-9917',
    temperature: 294,
    cureTime: null,
    note: '',
    until: null,
    untilReason: '',
    notUsedUntil: '',
  })

test('found by craft, part, cause, material, batch, person and day, each alone and together', async () => {
  const craftName = `Shrimper ${randomUUID().slice(0, 6)}`
  let job = await testJob(finn(on(0)), { craftName, craftRegistration: 'SR 771' })
  job = await seen(job, 'Drain plug', 1)
  await mend(job, 2)
  await append('outcome', finn(on(3)), job.id, {
    id: randomUUID(),
    cause: 'drain',
    partId: job.parts.find(each => each.name === 'Drain plug')!.id,
  })
  await closeJob(finn(on(10)), job.id, { reason: 'fetched before it had cured' })
  const other = await testJob(oda(on(50)), { craftName: `Dory ${randomUUID().slice(0, 6)}` })

  const asked: Partial<PastQuery>[] = [
    { words: craftName.toLowerCase() },
    { words: 'sr 771' },
    { words: `${craftName.split(' ')[1]} drain` },
    { words: 'PF-9917' },
    { words: 'fetched' },
    { part: 'drain', material: 'polysulfide-fast' },
    { cause: 'drain' },
    { person: 'finn-past', part: 'drain' },
    { to: +on(20) },
    { from: +on(5), to: +on(20) },
  ]
  for (const change of asked) expect([change, await ids(change)]).toEqual([change, [job.id]])
  expect(await ids({ from: +on(20), to: +on(60) })).toEqual([other.id])
  expect(await ids({ person: 'oda-past' })).toEqual([other.id])
  expect(await ids({ words: `${craftName} dory` })).toEqual([])
  // What stands for anything in a search stands for itself.
  expect(await ids({ words: '100%' })).toEqual([])
  expect((await searchPast(query({ words: craftName }))).rows[0]).toMatchObject({
    closedReason: 'fetched before it had cured',
    causes: [{ cause: 'drain', part: 'Drain plug' }],
    repairs: [{ method: 'faying', batch: 'PF-9917' }],
  })
})

test('a page at a time, each job once, and a mark that is none is told', async () => {
  const mark = `Punt ${randomUUID().slice(0, 6)}`
  for (let k = 0; k < 33; k++) await testJob(finn(on(100 + k / 100)), { craftName: `${mark} ${k}` })
  const first = await searchPast(query({ words: mark }))
  expect([first.rows.length, first.all]).toEqual([30, 33])
  const second = await searchPast(query({ words: mark, after: first.next! }))
  expect(second).toMatchObject({ next: null })
  expect(new Set([...first.rows, ...second.rows].map(row => row.id)).size).toBe(33)
  await expect(searchPast(query({ after: 'yesterday' }))).rejects.toThrow('no page')
}, 120_000)

test('a craft with all its jobs, and what does not count left out', async () => {
  const craftName = `Coble ${randomUUID().slice(0, 6)}`
  const first = await testJob(finn(on(200)), { craftName })
  const second = await testJob(finn(on(220)), { craftName, tankName: 'day tank' })
  const cause = randomUUID()
  await append('outcome', finn(on(221)), second.id, { id: cause, cause: 'drain', partId: null })
  expect(await ids({ words: craftName, cause: 'drain' })).toEqual([second.id])
  await append('strike', finn(on(222)), second.id, { id: randomUUID(), subjectId: cause, reason: 'another job' })
  expect(await ids({ words: craftName, cause: 'drain' })).toEqual([])
  const history = await craftHistory(second.craft.id, Date.now())
  expect(history.jobs.map(each => [each.id, each.state, each.causes])).toEqual([
    [second.id, 'cannot-tell', []],
    [first.id, 'cannot-tell', []],
  ])
  await expect(craftHistory(randomUUID(), Date.now())).rejects.toMatchObject({ status: 404 })
})

test('the shop’s figures: what failed, and how long each repair was followed until it came back', async () => {
  let job = await testJob(finn(on(300)))
  job = await seen(job, 'Drain plug', 301)
  await mend(job, 302)
  job = await seen(job, 'Drain plug', 312)
  await mend(job, 313)
  await closeJob(finn(on(343)), job.id, { reason: 'fetched' })
  const { methods, causes } = await pastFigures()
  const faying = methods.find(each => each.method === 'faying')!.followed
  expect(faying).toContainEqual({ days: expect.closeTo(10, 5), back: true })
  expect(faying).toContainEqual({ days: expect.closeTo(30, 5), back: false })
  expect(causes).toEqual([{ cause: 'drain', jobs: 1 }])
})
