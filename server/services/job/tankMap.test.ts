import { randomUUID } from 'node:crypto'
import { jobStanding } from '../../../shared/jobEntries'
import { liveParts } from '../../../shared/jobCircuit'
import type { JobView } from '../../../shared/views'
import { Refusal } from '../ground/refusal'
import { stepHold } from '../bench/hold/runHold'
import { loadJob } from './loadJobs'
import { fed, holdForm, openTestShop, setUpHold, startSoap, testActor, testJob } from '../ground/testShop'
import { renewTank, setTankKind } from './tankMap'
import { append } from '../record/append'

let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
})
afterAll(() => shop.close())
const start = Date.now() - 3_600_000
const at = (minutes: number) => technician(new Date(start + minutes * 60_000))
const partId = (job: JobView, name: string) => liveParts(job).find(part => part.name === name)!.id
const seen = (job: JobView, part: string) => ({
  id: randomUUID(),
  partId: partId(job, part),
  seen: 'drips' as const,
  x1: 1,
  y1: 1,
  x2: 2,
  y2: 2,
  length: null,
  note: '',
  leakId: null,
  photoId: null,
  cause: null,
})

describe('another kind of tank', () => {
  test('takes the map along and keeps what fits, with its leak', async () => {
    let job = await testJob(at(0))
    job = await append('find', at(1), job.id, seen(job, 'Fuel tap'))
    const [cap, tap] = [partId(job, 'Cap'), partId(job, 'Fuel tap')]
    job = await setTankKind(at(2), job.id, { kind: 'carburetted', revision: job.revision })
    expect(job).toMatchObject({ tankKind: 'carburetted', material: 'sheet steel' })
    expect(partId(job, 'Cap')).toBe(cap)
    expect(partId(job, 'Fuel tap')).toBe(tap)
    expect(job.circuit.spaces.map(space => space.id)).toContain('neck')
    expect(jobStanding(job, start + 180_000).ledger).toMatchObject({ state: 'leaking', leaks: [{ state: 'found' }] })
    // What is new wants evidence of its own.
    expect(liveParts(job).find(part => part.name === 'Pickup flange')!.addedAt).toBe(start + 120_000)
  })
  test('clears no leak that was measured: what it was measured over stays until it is measured away', async () => {
    let job = await testJob(at(0))
    const hold = await setUpHold(at(1), job.id, holdForm({ hasThermometer: true, hasBarometer: true }))
    await stepHold(at(1), hold.id, 'settling')
    const readings = Array.from({ length: 31 }, (_, k) => ({
      t: k * 60,
      pressure: 5000 - 40 * k,
      temperature: 291,
      barometer: 101_300,
    }))
    await fed(hold.id, readings)
    await stepHold(at(33), hold.id, 'stopped')
    job = await loadJob(job.id)
    const before = jobStanding(job, start + 3e6).ledger
    expect(before).toMatchObject({ state: 'leaking', measured: [{ explained: null }] })
    job = await setTankKind(at(40), job.id, { kind: 'lined-cell', revision: job.revision })
    const after = jobStanding(job, start + 3e6).ledger
    expect(after).toMatchObject({ state: 'leaking', measured: [{ testId: hold.id }] })
    expect(after.measured[0]!.awaiting).toEqual(expect.arrayContaining(before.measured[0]!.awaiting))
  })
  test('is refused on a job that somebody changed meanwhile', async () => {
    const job = await testJob(at(0))
    await setTankKind(at(1), job.id, { kind: 'twin', revision: job.revision })
    const late = setTankKind(at(2), job.id, { kind: 'moulded', revision: job.revision })
    await expect(late).rejects.toMatchObject({ status: 409 })
  })
})

describe('a renewed tank', () => {
  test('ends all evidence: what is new has none, what was carried across was disturbed, its leaks went with the old one', async () => {
    let job = await testJob(at(0))
    job = await append('find', at(1), job.id, seen(job, 'Bottom seam'))
    job = await append('find', at(1), job.id, seen(job, 'Cap'))
    const form = { id: randomUUID(), carried: [partId(job, 'Cap'), partId(job, 'Sender ring')], note: 'used, from stock' }
    const before = partId(job, 'Bottom seam')
    job = await renewTank(at(5), job.id, form)
    job = await renewTank(at(5), job.id, form)
    expect(partId(job, 'Cap')).toBe(form.carried[0])
    expect(partId(job, 'Bottom seam')).not.toBe(before)
    expect(liveParts(job)).toHaveLength(11)
    expect(job.touches).toMatchObject([{ kind: 'refitted', note: 'the tank was renewed: used, from stock' }])
    const { ledger } = jobStanding(job, start + 600_000)
    expect(ledger.leaks.map(leak => leak.state)).toEqual(['sealed', 'found'])
    expect(ledger.state).toBe('leaking')
    expect(ledger.missing).toHaveLength(11)
  })
  test('is refused while a test runs on the old one', async () => {
    const job = await testJob(at(0))
    await startSoap(at(1), job.id)
    const refused = renewTank(at(2), job.id, { id: randomUUID(), carried: [], note: '' })
    await expect(refused).rejects.toMatchObject({ status: 409, message: 'Soap 1 is still running on this tank. End it first.' })
  })
  test('is refused with a part of another tank, or with nothing that is new', async () => {
    const job = await testJob(at(0))
    const refused = async (carried: string[]) =>
      renewTank(at(1), job.id, { id: randomUUID(), carried, note: '' }).catch((error: unknown) => error)
    expect(await refused([randomUUID()])).toBeInstanceOf(Refusal)
    expect(await refused(liveParts(job).map(part => part.id))).toBeInstanceOf(Refusal)
  })
})
