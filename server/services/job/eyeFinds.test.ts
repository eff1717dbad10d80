import { randomUUID } from 'node:crypto'
import { jobStanding } from '../../../shared/jobEntries'
import { eyeFindSchema, type EyeFindForm } from '../../../shared/record/kinds/find'
import { testsOf } from '../../../shared/leaktest/tests'
import { situationOf } from '../../../shared/situation'
import type { JobView } from '../../../shared/views'
import { addFind } from '../bench/finds'
import { jobTrail } from './jobs'
import { markPart, openTestShop, refusal, repairForm, startSoap, testActor, testJob } from '../ground/testShop'
import { append } from '../record/append'

let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
const HOUR = 3_600_000
const start = Date.now() - 50 * HOUR
const at = (hours: number) => technician(new Date(start + hours * HOUR))
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
})
afterAll(() => shop.close())

const partId = (job: JobView, name: string) => job.parts.find(part => part.name === name)!.id
const seen = (job: JobView, part: string, change: Partial<EyeFindForm> = {}): EyeFindForm =>
  eyeFindSchema.cast({
    id: randomUUID(),
    partId: partId(job, part),
    seen: 'torn',
    x1: 490,
    y1: 316,
    x2: 510,
    y2: 316,
    ...change,
  })
const standing = (job: JobView, hours: number) => jobStanding(job, start + hours * HOUR)
const repair = (leakId: string) => repairForm([leakId])

describe('a leak seen by eye', () => {
  test('is on the register at once, asks for its repair, and wants evidence after it', async () => {
    let job = await testJob(at(0))
    const form = seen(job, 'Drain plug')
    job = await append('find', at(1), job.id, form)
    job = await append('find', at(1), job.id, form)
    expect(job.finds).toMatchObject([{ testId: null, length: null, seen: 'torn', photoId: null }])
    expect(standing(job, 1)).toMatchObject({
      ledger: { state: 'leaking', leaks: [{ state: 'found' }] },
      next: { action: 'repair', sentence: 'Leak 1, drain plug, is found. Decide the repair.' },
    })
    job = await append('repair', at(2), job.id, repair(job.leaks[0]!.id))
    expect(standing(job, 3).ledger.leaks[0]!.state).toBe('ready to retest')
    job = await append('find', at(4), job.id, seen(job, 'Drain plug', { seen: 'drips', leakId: job.leaks[0]!.id }))
    expect(job.leaks).toHaveLength(1)
    expect(standing(job, 5).ledger.leaks[0]!.state).toBe('back')
    // Struck out, it is as if nobody had seen it.
    job = await append('strike', at(6), job.id, { id: randomUUID(), subjectId: job.finds[1]!.id, reason: 'it was water' })
    expect(standing(job, 7).ledger.leaks[0]!.state).toBe('ready to retest')
  })
  test('speaks for its part among the suspects, and says what it was when that was told with it', async () => {
    let job = await testJob(at(0))
    const form = seen(job, 'Drain plug', { cause: 'drain' })
    job = await append('find', at(1), job.id, form)
    expect(job.outcomes).toMatchObject([{ cause: 'drain', partId: form.partId }])
    expect(situationOf(job, start).tests).toMatchObject([{ says: null, found: [form.partId] }])
    job = await append('find', at(2), job.id, seen(job, 'Drain plug', { cause: 'drain', leakId: job.leaks[0]!.id }))
    expect(job.outcomes).toHaveLength(1)
    expect((await jobTrail(job.id)).map(line => line.verb)).toContain('saw a leak')
  })
  test('is refused on another tank’s part, as another part’s leak, or with another job’s photograph', async () => {
    const [job, other] = [await testJob(at(0)), await testJob(at(0))]
    const elsewhere = seen(other, 'Cap')
    expect((await refusal(append('find', at(1), job.id, elsewhere))).fields.partId).toContain('not on this tank')
    const found = await append('find', at(1), job.id, seen(job, 'Cap'))
    const wrong = seen(job, 'Drain plug', { leakId: found.leaks[0]!.id })
    expect((await refusal(append('find', at(1), job.id, wrong))).fields.leakId).toContain('on another part')
    const picture = seen(job, 'Cap', { photoId: randomUUID() })
    expect((await refusal(append('find', at(1), job.id, picture))).fields.photoId).toContain('not of this job')
    expect(found.leaks).toHaveLength(1)
  })
})

describe('a leak of the rig', () => {
  test('takes back the find that was taken for the tank’s, and is none of its own', async () => {
    let job = await testJob(at(0))
    job = await startSoap(at(1), job.id)
    const walk = testsOf(job, 'soap')[0]!
    job = await addFind(at(1), walk.id, { ...seen(job, 'Cap'), seen: 'foams' })
    const form = { id: randomUUID(), piece: 'tape' as const, testId: null, partId: null, insteadOf: job.finds[0]!.id, note: '' }
    job = await append('rig-find', at(1), job.id, form)
    job = await append('rig-find', at(1), job.id, form)
    expect(job.rigFinds).toMatchObject([{ piece: 'tape', testId: walk.id, struck: null }])
    expect(job.finds[0]!.struck).toContain('It is the rig’s: tape')
    expect(standing(job, 1).ledger).toMatchObject({ state: 'cannot-tell', leaks: [], unrecorded: [] })
    // What foamed there gives the part no evidence either.
    const cap = standing(job, 1).ledger.parts.find(row => row.partId === partId(job, 'Cap'))!
    expect(cap.evidence).toEqual(['find'])
    job = await markPart(at(1), walk.id, partId(job, 'Drain plug'), 'dry')
  })
  test('is refused with what is not of the job', async () => {
    const job = await testJob(at(0))
    const form = { id: randomUUID(), piece: 'tee' as const, testId: null, partId: null, insteadOf: null, note: '' }
    for (const field of ['testId', 'partId', 'insteadOf'] as const)
      expect((await refusal(append('rig-find', at(1), job.id, { ...form, [field]: randomUUID() }))).fields).toHaveProperty(
        field,
      )
  })
})

describe('an entry of the last seconds', () => {
  test('is taken back by whoever made it without a reason; later, or by another, it wants one', async () => {
    let job = await testJob(at(0))
    const now = Date.now()
    job = await append('find', technician(new Date(now)), job.id, seen(job, 'Cap'))
    const take = (actor: ReturnType<typeof technician>, subjectId: string) =>
      append('strike', actor, job.id, { id: randomUUID(), subjectId, reason: '' })
    const other = await testActor('technician', 'another')
    expect((await refusal(take(other(new Date(now + 1000)), job.finds[0]!.id))).fields.reason).toContain('Say why')
    expect((await refusal(take(technician(new Date(now + 16_000)), job.finds[0]!.id))).fields.reason).toContain('Say why')
    job = await take(technician(new Date(now + 9000)), job.finds[0]!.id)
    expect(job.finds[0]!.struck).toContain('Taken back at once')
    job = await startSoap(technician(new Date(now)), job.id)
    expect((await refusal(take(technician(new Date(now + 1000)), job.tests[0]!.id))).fields.reason).toContain('Say why')
  })
})
