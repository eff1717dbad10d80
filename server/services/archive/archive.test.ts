import { testsOf } from '../../../shared/leaktest/tests'
import { randomUUID } from 'node:crypto'
import { getTableName, is } from 'drizzle-orm'
import { PgTable } from 'drizzle-orm/pg-core'
import fc from 'fast-check'
import JSZip from 'jszip'
import sharp from 'sharp'
import { holdingLinks } from '../../../core/circuit/reach'
import { jobStanding } from '../../../shared/jobEntries'
import { liveParts } from '../../../shared/jobCircuit'
import { signedState, unordered } from '../../../shared/prove/signedState'
import { signatureStandings } from '../../../shared/prove/signatures'
import type { JobView } from '../../../shared/views'
import { closeDatabase } from '../../db/client'
import * as schema from '../../db/schema'
import { bay } from '../bay/bay'
import { endTest } from '../bench/endTest'
import { closeJob } from '../job/jobs'
import { loadJob } from '../job/loadJobs'
import { keepPhoto } from '../job/photos'
import { setShopName } from '../prove/letterhead'
import { makeOwnerCard, takeOwnerWord } from '../prove/ownerCards'
import { signJob } from '../prove/signJob'
import { cautions } from '../../../core/fuel/makeSafe'
import { readCautions } from '../ground/testShop'
import type { Actor } from '../ground/change'
import { people } from '../people/people'
import { stepHold } from '../bench/hold/runHold'
import { fed, holdForm, markPart, openTestShop, refusal, setUpHold, startSoap, testActor, testJob } from '../ground/testShop'
import { sha256, unpackArchive, type ArchivedRow } from './archiveFile'
import { archiveSchema } from './archiveSchema'
import { archivedTables, leftBehind } from './archivedTables'
import { exportJob, jobArchive } from './exportJob'
import { importJob, planImport } from './importJob'
import { append } from '../record/append'

const HOUR = 3_600_000
const START = Date.now() - 90 * 24 * HOUR
const right = { verify: () => Promise.resolve(true) }
/** Opens a shop with somebody in it; only one is open at a time. */
async function shopOf(name: string) {
  const shop = await openTestShop()
  const owner = await testActor('owner')
  await setShopName(owner(), { name, line: '' })
  return { ...shop, at: (hours: number) => owner(new Date(START + hours * HOUR)), now: () => owner() }
}

/** What people do on a job, each at an hour of its own; what cannot be done just then is left. */
const deeds = {
  wet: async (at: Actor, job: JobView) =>
    append('find', at, job.id, {
      id: randomUUID(),
      partId: liveParts(job)[job.finds.length % 3]!.id,
      seen: 'wet',
      x1: 1.5,
      y1: 0.1 + 0.2,
      x2: 2,
      y2: 2,
      length: 0.0123,
      note: 'below the “ring”, 3 × 4 mm',
      leakId: null,
      photoId: job.photos[0]?.id ?? null,
      cause: null,
    }),
  mend: async (at: Actor, job: JobView) =>
    append('repair', at, job.id, {
      id: randomUUID(),
      leakIds: [job.leaks.at(-1)!.id],
      partIds: [],
      method: 'renew-seal',
      material: 'none',
      batch: '',
      temperature: 291,
      cureTime: null,
      note: 'new washer',
      until: null,
      untilReason: '',
      notUsedUntil: '',
    }),
  touch: async (at: Actor, job: JobView) =>
    append('touch', at, job.id, { id: randomUUID(), partIds: [liveParts(job)[0]!.id], kind: 'knocked', note: '' }),
  walk: async (at: Actor, job: JobView) => {
    const walk = (await startSoap(at, job.id)).tests.at(-1)!
    for (const part of liveParts(job).slice(0, 2)) await markPart(at, walk.id, part.id, 'dry')
    await endTest(at, walk.id)
  },
  hold: async (at: Actor, job: JobView) => {
    const hold = await setUpHold(at, job.id, holdForm({ hasThermometer: true, links: holdingLinks(job.circuit) }))
    await stepHold(at, hold.id, 'settling')
    await fed(
      hold.id,
      Array.from({ length: 12 }, (_, i) => ({ t: i * 50.1, pressure: 5000 - i / 3, temperature: 293 + i / 7 })),
    )
    await stepHold(at, hold.id, 'stopped')
  },
  photo: async (at: Actor, job: JobView) =>
    keepPhoto(at, job.id, {
      id: randomUUID(),
      drawnOn: null,
      file: await sharp({ create: { width: 40, height: 30, channels: 3, background: '#334' } })
        .png()
        .toBuffer(),
    }),
  buy: async (at: Actor, job: JobView) =>
    append('purchase', at, job.id, {
      id: randomUUID(),
      name: 'washer',
      reason: 'confirmed',
      measure: '',
      cause: null,
      fixing: null,
      leadDays: null,
    }),
  sensor: async (at: Actor, job: JobView) =>
    append('instrument-sensor', at, job.id, { id: randomUUID(), note: '', volts: 1.5, zero: 1.5 }),
  strike: async (at: Actor, job: JobView) =>
    append('strike', at, job.id, { id: randomUUID(), subjectId: job.finds.find(find => !find.struck)!.id, reason: 'rain' }),
  sign: async (at: Actor, job: JobView) =>
    signJob(right, at, job.id, {
      id: randomUUID(),
      capacity: 'technician',
      authority: '',
      licence: '',
      digest: signedState(job, jobStanding(job, +at.now).ledger).digest,
      password: 'x',
    }),
  owner: async (at: Actor, job: JobView) => {
    const { token } = await makeOwnerCard(at, job.id, randomUUID())
    await takeOwnerWord(token, { id: randomUUID(), says: 'dry', words: 'fine' }, at.now)
  },
  close: async (at: Actor, job: JobView) => closeJob(at, job.id, { reason: 'fetched' }),
}
type Deed = keyof typeof deeds
const allDeeds = Object.keys(deeds) as Deed[]

