import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { database } from '../server/db/client'
import { bay, bench } from '../server/services/bay/bay'
import { recordEntry } from '../server/services/bench/recordEntry'
import { loadJob } from '../server/services/job/loadJobs'
import { bells } from '../server/services/bells/bells'
import { listCrafts } from '../server/services/job/crafts'
import { setUpHold, startSoap, testActor, testJob, holdForm, markPart, fed } from '../server/services/ground/testShop'
import { addFind } from '../server/services/bench/finds'
import { endTest } from '../server/services/bench/endTest'
import { stepHold } from '../server/services/bench/hold/runHold'
import type { PastQuery } from '../shared/schemas/past'
import { pastFigures } from '../server/services/past/figures'
import { searchPast } from '../server/services/past/search'
import { append } from '../server/services/record/append'

const JOBS = 10_000
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!

/** Statements sent to the database while some work is done. */
async function counted<T>(work: () => Promise<T>): Promise<{ result: T; statements: number; took: number; sql: number }> {
  const original = pg.Client.prototype.query as (...args: unknown[]) => unknown
  let statements = 0
  // Time in which at least one statement is on its way: what the work would take if nothing else did.
  let [open, since, spent] = [0, 0, 0]
  const ended = () => {
    if (--open === 0) spent += performance.now() - since
  }
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    statements++
    if (open++ === 0) since = performance.now()
    const asked = original.apply(this, args)
    if (asked instanceof Promise) void asked.then(ended, ended)
    else ended()
    return asked
  } as typeof pg.Client.prototype.query
  const from = performance.now()
  try {
    const result = await work()
    return { result, statements, took: performance.now() - from, sql: spent }
  } finally {
    pg.Client.prototype.query = original as typeof pg.Client.prototype.query
  }
}

/** A job with five tests, a leak found and repaired, as a template for the others. */
async function templateJob() {
  const actor = await testActor()
  const at = (minutes: number) => actor(new Date(Date.now() - (600 - minutes) * 60_000))
  const job = await testJob(at(0))
  for (let k = 0; k < 3; k++) {
    const hold = await setUpHold(at(10 + k * 40), job.id, holdForm())
    await stepHold(at(11 + k * 40), hold.id, 'settling')
    await fed(
      hold.id,
      Array.from({ length: 30 }, (_, i) => ({ t: i * 40, pressure: 5000 - (k === 0 ? i * 20 : 0) })),
    )
    await stepHold(at(32 + k * 40), hold.id, 'stopped')
  }
  for (let k = 0; k < 2; k++) {
    const walk = (await startSoap(at(200 + k * 60), job.id)).tests.at(-1)!
    for (const part of job.parts.slice(1)) await markPart(at(201 + k * 60), walk.id, part.id, 'dry')
    if (k === 0)
      await addFind(at(210), walk.id, {
        id: randomUUID(),
        partId: job.parts[0]!.id,
        seen: 'bubbles',
        x1: 1,
        y1: 1,
        x2: 9,
        y2: 1,
        length: 0.01,
        note: '',
        leakId: null,
      })
    await endTest(at(215 + k * 60), walk.id)
    if (k === 0) {
      const [leak] = (await loadJob(job.id)).leaks
      await append('repair', at(220), job.id, {
        id: randomUUID(),
        leakIds: [leak!.id],
        partIds: [],
        method: 'renew-seal',
        material: 'none',
        batch: '',
        temperature: 291,
        cureTime: null,
        note: '',
        until: null,
        untilReason: '',
        notUsedUntil: '',
      })
    }
  }
  await append('outcome', at(230), job.id, { id: randomUUID(), cause: 'drain', partId: job.parts[0]!.id })
  return { jobId: job.id, actor }
}

/** Copies a job from one number to another in the database, each with ids of its own. */
async function seed(jobId: string, from: number, to: number): Promise<void> {
  const own = (column: string) => `md5(n || ${column}::text)::uuid`
  const series = `generate_series(${from}, ${to}) n`
  const copy = (table: string, columns: string[], made: Record<string, string>, where = `where t.job_id = '${jobId}'`) => {
    const values = columns.map(column => made[column] ?? `t.${column}`)
    return sql.raw(
      `insert into ${table} (${columns.join(', ')}) select ${values.join(', ')} from ${table} t cross join ${series} ${where}`,
    )
  }
  const run = (statement: ReturnType<typeof sql.raw>) => database().execute(statement)
  const { rows } = await database().execute<{ table: string; columns: string[] }>(sql`
    select table_name as table, array_agg(column_name::text order by ordinal_position) as columns from information_schema.columns where table_schema = 'public' group by 1`)
  const columnsOf = (table: string) => rows.find(row => row.table === table)!.columns
  const closures = `coalesce((select jsonb_object_agg(md5(n || key)::uuid, value) from jsonb_each(t.closures)), '{}')`
  await run(
    copy(
      'craft',
      columnsOf('craft'),
      { id: own('t.id'), name: `t.name || ' ' || n` },
      `where t.id = (select craft_id from job where id = '${jobId}')`,
    ),
  )
  await run(
    copy(
      'job',
      columnsOf('job'),
      { id: own('t.id'), craft_id: own('t.craft_id'), moved_at: `t.moved_at - make_interval(mins => n)` },
      `where t.id = '${jobId}'`,
    ),
  )
  await run(copy('part', columnsOf('part'), { id: own('t.id'), job_id: own('t.job_id') }))
  await run(copy('test', columnsOf('test'), { id: own('t.id'), job_id: own('t.job_id'), closures }))
  const inTests = `join test on test.id = t.test_id where test.job_id = '${jobId}'`
  await database().execute(
    sql.raw(`insert into test_entry (id, test_id, at, entry, person_id)
    select md5(n || t.id::text)::uuid, md5(n || t.test_id::text)::uuid, t.at, case when t.entry ? 'partId' then t.entry || jsonb_build_object('partId', md5(n || (t.entry->>'partId'))::uuid) else t.entry end, t.person_id
    from test_entry t ${inTests.replace('where', `cross join ${series} where`)}`),
  )
  await database().execute(
    sql.raw(`create or replace function of_copy(facts jsonb, n int) returns jsonb language plpgsql as $$
    declare said text := facts::text; id text;
    begin
      for id in select distinct (regexp_matches(said, '"([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})"', 'g'))[1] loop
        said := replace(said, id, (md5(n || id)::uuid)::text);
      end loop;
      return said::jsonb;
    end $$`),
  )
  const ofCopy = { id: own('t.id'), job_id: own('t.job_id'), about: own('t.about'), facts: 'of_copy(t.facts, n)' }
  await run(copy('entry', columnsOf('entry'), ofCopy))
  await run(
    copy(
      'trail',
      columnsOf('trail').filter(column => column !== 'id'),
      { job_id: own('t.job_id') },
    ),
  )
  await database().execute(sql.raw('analyze'))
}

