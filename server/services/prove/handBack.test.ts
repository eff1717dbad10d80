import { randomUUID } from 'node:crypto'
import { jobStanding } from '../../../shared/jobEntries'
import { liveParts } from '../../../shared/jobCircuit'
import { signedState } from '../../../shared/prove/signedState'
import { signatureStandings } from '../../../shared/prove/signatures'
import type { SignatureForm } from '../../../shared/record/kinds/signature'
import type { JobView } from '../../../shared/views'
import { bells } from '../bells/bells'
import { bay } from '../bay/bay'
import type { Actor } from '../ground/change'
import { closeJob, jobTrail } from '../job/jobs'
import { loadJob } from '../job/loadJobs'
import { endTest } from '../bench/endTest'
import { markPart, openTestShop, refusal, startSoap, testActor, testJob } from '../ground/testShop'
import { answerBell } from '../bells/bells'
import { endOwnerCards, makeOwnerCard, readOwnerCard, takeOwnerWord } from './ownerCards'
import type { AuthorityForm } from '../../../shared/schemas/person'
import { giveAuthority } from '../people/authorities'
import { signJob } from './signJob'
import { append } from '../record/append'

let shop: Awaited<ReturnType<typeof openTestShop>>
let technician: (now?: Date) => Actor
let inspector: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
  inspector = await testActor('inspector')
}, 60_000)
afterAll(() => shop.close())

const HOUR = 3_600_000
const DAY = 24 * HOUR
const START = Date.now() - 100 * DAY
const when = (hours: number) => new Date(START + hours * HOUR)
const at = (hours: number) => technician(when(hours))
/** The right password is “right”. */
const hasher = { verify: (_: string, typed: string) => Promise.resolve(typed === 'right') }
const form = (job: JobView, change: Partial<SignatureForm> = {}): SignatureForm => ({
  id: randomUUID(),
  capacity: 'technician',
  authority: '',
  licence: '',
  digest: signedState(job, jobStanding(job, Date.now()).ledger).digest,
  password: 'right',
  ...change,
})
const stands = (job: JobView) => signatureStandings(job, jobStanding(job, Date.now()).ledger).map(each => each.stands)

/** A tank that is sealed by a walk over every part, and dry in every step that is done here. */
async function drySoFar(change: Parameters<typeof testJob>[1] = {}, walked = (parts: JobView['parts']) => parts) {
  const job = await testJob(at(0), change)
  const walk = (await startSoap(at(1), job.id)).tests.at(-1)!
  for (const part of walked(liveParts(job))) await markPart(at(1), walk.id, part.id, 'dry')
  await endTest(at(1.5), walk.id)
  const steps = ['quarter', 'half', 'brim', 'engine', 'soak']
  if (job.craft.kind !== 'small equipment') steps.splice(4, 0, 'under way')
  for (const [i, step] of steps.entries())
    await append('proof', at(step === 'soak' ? 17 : 2 + i), job.id, {
      id: randomUUID(),
      step,
      outcome: 'dry',
      watched: step === 'soak' ? 9 * 3600 : 1800,
      look: 'blotting paper',
      distance: step === 'under way' ? 30_000 : null,
      tilt: null,
      note: '',
    })
  return loadJob(job.id)
}

test('signed by who did the work it is handed back, and leaves the Bay until something of it changes', async () => {
  const job = await drySoFar()
  expect((await refusal(closeJob(at(20), job.id, { reason: '' }))).message).toContain('has signed it as it is now')
  const signed = await signJob(hasher, at(20), job.id, form(job))
  expect(stands(signed)).toEqual([true])
  expect(jobStanding(signed, Date.now()).next.action).toBe('prove')
  const back = await closeJob(at(21), job.id, { reason: '' })
  expect(back).toMatchObject({ closedReason: '', closedAt: +when(21) })
  expect((await jobTrail(job.id))[0]!.verb).toBe('handed the tank back')
  // Somebody who hears the bell of a look, and a look that stays dry, do not bring it back.
  const hung = (await bells()).find(bell => bell.jobId === job.id)!
  await answerBell(at(22), hung.id)
  await append('proof', at(20 + 8 * 24), job.id, {
    id: randomUUID(),
    step: 'week',
    outcome: 'dry',
    watched: null,
    look: null,
    distance: null,
    tilt: null,
    note: '',
  })
  const looked = await loadJob(job.id)
  expect(looked.closedAt).toBe(+when(21))
  expect(stands(looked)).toEqual([true])
  const part = liveParts(job)[0]!.id
  const touched = await append('touch', at(300), job.id, { id: randomUUID(), partIds: [part], kind: 'removed', note: '' })
  expect(touched.closedAt).toBeNull()
  expect(stands(touched)).toEqual([false])
  expect((await bay({ words: job.craft.name }, Date.now())).rows.find(row => row.id === job.id)!.next.action).not.toBe(
    'hand back',
  )
})