async function jobWith(at: (hours: number) => Actor, names: readonly Deed[]): Promise<string> {
  const { id } = await testJob(at(0))
  for (const [k, name] of names.entries()) {
    // What cannot be done just then (a strike without a find) is left.
    await deeds[name](at(1 + k), await loadJob(id)).catch(() => null)
  }
  return id
}

/** A job as it travels, without when it was sent and what the other shop adds of itself. */
async function travels(id: string): Promise<unknown> {
  const archive = await jobArchive(id, new Date())
  // Whoever took it in is one more of its people.
  const { exportedAt: _, shop: __, broughtFrom: ___, people: ____, rows, ...rest } = archive.job
  const { job: own, trail, ownerCard, ...others } = rows
  return unordered({
    ...rest,
    rows: {
      ...others,
      job: own!.map(({ movedAt: _moved, ...each }) => each),
      ownerCard: ownerCard!.map(({ endedAt: _ended, endedBy: _by, ...each }) => each),
      trail: trail!.filter(each => !String(each.verb).startsWith('brought')),
    },
    readings: [...archive.readings].sort(),
    photographs: [...archive.photographs]
      .map(([photo, { picture, thumbnail }]) => [photo, sha256(picture), sha256(thumbnail)])
      .sort(),
  })
}
/** A job as its pages see it, but for what the other shop adds. */
const seen = (view: JobView) => unordered({ ...view, movedAt: 0, brought: null, hasStandIn: false, ownerCards: [] })

test('every table travels with a job, or is left behind for a reason', () => {
  const names = Object.values(schema)
    .filter(each => is(each, PgTable))
    .map(each => getTableName(each as PgTable))
  const travelling = archivedTables.map(each => getTableName(each.table))
  expect(new Set([...travelling, ...Object.keys(leftBehind)])).toEqual(new Set(names))
  expect(travelling.filter(name => name in leftBehind)).toEqual([])
})

