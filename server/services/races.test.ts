import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq, sql } from 'drizzle-orm'
import { isRunning } from '../../shared/leaktest/tests'
import { database } from '../db/client'
import { craft, job as jobTable, trail } from '../db/schema'
import { openJob } from './job/jobs'
import { loadJob } from './job/loadJobs'
import { planWork } from './safe/safety'
import { eyeFindSchema } from '../../shared/record/kinds/find'
import {
  holdForm,
  newJobForm,
  openTestShop,
  plan,
  refusal,
  repairForm,
  setUpHold,
  startSoap,
  testActor,
  testJob,
} from './ground/testShop'
import { stepHold } from './bench/hold/runHold'
import { append } from './record/append'

let shop: { close: () => Promise<void> }
let one: Awaited<ReturnType<typeof testActor>>
let other: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  one = await testActor()
  other = await testActor()
})
afterAll(() => shop.close())

const kept = (all: readonly PromiseSettledResult<unknown>[]) => all.filter(each => each.status === 'fulfilled').length

test('two holds set up at once on one tank: one runs', async () => {
  const job = await testJob(one())
  const begun = await Promise.allSettled([setUpHold(one(), job.id, holdForm()), setUpHold(other(), job.id, holdForm())])
  const holds = begun.flatMap(each => (each.status === 'fulfilled' ? [each.value.id] : []))
  const started = await Promise.allSettled(holds.map(id => stepHold(one(), id, 'settling')))
  expect(kept(started)).toBe(1)
  expect((await loadJob(job.id)).tests.filter(isRunning)).toHaveLength(1)
})

test('a tank that stands in two jobs is one tank: no second test beside a running one', async () => {
  const form = newJobForm()
  const [first, second] = [await testJob(one(), form), await testJob(one(), { craftName: form.craftName.toUpperCase() })]
  const begun = await Promise.allSettled([startSoap(one(), first.id), startSoap(other(), second.id)])
  expect(kept(begun)).toBe(1)
  const idle = begun[0]!.status === 'fulfilled' ? second : first
  expect(await refusal(startSoap(one(), idle.id))).toMatchObject({
    status: 409,
    message: expect.stringContaining('in another job of it'),
  })
})

test('ten jobs opened at once for a new craft, by whatever case its name is written, are one craft’s', async () => {
  const name = `Barge ${randomUUID()}`
  await Promise.all(
    Array.from({ length: 10 }, (_, k) =>
      openJob(one(), newJobForm({ craftName: k % 2 ? name : name.toUpperCase(), tankName: `tank ${k}` })),
    ),
  )
  const crafts = await database()
    .select()
    .from(craft)
    .where(sql`lower(${craft.name}) = lower(${name})`)
  expect(crafts).toHaveLength(1)
  expect(await database().select().from(jobTable).where(eq(jobTable.craftId, crafts[0]!.id))).toHaveLength(10)
})

test('crafts that were made twice before are brought together: all jobs to the first, and none is lost', async () => {
  const name = `Punt ${randomUUID()}`
  const jobs = [await testJob(one(), { craftName: name }), await testJob(one(), { craftName: `${name} 2` })]
  await database().execute(sql`drop index craft_name`)
  await database().execute(sql`update craft set name = upper(${name}) where name = ${`${name} 2`}`)
  const migration = readFileSync(join(process.cwd(), 'server/db/migrations/0032_craft_name.sql'), 'utf8')
  for (const statement of migration.split('--> statement-breakpoint')) await database().execute(sql.raw(statement))
  const crafts = await Promise.all(jobs.map(async ({ id }) => (await loadJob(id)).craft))
  expect(crafts.map(each => each.id)).toEqual([jobs[0]!.craft.id, jobs[0]!.craft.id])
  expect(
    await database()
      .select()
      .from(craft)
      .where(sql`lower(${craft.name}) = lower(${name})`),
  ).toHaveLength(1)
})

test('a repair that is tapped five times at once is one, and a plan that two change at once is one of theirs', async () => {
  const empty = await testJob(one())
  const found = { id: randomUUID(), partId: empty.parts[0]!.id, seen: 'torn', x1: 490, y1: 316, x2: 510, y2: 316 }
  const job = await append('find', one(), empty.id, eyeFindSchema.cast(found))
  const form = repairForm([job.leaks[0]!.id])
  await Promise.all(Array.from({ length: 5 }, () => append('repair', one(), job.id, form)))
  expect((await loadJob(job.id)).repairs).toHaveLength(1)
  const was = { place: 'indoors' as const, acts: ['look' as const], promised: null }
  await plan(one(), job.id, was)
  const both = await Promise.allSettled([
    planWork(one(), job.id, { place: 'outdoors', acts: ['look'], promised: null, was }),
    planWork(other(), job.id, { place: 'indoors', acts: ['look', 'drain'], promised: null, was }),
  ])
  expect(kept(both)).toBe(1)
})

test('thirty people on one job: no act is lost, none is twice', async () => {
  const people = await Promise.all(Array.from({ length: 30 }, () => testActor()))
  const job = await testJob(one())
  const from = performance.now()
  const ACTS = 4
  const took: number[] = []
  await Promise.all(
    people.map(async (person, k) => {
      for (let n = 0; n < ACTS; n++) {
        const at = performance.now()
        const note = `by ${k}, ${n}`
        const partIds = [job.parts[(k + n) % job.parts.length]!.id]
        await append('touch', person(), job.id, { id: randomUUID(), partIds, kind: 'knocked', note })
        took.push(performance.now() - at)
      }
    }),
  )
  const after = await loadJob(job.id)
  const words = after.touches.map(touch => touch.note)
  expect(new Set(words).size).toBe(30 * ACTS)
  expect(words).toHaveLength(30 * ACTS)
  const lines = await database().select().from(trail).where(eq(trail.jobId, job.id))
  expect(lines.filter(line => line.verb === 'knocked parts')).toHaveLength(30 * ACTS)
  took.sort((a, b) => a - b)
  process.stderr.write(
    `Thirty people, ${30 * ACTS} acts on one job in ${((performance.now() - from) / 1000).toFixed(1)} s; an act took ${took[took.length >> 1]!.toFixed(0)} ms, one in a hundred ${took[Math.floor(took.length * 0.99)]!.toFixed(0)} ms\n`,
  )
})