test('nothing is handed back that is not sealed, misses a step, or was changed since it was signed', async () => {
  const open = await testJob(at(0))
  expect((await refusal(closeJob(at(1), open.id, { reason: '' }))).fields.reason).toContain('It is not sealed.')
  // With a reason it goes as it is, and says so.
  expect(await closeJob(at(1), open.id, { reason: 'the owner took it' })).toMatchObject({ closedReason: 'the owner took it' })
  const job = await drySoFar()
  await signJob(hasher, at(20), job.id, form(job))
  await append('instrument-sensor', at(21), job.id, { id: randomUUID(), note: '', volts: 1.5, zero: 1.5 })
  expect((await refusal(closeJob(at(22), job.id, { reason: '' }))).fields.reason).toContain('signed it as it is now')
})

test('who signs has read it, is who they say, and signs once', async () => {
  const job = await drySoFar()
  expect((await refusal(signJob(hasher, at(20), job.id, form(job, { password: 'wrong' })))).fields.password).toContain(
    'not the password',
  )
  expect((await refusal(signJob(hasher, at(20), job.id, form(job, { digest: 'f'.repeat(64) })))).status).toBe(409)
  expect((await refusal(signJob(hasher, inspector(when(20)), job.id, form(job)))).status).toBe(403)
  const once = form(job)
  await Promise.all([signJob(hasher, at(20), job.id, once), signJob(hasher, at(20), job.id, once)])
  const signed = await loadJob(job.id)
  expect(signed.signatures).toHaveLength(1)
  expect(signed.signatures[0]).toMatchObject({ cover: { state: 'sealed', tests: 1 } })
  // What was signed over is named once it has moved, and a signature can be taken back.
  const back = await append('strike', at(21), job.id, { id: randomUUID(), subjectId: once.id, reason: 'the wrong tank' })
  expect(stands(back)).toEqual([false])
  await startSoap(at(22), job.id)
  const running = await loadJob(job.id)
  expect((await refusal(signJob(hasher, at(22), job.id, form(running)))).message).toContain('A test is running')
})

test('what flies is countersigned by another, with authority and a number', async () => {
  const job = await drySoFar({ craftKind: 'light aircraft' })
  await signJob(hasher, at(20), job.id, form(job))
  expect((await refusal(closeJob(at(21), job.id, { reason: '' }))).fields.reason).toContain('countersigned')
  // What somebody types of an authority is none.
  const second = () => form(job, { capacity: 'inspector', authority: 'typed', licence: '7' })
  const asInspector = inspector(when(21))
  expect((await refusal(signJob(hasher, asInspector, job.id, second()))).message).toContain('The owner gives it')
  const release = (until: number, deed: AuthorityForm['deed'] = 'return to service'): AuthorityForm => ({
    id: randomUUID(),
    deed,
    authority: 'island board',
    number: 'IB-7',
    until,
  })
  const boss = await testActor('owner', 'boss')
  await giveAuthority(boss(when(10)), asInspector.id, release(+when(20)))
  await giveAuthority(boss(when(10)), asInspector.id, release(+when(90), 'inspect'))
  expect((await refusal(signJob(hasher, asInspector, job.id, second()))).status).toBe(403)
  // Given after it was used, it is none of then.
  await giveAuthority(boss(when(21.5)), asInspector.id, release(+when(90)))
  expect((await refusal(signJob(hasher, asInspector, job.id, second()))).status).toBe(403)
  // Who signed as having done the work is not the one who inspects it.
  await giveAuthority(boss(when(10)), at(21).id, release(+when(90)))
  await signJob(hasher, at(21), job.id, second())
  expect((await refusal(closeJob(at(21), job.id, { reason: '' }))).fields.reason).toContain('countersigned')
  const { signatures } = await signJob(hasher, inspector(when(21.6)), job.id, second())
  expect(signatures.at(-1)).toMatchObject({ authority: 'island board', licence: 'IB-7' })
  expect((await closeJob(at(22), job.id, { reason: '' })).closedAt).toBe(+when(22))
})