test('to another shop and out again nothing is lost, whatever was done', async () => {
  const home = await shopOf('Skerry Reach Workshop')
  const everything = await jobWith(home.at, [
    'photo',
    'wet',
    'mend',
    'walk',
    'hold',
    'touch',
    'buy',
    'strike',
    'sensor',
    'sign',
    'owner',
    'close',
  ])
  const jobs = [everything]
  for (const names of fc.sample(fc.array(fc.constantFrom(...allDeeds), { maxLength: 9 }), { numRuns: 10, seed: Date.now() }))
    jobs.push(await jobWith(home.at, names))
  const sent = await Promise.all(
    jobs.map(async id => ({ id, file: await exportJob(id, new Date()), travels: await travels(id), view: await loadJob(id) })),
  )
  await home.close()

  const away = await shopOf('Outer Bank Repairs')
  for (const { file, view, travels: wanted, id } of sent) {
    expect(await planImport(file, new Date())).toMatchObject({
      does: 'new',
      renumbered: false,
      shop: 'Skerry Reach Workshop',
      jobId: id,
    })
    const made = await importJob(away.now(), file, sha256(file))
    expect(seen(made)).toEqual(seen({ ...view, craft: { ...view.craft, id: made.craft.id } }))
    expect(await travels(id)).toEqual(wanted)
    const ledgerOf = (each: JobView) => unordered(jobStanding(each, Date.now()).ledger)
    expect(ledgerOf(made)).toEqual(ledgerOf(view))
    // Taken in once more it does nothing.
    expect((await planImport(file, new Date())).does).toBe('nothing')
  }
  const first = await loadJob(everything)
  // A signature stands over what was signed there, and is told as brought; nobody from elsewhere works here or signs in.
  expect(signatureStandings(first, jobStanding(first, Date.now()).ledger)).toMatchObject([{ stands: true }])
  expect(first.brought).toMatchObject({ shop: 'Skerry Reach Workshop' })
  expect((await people()).every(each => !each.login.startsWith('elsewhere'))).toBe(true)
  expect((await bay({ closed: true }, Date.now())).rows.some(row => row.id === everything)).toBe(true)
  await away.close()
}, 240_000)

test('sent, worked on elsewhere, and back: what was done there comes in, nothing that is here changes', async () => {
  const home = await shopOf('Skerry Reach Workshop')
  const id = await jobWith(home.at, ['wet', 'mend', 'sign'])
  const file = await exportJob(id, new Date())
  const before = await loadJob(id)
  const homeUrl = process.env.DATABASE_URL!
  await closeDatabase()

  const away = await shopOf('Outer Bank Repairs')
  await importJob(away.now(), file, sha256(file))
  await readCautions(
    away.now(),
    id,
    cautions.map(caution => caution.key),
  )
  await deeds.walk(away.now(), await loadJob(id))
  const back = await exportJob(id, new Date())
  await deeds.sensor(away.now(), await loadJob(id))
  const later = await exportJob(id, new Date())
  await away.close()

  process.env.DATABASE_URL = homeUrl
  expect(await planImport(back, new Date())).toMatchObject({
    does: 'goes on',
    changes: [],
    brings: [{ what: 'tests', entries: 1 }],
  })
  // What would come back otherwise is told, and when it says that it left cannot be after it was sent.
  const forgedJob = async (
    change: (job: { broughtFrom: { exportedAt: string }; rows: Record<string, Record<string, unknown>[]> }) => void,
  ) => {
    const zip = await JSZip.loadAsync(back)
    const job = JSON.parse(await zip.file('job.json')!.async('string')) as Parameters<typeof change>[0]
    change(job)
    const text = JSON.stringify(job)
    zip.file('job.json', text)
    const digests = JSON.parse(await zip.file('digests.json')!.async('string')) as Record<string, string>
    zip.file('digests.json', JSON.stringify({ ...digests, 'job.json': sha256(text) }))
    return zip.generateAsync({ type: 'nodebuffer' })
  }
  const wider = await forgedJob(job => void (job.rows.job![0]!.acceptance = 1))
  expect((await planImport(wider, new Date())).changes).toEqual([expect.stringContaining('its limits')])
  const late = await forgedJob(job => void (job.broughtFrom.exportedAt = '2999-01-01T00:00:00.000Z'))
  expect((await refusal(planImport(late, new Date()))).message).toContain('brought in after it was sent')
  const now = await importJob(home.now(), back, sha256(back))
  expect(now.tests).toHaveLength(1)
  expect(now.repairs).toEqual(before.repairs)
  expect(now.openedBy).toBe(before.openedBy)
  // The signature of before covers less than is there now.
  expect(signatureStandings(now, jobStanding(now, Date.now()).ledger)).toMatchObject([
    { stands: false, changed: expect.arrayContaining(['tests']) },
  ])
  // Gone on here meanwhile, what went on there too is refused.
  await deeds.touch(home.now(), now)
  expect((await planImport(back, new Date())).does).toBe('nothing')
  expect((await refusal(planImport(later, new Date()))).status).toBe(409)
  expect((await refusal(importJob(home.now(), later, sha256(later)))).status).toBe(409)
  expect((await loadJob(id)).instruments).toHaveLength(0)
  await home.close()
}, 120_000)

