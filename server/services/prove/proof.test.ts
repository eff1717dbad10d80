import { randomUUID } from 'node:crypto'
import type { ProofForm } from '../../../shared/record/kinds/proof'
import { jobStanding } from '../../../shared/jobEntries'
import { liveParts } from '../../../shared/jobCircuit'
import { jobProof } from '../../../shared/prove/jobProof'
import { bells } from '../bells/bells'
import type { Actor } from '../ground/change'
import { loadJob } from '../job/loadJobs'
import { endTest } from '../bench/endTest'
import { markPart, openTestShop, refusal, startSoap, testActor, testJob } from '../ground/testShop'
import { append } from '../record/append'

let shop: Awaited<ReturnType<typeof openTestShop>>
let technician: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
}, 60_000)
afterAll(() => shop.close())

const HOUR = 3_600_000
const DAY = 24 * HOUR
const START = Date.now() - 200 * DAY
const at = (hours: number) => technician(new Date(START + hours * HOUR))
/** A tank that is sealed by a walk over every part. */
async function sealedTank() {
  const job = await testJob(at(0))
  const walk = (await startSoap(at(1), job.id)).tests.at(-1)!
  for (const part of liveParts(job)) await markPart(at(1), walk.id, part.id, 'dry')
  await endTest(at(1.5), walk.id)
  return job.id
}
const step = (key: string, change: Partial<ProofForm> = {}): ProofForm => ({
  id: randomUUID(),
  step: key,
  outcome: 'dry',
  watched: key === 'soak' ? 9 * 3600 : 1800,
  look: 'blotting paper',
  distance: null,
  tilt: null,
  note: '',
  ...change,
})
const standing = async (id: string) => {
  const job = await loadJob(id)
  const { ledger, entries, next } = jobStanding(job, Date.now())
  return { state: ledger.state, next, proof: jobProof(job, entries) }
}
const onRoad = ['quarter', 'half', 'brim', 'engine', 'under way', 'soak', 'week', 'month']
/** Hours after the start at which each step is done: the looks after a week and a month. */
const hours = [2, 3, 4, 5, 6, 20, 20 + 8 * 24, 20 + 40 * 24]

test('from sealed to proved, one step after the other, each with its bell', async () => {
  const id = await sealedTank()
  const { craft } = await loadJob(id)
  const keys = (await standing(id)).proof.rows.map(row => row.step.key)
  for (const key of keys) {
    await append('proof', at(hours[onRoad.indexOf(key)]!), id, step(key))
    const { next, complete } = (await standing(id)).proof
    const hung = (await bells()).filter(bell => bell.jobId === id && bell.kind === 'look')
    expect(hung).toHaveLength(complete ? 0 : 1)
    if (next) expect(hung[0]!.title.toLowerCase()).toBe(`${craft.name}: ${next.step.title}`.toLowerCase())
  }
  expect(await standing(id)).toMatchObject({ state: 'sealed', proof: { complete: true } })
})

test('nothing is proved before it is sealed, out of its order, before its day, or without its watch', async () => {
  const open = await testJob(at(0))
  expect((await refusal(append('proof', at(1), open.id, step('quarter')))).message).toContain('before the tank is sealed')
  const id = await sealedTank()
  expect((await refusal(append('proof', at(2), id, step('fly')))).fields.step).toContain('no such step')
  expect((await refusal(append('proof', at(2), id, step('quarter', { watched: 60 })))).fields.watched).toContain('20 min')
  expect((await refusal(append('proof', at(2), id, step('quarter', { watched: null })))).fields.watched).toContain('20 min')
  expect((await refusal(append('proof', at(2), id, step('brim')))).message).toContain('comes first')
  expect(
    (await refusal(append('proof', at(2), id, step('quarter', { outcome: 'left out', watched: null })))).fields.note,
  ).toContain('why')
  for (const key of (await standing(id)).proof.rows.map(row => row.step.key).filter(key => key !== 'week' && key !== 'month'))
    await append('proof', at(hours[onRoad.indexOf(key)]!), id, step(key))
  expect((await refusal(append('proof', at(30), id, step('week')))).message).toContain('sooner it says nothing')
  expect((await standing(id)).proof.complete).toBe(false)
})

test('a repeated submit is one entry', async () => {
  const id = await sealedTank()
  const form = step('quarter')
  await Promise.all([append('proof', at(2), id, form), append('proof', at(2), id, form).catch(() => null)])
  await append('proof', at(2), id, form)
  expect((await loadJob(id)).proof).toHaveLength(1)
})

test('seen wet it leaks until where is recorded, or that was struck out with its reason', async () => {
  const id = await sealedTank()
  const wet = step('brim', { outcome: 'wet', watched: null })
  await append('proof', at(2), id, wet)
  expect(await standing(id)).toMatchObject({ state: 'leaking', next: { action: 'place' } })
  expect((await refusal(append('proof', at(3), id, step('quarter')))).message).toContain('before the tank is sealed')
  await append('strike', at(4), id, { id: randomUUID(), subjectId: wet.id, reason: 'rain' })
  expect((await standing(id)).state).toBe('sealed')
  await append('proof', at(5), id, { ...wet, id: randomUUID() })
  const part = liveParts(await loadJob(id))[0]!
  await append('find', at(6), id, {
    id: randomUUID(),
    partId: part.id,
    seen: 'wet',
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
  expect(await standing(id)).toMatchObject({ state: 'leaking', next: { action: 'repair' } })
})

test('what is disturbed ends the steps that were done', async () => {
  const id = await sealedTank()
  await append('proof', at(2), id, step('quarter'))
  const part = liveParts(await loadJob(id))[0]!
  await append('touch', at(3), id, { id: randomUUID(), partIds: [part.id], kind: 'removed', note: '' })
  const { state, proof } = await standing(id)
  expect(state).toBe('cannot-tell')
  expect(proof.next!.step.key).toBe('quarter')
})