/** How long a search takes among all jobs, closed, and the shop's own figures of them. */
async function lookedBack(): Promise<void> {
  await database().execute(sql`update job set closed_at = moved_at`)
  const {
    rows: [counts],
  } = await database().execute<{ jobs: number; acts: number }>(
    sql`select (select count(*)::int from job) as jobs, (select count(*)::int from trail) as acts`,
  )
  console.log(`\nLooking back on ${counts!.jobs} closed jobs with ${counts!.acts} acts (bar: 300 ms)`)
  const asked: [string, Partial<PastQuery>][] = [
    ['one word', { words: 'pump' }],
    ['three words', { words: 'fire seal 1999' }],
    ['four words', { words: 'fire pump seal drain' }],
    ['part, cause and person', { part: 'cap', cause: 'drain', person: 'p' }],
    ['a word that stands nowhere', { words: 'nowhere' }],
    ['everything', {}],
  ]
  for (const [name, change] of asked) {
    const query: PastQuery = {
      words: '',
      part: '',
      cause: '',
      material: '',
      person: '',
      from: null,
      to: null,
      after: '',
      ...change,
    }
    await searchPast(query)
    const runs = []
    for (let k = 0; k < 9; k++) runs.push(await counted(() => searchPast(query)))
    console.log(
      `${name.padEnd(34)}${`${median(runs.map(run => run.took)).toFixed(0)} ms`.padStart(10)}${`${runs[0]!.result.all} found`.padStart(18)}`,
    )
  }
  const figures = []
  for (let k = 0; k < 9; k++) figures.push((await counted(pastFigures)).took)
  console.log(`${'the shop’s own figures'.padEnd(34)}${`${median(figures).toFixed(0)} ms`.padStart(10)}`)
  await database().execute(sql`update job set closed_at = null`)
}

/** A shop of ten thousand jobs and fifty thousand tests: how long its pages take, how much they send, and how many statements they send to the database. */
export async function largeShop(): Promise<void> {
  const { jobId, actor } = await templateJob()
  await seed(jobId, 1, JOBS - 1)
  await lookedBack()
  const counts = (
    await database().execute<{ jobs: number; tests: number }>(
      sql`select (select count(*)::int from job) as jobs, (select count(*)::int from test) as tests`,
    )
  ).rows[0]!
  console.log(
    `\nA shop of ${counts.jobs.toLocaleString('en')} jobs with ${counts.tests.toLocaleString('en')} tests, all of them in the Bay`,
  )
  const line = async (name: string, work: () => Promise<unknown>) => {
    await work()
    const runs = []
    for (let k = 0; k < 9; k++) runs.push(await counted(work))
    const bytes = JSON.stringify(runs[0]!.result)?.length ?? 0
    const [took, inSql] = [median(runs.map(run => run.took)), median(runs.map(run => run.sql))]
    const bar = 1.5 * inSql + 20
    console.log(
      `${name.padEnd(34)}${`${took.toFixed(0)} ms`.padStart(10)}${`SQL ${inSql.toFixed(0)} ms, bar ${bar.toFixed(0)}${took > bar ? ' MISSED' : ''}`.padStart(30)}${`${Math.round(bytes / 1000)} kB`.padStart(10)}${`${runs[0]!.statements} statements`.padStart(18)}`,
    )
  }
  await line('the Bay', () => bay({}, Date.now()))
  await line('the Bay, found by words', () => bay({ words: 'fire 9999' }, Date.now()))
  await line('the Bench', () => bench(Date.now()))
  await line('a job', () => loadJob(jobId))
  await line('the rope', () => bells())
  await line('crafts', () => listCrafts())
  const walk = (await startSoap(actor(), jobId)).tests.at(-1)!
  const part = (await loadJob(jobId)).parts[1]!
  await line('a click: a part marked dry', () =>
    recordEntry(actor(), walk.id, 'mark', { id: randomUUID(), partId: part.id, mark: 'dry' }),
  )
}