test('what a hold says follows from its readings, whatever an archive says of it', async () => {
  const home = await shopOf('Skerry Reach Workshop')
  const id = await jobWith(home.at, ['hold'])
  const file = await exportJob(id, new Date())
  const estimateHere = async () => testsOf(await loadJob(id), 'hold')[0]!.estimate
  const before = await estimateHere()
  expect(before).not.toBeNull()
  const homeUrl = process.env.DATABASE_URL!
  await closeDatabase()

  const zip = await JSZip.loadAsync(file)
  const job = JSON.parse(await zip.file('job.json')!.async('string')) as {
    rows: { test: { facts: { estimate: Record<string, unknown> } }[] }
  }
  Object.assign(job.rows.test[0]!.facts.estimate, { leakRate: 0, above95: 0, below95: 0, low95: 0, high95: 0, smallestSeen: 0 })
  const text = JSON.stringify(job)
  zip.file('job.json', text)
  const digests = JSON.parse(await zip.file('digests.json')!.async('string')) as Record<string, string>
  zip.file('digests.json', JSON.stringify({ ...digests, 'job.json': sha256(text) }))
  const forgedFile = await zip.generateAsync({ type: 'nodebuffer' })
  const away = await shopOf('Outer Bank Repairs')
  await importJob(away.now(), forgedFile, sha256(forgedFile))
  expect(await estimateHere()).toEqual(before)
  await away.close()

  process.env.DATABASE_URL = homeUrl
  await home.close()
}, 120_000)