describe('the owner’s card', () => {
  test('shows one tank to who has its address, until it is ended or another is made', async () => {
    const job = await drySoFar()
    const { token } = await makeOwnerCard(at(20), job.id, randomUUID())
    const sheet = await readOwnerCard(token, when(21))
    expect(sheet).toMatchObject({
      craft: job.craft.name,
      state: 'sealed',
      proved: false,
      look: { title: 'Look again, a week' },
    })
    // Nothing of people, prices or other jobs.
    expect(JSON.stringify(sheet)).not.toContain(job.openedBy)
    expect(await refusal(readOwnerCard(`${token.slice(0, -1)}x`, when(21)))).toMatchObject({ status: 404 })
    const { token: second } = await makeOwnerCard(at(21), job.id, randomUUID())
    expect(await refusal(readOwnerCard(token, when(22)))).toMatchObject({ status: 404 })
    await endOwnerCards(at(22), job.id)
    expect(await refusal(readOwnerCard(second, when(23)))).toMatchObject({ status: 404 })
    expect(await refusal(takeOwnerWord(second, { id: randomUUID(), says: 'wet', words: '' }, when(23)))).toMatchObject({
      status: 404,
    })
  })

  test('dry on its day is the look; wet after three weeks brings the job back as a leak nobody has placed', async () => {
    const job = await drySoFar()
    await signJob(hasher, at(20), job.id, form(job))
    await closeJob(at(21), job.id, { reason: '' })
    const { token } = await makeOwnerCard(at(21), job.id, randomUUID())
    // Long before its day it is heard, and is no look.
    await takeOwnerWord(token, { id: randomUUID(), says: 'dry', words: '' }, when(30))
    expect((await loadJob(job.id)).proof.at(-1)).toMatchObject({ owner: true, step: '', outcome: 'dry' })
    const word = { id: randomUUID(), says: 'dry' as const, words: 'fine' }
    await takeOwnerWord(token, word, when(20 + 8 * 24))
    await takeOwnerWord(token, word, when(20 + 8 * 24))
    let now = await loadJob(job.id)
    expect(now.proof.filter(each => each.step === 'week')).toMatchObject([{ owner: true, by: 'the owner', note: 'fine' }])
    expect(now.closedAt).not.toBeNull()
    expect(stands(now)).toEqual([true])

    await takeOwnerWord(token, { id: randomUUID(), says: 'wet', words: 'smells again' }, when(21 * 24))
    now = await loadJob(job.id)
    const { ledger, next } = jobStanding(now, Date.now())
    expect(now.closedAt).toBeNull()
    expect([ledger.state, next.action]).toEqual(['leaking', 'place'])
    expect(stands(now)).toEqual([false])
    expect((await bells()).find(bell => bell.jobId === job.id && bell.kind === 'owner')).toMatchObject({
      detail: 'smells again',
    })
    expect((await bay({}, Date.now())).rows.some(row => row.id === job.id)).toBe(true)
    // A second word that it is dry takes nothing back.
    await takeOwnerWord(token, { id: randomUUID(), says: 'dry', words: '' }, when(21 * 24 + 1))
    expect(jobStanding(await loadJob(job.id), Date.now()).ledger.state).toBe('leaking')
  })

  test('a card says no more than so much in a day', async () => {
    const job = await drySoFar()
    const { token } = await makeOwnerCard(at(20), job.id, randomUUID())
    const say = () => takeOwnerWord(token, { id: randomUUID(), says: 'dry', words: '' }, when(30))
    for (let i = 0; i < 12; i++) await say()
    expect(await refusal(say())).toMatchObject({ status: 429 })
    expect((await loadJob(job.id)).proof.filter(each => each.owner)).toHaveLength(12)
  })
})

test('a check of an instrument is kept, once, of a valve that is there', async () => {
  const job = await testJob(at(0), { tankKind: 'moulded' })
  const check = { id: randomUUID(), note: 'cap off', volts: 1.9, zero: 1.5 }
  await append('instrument-sensor', at(1), job.id, check)
  const view = await append('instrument-sensor', at(1), job.id, check)
  expect(view.instruments).toMatchObject([{ facts: { kind: 'sensor', volts: 1.9 }, note: 'cap off' }])
  const valve = { link: 'nowhere', passesAtRest: true, passesSwitched: false }
  expect(
    (await refusal(append('instrument-valve', at(1), job.id, { id: randomUUID(), note: '', ...valve }))).fields,
  ).toHaveProperty('link')
})