describe('what cannot be taken in', () => {
  let home: Awaited<ReturnType<typeof shopOf>>
  let id: string
  let file: Buffer
  beforeAll(async () => {
    home = await shopOf('Skerry Reach Workshop')
    id = await jobWith(home.at, ['photo', 'wet', 'hold', 'walk', 'mend'])
    file = await exportJob(id, new Date())
  }, 60_000)
  afterAll(() => home.close())

  /** The archive with its job.json changed, and the digests made good. */
  async function forged(
    change: (job: { exportedAt: string; people: { id: string }[]; rows: Record<string, Record<string, unknown>[]> }) => void,
  ) {
    const zip = await JSZip.loadAsync(file)
    const job = JSON.parse(await zip.file('job.json')!.async('string')) as Parameters<typeof change>[0]
    change(job)
    const text = JSON.stringify(job)
    zip.file('job.json', text)
    const digests = JSON.parse(await zip.file('digests.json')!.async('string')) as Record<string, string>
    zip.file('digests.json', JSON.stringify({ ...digests, 'job.json': sha256(text) }))
    return zip.generateAsync({ type: 'nodebuffer' })
  }
  type Forged = Parameters<Parameters<typeof forged>[0]>[0]
  const entriesIn = ({ rows }: Forged, kind: string): ArchivedRow[] => rows.entry!.filter(row => row.kind === kind)
  const factsIn = (job: Forged, kind: string) => entriesIn(job, kind)[0]!.facts as ArchivedRow
  /** Every id of the archive another one, as of a job that is not here. */
  const foreign = (change: Parameters<typeof forged>[0] = () => {}) =>
    forged(job => {
      const ids = new Map(
        Object.values(job.rows)
          .flat()
          .map(row => [String(row.id), randomUUID()]),
      )
      const turned = JSON.parse(
        JSON.stringify(job.rows).replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, each => ids.get(each) ?? each),
      ) as typeof job.rows
      Object.assign(job.rows, turned, { photo: [], entry: turned.entry!.filter(row => row.kind !== 'strike') })
      for (const find of entriesIn(job, 'find')) (find.facts as ArchivedRow).photoId = null
      change(job)
    })
  const withoutFiles = async (bytes: Buffer) => {
    const zip = await JSZip.loadAsync(bytes)
    const digests = JSON.parse(await zip.file('digests.json')!.async('string')) as Record<string, string>
    for (const name of Object.keys(zip.files))
      if (name.startsWith('photographs/') || name.startsWith('readings/')) {
        zip.remove(name)
        delete digests[name]
      }
    zip.file('digests.json', JSON.stringify(digests))
    return zip.generateAsync({ type: 'nodebuffer' })
  }
  const why = async (bytes: Buffer) => (await refusal(planImport(bytes, new Date()))).message

  test('no archive, one that is damaged, and one that would fill the memory', async () => {
    expect(await why(Buffer.from('hello'))).toContain('no archive of a job')
    const zip = await JSZip.loadAsync(file)
    zip.file('job.json', `${await zip.file('job.json')!.async('string')} `)
    expect(await why(await zip.generateAsync({ type: 'nodebuffer' }))).toContain('is not as it was sent')
    const bomb = new JSZip()
    for (const name of 'abc') bomb.file(name, Buffer.alloc(1_000_000))
    const small = await bomb.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' })
    expect(small.length).toBeLessThan(10_000)
    expect((await refusal(unpackArchive(small, 2_500_000))).message).toContain('larger than any job')
  })

  test('a job of twenty million brackets, and a row with a long list in it, are refused before they are looked into', async () => {
    const many = `[${'{},'.repeat(6_500_000)}{}]`
    const text = `{"rows":${many}}`
    const zip = new JSZip()
    zip.file('job.json', text)
    zip.file('digests.json', JSON.stringify({ 'job.json': sha256(text) }))
    const small = await zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' })
    expect(small.length).toBeLessThan(100_000)
    const from = process.cpuUsage()
    expect((await refusal(unpackArchive(small))).status).toBe(413)
    const row = await forged(job => void (factsIn(job, 'repair').partIds = Array.from({ length: 300_000 }, () => ({}))))
    expect(await why(row)).toContain('says what cannot be')
    expect(process.cpuUsage(from).user).toBeLessThan(10_000_000)
  })

  test('rows of another kind, of another job, of nobody, or dated after it was sent', async () => {
    expect(await why(await forged(job => void (factsIn(job, 'find').note = { a: 1 })))).toContain('“find” says what cannot be')
    expect(await why(await forged(job => void (entriesIn(job, 'leak')[0]!.jobId = randomUUID())))).toContain(
      'belongs to another job',
    )
    expect(await why(await forged(job => void (factsIn(job, 'leak').partId = randomUUID())))).toContain('refers to nothing')
    expect(await why(await forged(job => void (job.people = [])))).toContain('has no name')
    expect(await why(await forged(job => void (entriesIn(job, 'find')[0]!.at = '2999-01-01T00:00:00.000Z')))).toContain(
      'after it was sent',
    )
    expect(await why(await forged(job => void (job.exportedAt = '2999-01-01T00:00:00.000Z')))).toContain('dated in the future')
    expect(await why(await forged(job => void (job.rows.job![0]!.circuit = { spaces: 4 })))).toContain(
      '“job” says what cannot be',
    )
    expect(await why(await forged(job => void (job.rows.test![0]!.kind = 'guess')))).toContain('“test” says what cannot be')
    expect(await why(await forged(job => void job.rows.test!.forEach(test => (test.facts = {}))))).toContain(
      '“test” says what cannot be',
    )
    expect(await why(await forged(job => void (job.rows.part![0]!.shape = [])))).toContain('“part” says what cannot be')
    expect(await why(await forged(job => void (job.rows.job![0]!.acceptance = -1)))).toContain('“job” says what cannot be')
    // The figures of the shop take these for ids.
    expect(await why(await forged(job => void (factsIn(job, 'repair').leakIds = ['first'])))).toContain('“repair” says')
    expect(await why(await forged(job => void (factsIn(job, 'find').x1 = 1e300)))).toContain('“find” says what cannot be')
    expect(await why(await forged(job => void (job.exportedAt = '2026-13-45T99:99:99.999Z')))).toContain('dated in the future')
    expect(await why(await forged(job => void job.rows.entry!.push(job.rows.entry![0]!)))).toContain('one id')
  })

  test('an entry of this shop that came back otherwise', async () => {
    expect(await why(await forged(job => void (factsIn(job, 'find').note = 'dry after all')))).toContain(
      'came back otherwise (finds)',
    )
    expect((await loadJob(id)).finds[0]!.note).toContain('ring')
  })

  test('what no page could read is not taken in, and nothing of it stays', async () => {
    const bytes = await withoutFiles(await foreign(job => void (job.rows.test![0]!.startedAt = '0000-00-00T00:00:00.000Z')))
    const { jobId } = await planImport(bytes, new Date())
    expect(await why(await forged(job => void (factsIn(job, 'repair').leakIds = {})))).toContain('“repair” says what cannot be')
    expect((await refusal(importJob(home.now(), bytes, sha256(bytes)))).status).toBe(422)
    await expect(loadJob(jobId)).rejects.toMatchObject({ status: 404 })
    expect((await bay({}, Date.now())).rows.length).toBeGreaterThan(0)
  })

  test('practice, and nothing that was measured on a stand-in comes in as of a real tank', async () => {
    expect(await why(await forged(job => void (job.rows.job![0]!.reality = 'practice')))).toContain('evidence of nothing')
    expect(await why(await forged(job => void (job.rows.job![0]!.reality = 'true')))).toContain('“job” says what cannot be')
    const realityOf = async (change: Parameters<typeof forged>[0]) => {
      const bytes = await withoutFiles(await foreign(change))
      return (await importJob(home.now(), bytes, sha256(bytes))).reality
    }
    const real = (job: Parameters<Parameters<typeof forged>[0]>[0]) => void (job.rows.job![0]!.reality = 'real')
    expect(await realityOf(real)).toBe('real')
    expect(await realityOf(job => void delete job.rows.job![0]!.reality)).toBe('real')
    expect(
      await realityOf(job => {
        real(job)
        const hold = job.rows.test!.find(({ kind }) => kind === 'hold')!
        hold.facts = { ...(hold.facts as object), source: 'stand-in' }
      }),
    ).toBe('simulated')
    // What stands here as simulated does not come back as real.
    expect((await loadJob(id)).reality).toBe('simulated')
    const back = await forged(job => {
      real(job)
      const exportedAt = new Date().toISOString()
      Object.assign(job, { exportedAt, broughtFrom: { shop: 'Skerry Reach Workshop', exportedAt } })
    })
    expect((await planImport(back, new Date())).does).toBe('goes on')
    await importJob(home.now(), back, sha256(back))
    expect((await loadJob(id)).reality).toBe('simulated')
  })

  test('what an archive says of people here is not taken as theirs', async () => {
    const bytes = await withoutFiles(await foreign())
    const made = await importJob(home.now(), bytes, sha256(bytes))
    expect(made.finds[0]!.by).toMatch(/ \(elsewhere\)$/)
    expect((await loadJob(id)).finds[0]!.by).not.toContain('elsewhere')
  })

  test('a job whose ids are taken by something else is numbered anew, all references with it', async () => {
    // The same rows, as of another job: every id but the job’s own is taken here.
    const bytes = await forged(job => {
      const jobId = randomUUID()
      const turned = JSON.parse(JSON.stringify(job.rows).replaceAll(id, jobId)) as typeof job.rows
      Object.assign(job.rows, turned)
    })
    expect(await planImport(bytes, new Date())).toMatchObject({ does: 'new', renumbered: true })
    const made = await importJob(home.now(), bytes, sha256(bytes))
    const own = await loadJob(id)
    expect(made.id).not.toBe(own.id)
    const parts = new Set(made.parts.map(part => part.id))
    expect(made.leaks.every(leak => parts.has(leak.partId))).toBe(true)
    expect(jobStanding(made, Date.now()).ledger.state).toBe(jobStanding(own, Date.now()).ledger.state)
    expect(own.finds).toHaveLength(1)
  })

  test('another file than was looked at', async () => {
    expect((await refusal(importJob(home.now(), file, 'f'.repeat(64)))).status).toBe(409)
  })
})

test('the published schema is the one that is checked against', async () => {
  const { readFile } = await import('node:fs/promises')
  expect(JSON.parse(await readFile('docs/formats/job.schema.json', 'utf8'))).toEqual(
    JSON.parse(JSON.stringify(archiveSchema())),
  )
})
