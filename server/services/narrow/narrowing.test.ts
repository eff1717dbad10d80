import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { liveParts } from '../../../shared/jobCircuit'
import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { holdingLinks } from '../../../core/circuit/reach'
import { suspectsOf } from '../../../core/complaint/suspects'
import { jobEntries, jobStanding } from '../../../shared/jobEntries'
import { situationOf } from '../../../shared/situation'
import type { SmokeForm } from '../../../shared/leaktest/smoke/smokeForm'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { job as jobTable } from '../../db/schema'
import { eq } from 'drizzle-orm'
import type { Actor } from '../ground/change'
import { listCrafts } from '../job/crafts'
import { editJob, openJob } from '../job/jobs'
import { setCircuit } from '../job/tankMap'
import { similarJobs } from './narrowing'
import { keepPhoto, photoBytes } from '../job/photos'
import type { Refusal } from '../ground/refusal'
import { beginTest } from '../bench/beginTest'
import { endTest } from '../bench/endTest'
import { addFind } from '../bench/finds'
import { lookAtTest } from '../bench/lookAtTest'
import { recordEntry } from '../bench/recordEntry'
import { reachedIn } from '../../../shared/leaktest/felt'
import { testsOf } from '../../../shared/leaktest/tests'
import { holdForm, newJobForm, openTestShop, refusal, setUpHold, startSoap, testActor, testJob } from '../ground/testShop'
import { factsOf } from '../../../shared/jobFacts'
import { smokeFlowOn, smokeOn } from '../../../shared/leaktest/smoke/smokeTest'
import { loadJob } from '../job/loadJobs'
import { append } from '../record/append'

let shop: Awaited<ReturnType<typeof openTestShop>>
let technician: (now?: Date) => Actor, second: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
  second = await testActor()
}, 60_000)
afterAll(() => shop.close())
const partOf = (job: JobView, name: string) => job.parts.find(part => part.name === name)!.id
const van = (change = {}) =>
  testJob(technician(), { tankKind: 'moulded', craftName: `Van ${randomUUID().slice(0, 6)}`, ...change })
const litresAMinute = (flow: number) => flow / 60_000
const smokeForm = (job: JobView, change: Partial<SmokeForm> = {}): SmokeForm => ({
  id: randomUUID(),
  pressure: 3000,
  closures: { ...proposedClosures(liveParts(job)), [partOf(job, 'Service port')]: 'rig' },
  wettedShare: 0,
  links: holdingLinks(job.circuit),
  own: { ball: 'floor' },
  relief: { kind: 'regulator', opensAt: 3000 },
  simulated: false,
  earlyReason: '',
  tube: { smallest: litresAMinute(0.01), largest: litresAMinute(2), readDoubt: 0.01, gas: 'air' },
  ...change,
})

describe('a craft that comes in again', () => {
  test('brings the map that was drawn of its tank, and is one craft by whatever case its name is written', async () => {
    let job = await testJob(technician(), { craftName: 'Skiff', tankKind: 'aluminium-belly', craftBuilt: 1999 })
    const parts = job.parts.map(({ removedAt: _, position: __, ...part }) => part)
    const added = {
      id: randomUUID(),
      name: 'Heater standpipe',
      family: 'standpipe' as const,
      shape: { at: 'point' as const, x: 560, y: 84 },
      opening: true,
      space: 'heater',
      link: null,
      trait: null,
    }
    job = await setCircuit(technician(), job.id, {
      says: 'changed now',
      revision: job.revision,
      parts: [...parts, added],
      spaces: [
        ...job.circuit.spaces,
        {
          id: 'heater',
          name: 'Heater line',
          kind: 'line',
          carries: 'heater feed',
          path: [
            { x: 560, y: 84 },
            { x: 560, y: 20 },
          ],
        },
      ],
      links: [
        ...job.circuit.links,
        {
          id: 'heater-joint',
          name: 'Heater hose',
          kind: 'passage',
          from: 'tank',
          to: 'heater',
          normally: 'open',
          cracking: 0,
          pinch: true,
          at: { x: 560, y: 60 },
        },
      ],
    })
    const again = await openJob(technician(), newJobForm({ craftName: 'SKIFF', tankKind: 'aluminium-belly' }))
    expect(again.craft).toMatchObject({ name: 'Skiff', built: 1999 })
    expect(again.parts.map(part => part.name)).toEqual(job.parts.map(part => part.name))
    expect(again.parts.find(part => part.name === 'Heater standpipe')).toMatchObject({ space: 'heater', opening: true })
    expect(again.parts[0]!.id).not.toBe(job.parts[0]!.id)
    expect(again.circuit).toEqual(job.circuit)
    expect(await listCrafts('skIFF')).toMatchObject([
      { built: 1999, tanks: [{ name: 'fuel tank', tankKind: 'aluminium-belly' }] },
    ])
    const otherTank = await openJob(
      technician(),
      newJobForm({ craftName: 'Skiff', tankKind: 'aluminium-belly', tankName: 'day tank' }),
    )
    expect(otherTank.parts.some(part => part.name === 'Heater standpipe')).toBe(false)
    const moved = await editJob(technician(), otherTank.id, {
      ...factsOf(otherTank),
      craftName: 'Barge',
      revision: otherTank.revision,
    })
    expect(moved.craft.name).toBe('Barge')
  })
  test('a circuit that does not hang together is not saved', async () => {
    const job = await van()
    const parts = job.parts.map(({ removedAt: _, position: __, ...part }) => part)
    const send = (change: object) =>
      refusal(
        setCircuit(technician(), job.id, { says: 'changed now', revision: job.revision, parts, ...job.circuit, ...change }),
      )
    expect(
      (await send({ links: job.circuit.links.map(link => (link.id === 'inlet' ? { ...link, to: 'nowhere' } : link)) })).fields
        .parts,
    ).toContain('Choose both of its ends')
    expect(
      (await send({ parts: parts.map(part => (part.name === 'Cap' ? { ...part, space: 'attic' } : part)) })).fields.parts,
    ).toContain('not there any more')
    expect((await send({ links: job.circuit.links.filter(link => link.id !== 'purge') })).fields.parts).toContain(
      'Purge valve is the body of a valve that is not there',
    )
    const loose = await setCircuit(technician(), job.id, {
      says: 'changed now',
      revision: job.revision,
      ...job.circuit,
      parts: parts.map(part => (part.name === 'Cap' ? { ...part, space: null } : part)),
    })
    const soaped = await startSoap(technician(), job.id, { pressure: 3000, links: holdingLinks(job.circuit) })
    expect(reachedIn(soaped, soaped.tests[0]!)).not.toContain(partOf(loose, 'Cap'))
  })
})

describe('checks', () => {
  test('an answer moves the ranking; the latest counts and both stay', async () => {
    let job = await van({ complaint: { signs: ['smell-only', 'cap-replaced'], codes: ['P0456'], words: '' } })
    expect(jobStanding(job, Date.now()).next.action).toBe('check')
    const chance = (view: JobView) =>
      suspectsOf(situationOf(view, Date.now())).list.find(each => each.cause.key === 'neck')!.chance
    const before = chance(job)
    const first = { id: randomUUID(), check: 'neck-look' as const, outcome: 'neck', note: '', after: null }
    job = await append('answer', technician(), job.id, first)
    job = await append('answer', technician(), job.id, first)
    expect(job.answers).toHaveLength(1)
    expect(chance(job)).toBeGreaterThan(before + 0.2)
    job = await append('answer', technician(new Date(Date.now() + 1000)), job.id, {
      id: randomUUID(),
      check: 'neck-look',
      outcome: 'clear',
      note: '',
      after: first.id,
    })
    expect(job.answers).toHaveLength(2)
    expect(chance(job)).toBeLessThan(before)
    job = await append('strike', technician(), job.id, {
      id: randomUUID(),
      subjectId: job.answers[1]!.id,
      reason: 'looked at the wrong side',
    })
    expect(chance(job)).toBeGreaterThan(before + 0.2)
  })
  test('what cannot be done, is not there or was done before is kept with its word, and moves nothing', async () => {
    let job = await van({ complaint: { signs: ['smell-only'], codes: [], words: '' } })
    const list = (view: JobView) => suspectsOf(situationOf(view, Date.now())).list.map(each => each.chance)
    const before = list(job)
    const said = { 'cap-look': 'cannot', 'neck-look': 'done before', 'cover-off': 'has none', 'gas-sniff': 'cannot' } as const
    for (const [check, outcome] of Object.entries(said))
      job = await append('answer', technician(), job.id, {
        id: randomUUID(),
        check: check as keyof typeof said,
        outcome,
        note: outcome === 'done before' ? 'yesterday' : '',
        after: null,
      })
    expect(job.answers).toMatchObject([{ note: '' }, { outcome: 'done before', note: 'yesterday' }, {}, {}])
    expect(list(job)).toEqual(before)
    expect(jobStanding(job, Date.now()).next.action).toBe('test')
  })
  test('once the tank is drained, “nothing wet” says nothing any more', async () => {
    let job = await van({ complaint: { signs: ['brim-full'], codes: [], words: '' } })
    job = await append('answer', technician(), job.id, {
      id: randomUUID(),
      check: 'top-look',
      outcome: 'clear',
      note: '',
      after: null,
    })
    const said = (view: JobView) => situationOf(view, Date.now()).answers[0]!.dryTank
    expect(said(job)).toBe(false)
    const earlier = { ...job, drained: [{ at: 0, struck: null }] as JobView['drained'] }
    expect(said(earlier)).toBe(true)
    expect(said({ ...earlier, drained: [{ at: 0, struck: 'not yet' }] as JobView['drained'] })).toBe(false)
    expect(said({ ...job, work: 'new tank' })).toBe(true)
  })
  test('two people answering at once: the second is told what the first saw, and the same answer is no quarrel', async () => {
    const job = await van()
    const [one, two] = await Promise.allSettled([
      append('answer', technician(), job.id, { id: randomUUID(), check: 'cap-look', outcome: 'bad', note: '', after: null }),
      append('answer', second(), job.id, { id: randomUUID(), check: 'cap-look', outcome: 'clear', note: '', after: null }),
    ])
    const lost = [one, two].find(each => each.status === 'rejected') as PromiseRejectedResult
    expect(lost.reason).toMatchObject({ status: 409, current: { id: job.id } })
    expect((lost.reason as Refusal).message).toMatch(/answered “(seal bad|both sound)” to this check meanwhile/)
    const now = await loadJob(job.id)
    expect(now.answers).toHaveLength(1)
    expect(
      (
        await append('answer', second(), job.id, {
          id: randomUUID(),
          check: 'cap-look',
          outcome: now.answers[0]!.outcome,
          note: '',
          after: null,
        })
      ).answers,
    ).toHaveLength(1)
    expect(
      (
        await append('answer', second(), job.id, {
          id: randomUUID(),
          check: 'cap-look',
          outcome: now.answers[0]!.outcome === 'bad' ? 'clear' : 'bad',
          note: '',
          after: now.answers[0]!.id,
        })
      ).answers,
    ).toHaveLength(2)
  })
})

describe('halving', () => {
  test('a step keeps what it reached; one that lets out, reaches nothing or is over the limit is refused', async () => {
    const job = await van()
    const form = {
      id: randomUUID(),
      method: 'hold' as const,
      pressure: 3000,
      closures: proposedClosures(liveParts(job), partOf(job, 'Return connector')),
      links: { ...holdingLinks(job.circuit), 'vapour-joint': 'shut' as const },
      relief: { kind: 'water column' as const, opensAt: 3500 },
      earlyReason: '',
      leaks: true,
    }
    const kept = await append('probe', technician(), job.id, form)
    expect(kept.probes[0]!.reached).toContain(partOf(job, 'Pump ring and seal'))
    expect(kept.probes[0]!.reached).not.toContain(partOf(job, 'Canister'))
    expect(kept.probes[0]!.relief).toEqual({ kind: 'water column', opensAt: 3500 })
    expect((await append('probe', technician(), job.id, form)).probes).toHaveLength(1)
    expect(
      (await refusal(append('probe', technician(), job.id, { ...form, id: randomUUID(), relief: null }))).fields.relief,
    ).toContain('Say what keeps it below the limit')
    expect(
      (
        await append('probe', technician(), job.id, {
          ...form,
          id: randomUUID(),
          method: 'vacuum',
          pressure: -2000,
          relief: null,
        })
      ).probes[1]!.relief,
    ).toBeNull()
    expect(
      (await refusal(append('probe', technician(), job.id, { ...form, id: randomUUID(), links: {} }))).fields.links,
    ).toContain('escapes to the open air')
    expect(
      (await refusal(append('probe', technician(), job.id, { ...form, id: randomUUID(), pressure: 9000 }))).fields.pressure,
    ).toContain('above this tank’s limit')
    const fresh = await openJob(technician(), newJobForm({ craftName: 'unread', tankKind: 'moulded' }))
    expect((await refusal(append('probe', technician(), fresh.id, { ...form, id: randomUUID() }))).status).toBe(409)
  })
  test('a hold is only set up where nothing escapes, and says of unreached parts nothing', async () => {
    const job = await van()
    expect(
      (await refusal(setUpHold(technician(), job.id, holdForm({ volume: 0.06, testPressure: 3000, links: {} })))).fields.links,
    ).toContain('Air would escape at the fresh air')
    await setUpHold(technician(), job.id, holdForm({ volume: 0.06, testPressure: 3000, links: holdingLinks(job.circuit) }))
    const held = await loadJob(job.id)
    const reached = reachedIn(held, testsOf(held, 'hold')[0]!)
    expect(reached).toContain(partOf(job, 'Canister'))
    expect(reached).not.toContain(partOf(job, 'Filler neck and grommet'))
  })
})

describe('smoke', () => {
  test('a quiet look counts only where smoke was seen to arrive, and the ledger follows', async () => {
    let job = await van({ acceptance: 1 })
    const form = smokeForm(job)
    job = await beginTest(technician(), job.id, 'smoke', form)
    job = await beginTest(technician(), job.id, 'smoke', form)
    expect(job.tests).toHaveLength(1)
    expect((await refusal(beginTest(technician(), job.id, 'smoke', smokeForm(job)))).status).toBe(409)
    const event = (at: number, change: object) =>
      recordEntry(technician(new Date(Date.now() + at)), form.id, 'event', { id: randomUUID(), ...change })
    job = await event(1, { kind: 'mark', partId: partOf(job, 'Canister'), mark: 'clear' })
    expect(smokeOn(job, testsOf(job, 'smoke')[0]!).unproven).toHaveLength(1)
    job = await event(2, { kind: 'arrival', end: partOf(job, 'Pump ring and seal'), seen: true })
    job = await event(3, { kind: 'mark', partId: partOf(job, 'Canister'), mark: 'clear' })
    job = await event(4, { kind: 'mark', partId: partOf(job, 'Filler neck and grommet'), mark: 'clear' })
    job = await event(5, { kind: 'flow', reading: { ball: 'floor' } })
    const smoke = testsOf(job, 'smoke')[0]!
    // Fuel stands on some of what the smoke reached: below the system's limit is not below theirs.
    expect(smokeFlowOn(job, smoke)).toMatchObject({ rate: 0, verdict: 'cannot-tell' })
    expect(smokeFlowOn({ ...job, fuelAcceptance: job.acceptance }, smoke)).toMatchObject({ rate: 0, verdict: 'sealed' })
    job = await endTest(technician(new Date(Date.now() + 6)), form.id)
    const { parts, tests } = { ...jobStanding(job, Date.now()).ledger, tests: jobEntries(job).tests }
    expect(tests.map(test => test.name).sort()).toEqual(['Flow tube 1', 'Smoke 1'])
    const standing = (name: string) => parts.find(row => row.partId === partOf(job, name))!.standing
    // A vapour system is tested both ways; smoke goes one.
    expect(parts.find(row => row.partId === partOf(job, 'Canister'))!.lacks).toEqual(['vacuum'])
    expect(standing('Filler neck and grommet')).toBe('no evidence')
    expect((await refusal(event(9, { kind: 'flow', reading: { ball: 'floor' } }))).status).toBe(409)
  })
  test('bad input is told: no feed, over the limit, a valve and a far end that are not there, soap’s looks', async () => {
    const job = await van()
    expect(
      (await refusal(beginTest(technician(), job.id, 'smoke', smokeForm(job, { closures: {} })))).fields.closures,
    ).toContain('at exactly one opening')
    expect(
      (await refusal(beginTest(technician(), job.id, 'smoke', smokeForm(job, { pressure: 8000 })))).fields.pressure,
    ).toContain('limit')
    const form = smokeForm(job)
    await beginTest(technician(), job.id, 'smoke', form)
    const event = (change: object) => refusal(recordEntry(technician(), form.id, 'event', { id: randomUUID(), ...change }))
    expect((await event({ kind: 'link', linkId: 'chimney', to: 'open' })).fields.linkId).toContain('not in this circuit')
    expect((await event({ kind: 'arrival', end: 'chimney', seen: true })).fields.end).toContain('no far end')
    expect((await event({ kind: 'mark', partId: randomUUID(), mark: 'clear' })).fields.partId).toContain('not on this tank')
    const find = {
      id: randomUUID(),
      partId: partOf(job, 'Canister'),
      seen: 'bubbles' as const,
      x1: 1,
      y1: 1,
      x2: 2,
      y2: 2,
      length: 0.01,
      note: '',
      leakId: null,
    }
    expect((await refusal(addFind(technician(), form.id, find))).fields.seen).toContain('smoke and dye')
    const found = await addFind(technician(), form.id, { ...find, seen: 'smoke' })
    expect(found.finds[0]).toMatchObject({ testId: form.id, seen: 'smoke' })
    expect(jobStanding(found, Date.now()).ledger.state).toBe('leaking')
    expect((await addFind(technician(), form.id, { ...find, seen: 'smoke' })).finds).toHaveLength(1)
  })
  test('the simulated circuit: smoke fed at the service port never gets to the neck, fed at the cap it does; a stuck valve shows in the tube', async () => {
    const job = await van()
    const neck = partOf(job, 'Filler neck and grommet')
    await database()
      .update(jobTable)
      .set({
        hiddenTank: {
          seed: 7,
          leaks: [{ partId: neck, law: 'viscous', rate: 0.1, referencePressure: 3000 }],
          sensorOffset: -0.8,
        },
      })
      .where(eq(jobTable.id, job.id))
    const look = async (id: string, place: object) => lookAtTest(id, place, Date.now())
    const port = smokeForm(job, { simulated: true })
    await beginTest(technician(), job.id, 'smoke', port)
    expect(await look(port.id, { what: 'tube' })).toEqual({ what: 'tube', reading: { ball: 'floor' } })
    expect(await look(port.id, { what: 'part', at: neck })).toEqual({ what: 'part', mark: 'clear' })
    expect(await look(port.id, { what: 'end', at: partOf(job, 'Pump ring and seal') })).toEqual({ what: 'end', seen: true })
    expect(await look(port.id, { what: 'end', at: partOf(job, 'Cap') })).toEqual({ what: 'end', seen: false })
    const sensor = await look(port.id, { what: 'sensor' })
    expect(sensor).toMatchObject({ what: 'sensor', zero: 2.5 })
    expect((sensor as { volts: number }).volts).toBeLessThan(1.8)
    await endTest(technician(), port.id)
    const cap = smokeForm(job, { simulated: true, closures: { [partOf(job, 'Cap')]: 'rig' } })
    await beginTest(technician(), job.id, 'smoke', cap)
    expect(await look(cap.id, { what: 'part', at: neck })).toEqual({ what: 'part', mark: 'smoke' })
    expect(await look(cap.id, { what: 'tube' })).toMatchObject({ reading: { ball: 'floats' } })
    await database()
      .update(jobTable)
      .set({ hiddenTank: { seed: 7, leaks: [], stuck: { vent: 'open' } } })
      .where(eq(jobTable.id, job.id))
    expect(await look(cap.id, { what: 'tube' })).toEqual({ what: 'tube', reading: { ball: 'top' } })
    expect((await refusal(look(cap.id, { what: 'behind the shed' }))).status).toBe(404)
  })
})

describe('what it turned out to be', () => {
  test('is kept, struck out, and found again by like jobs', async () => {
    const craftName = `Lugger ${randomUUID().slice(0, 6)}`
    let past = await testJob(technician(), { tankKind: 'aluminium-belly', craftName })
    const form = { id: randomUUID(), cause: 'sender-seal' as const, partId: partOf(past, 'Sender ring') }
    past = await append('outcome', technician(), past.id, form)
    past = await append('outcome', technician(), past.id, { ...form, id: randomUUID() })
    expect(past.outcomes).toHaveLength(1)
    const now = await testJob(technician(), { tankKind: 'aluminium-belly', craftName })
    expect((await similarJobs(now.id))[0]).toMatchObject({
      id: past.id,
      sameCraft: true,
      causes: [{ cause: 'sender-seal', part: 'Sender ring' }],
    })
    await append('strike', technician(), past.id, { id: randomUUID(), subjectId: form.id, reason: 'it was the vent' })
    expect((await similarJobs(now.id)).some(each => each.id === past.id)).toBe(false)
    expect((await refusal(append('outcome', technician(), now.id, { ...form, id: randomUUID() }))).fields.partId).toContain(
      'not on this tank',
    )
  })
})

describe('parts to get', () => {
  test('are measured before they are ordered, and ordered before they arrive', async () => {
    let job = await van()
    const form = {
      id: randomUUID(),
      name: 'Sender seal',
      reason: 'suspected' as const,
      measure: 'ring diameter',
      cause: 'sender-seal' as const,
      fixing: null,
      leadDays: null,
    }
    job = await append('purchase', technician(), job.id, form)
    expect((await append('purchase', technician(), job.id, form)).purchases).toHaveLength(1)
    expect(
      (await refusal(append('purchase', technician(), job.id, { ...form, id: randomUUID(), name: 'sender SEAL' }))).message,
    ).toContain('on the list already')
    const edit = () => ({ id: randomUUID(), purchaseId: form.id })
    const step = (to: 'measured' | 'ordered' | 'arrived' | 'returned', note = '') =>
      append('purchase-step', technician(), job.id, { id: randomUUID(), purchaseId: form.id, step: to, note })
    expect((await refusal(step('ordered'))).fields.step).toBe('Measure first: ring diameter. Then order.')
    expect((await refusal(step('measured'))).fields.note).toContain('ring diameter')
    await step('measured', '84 mm')
    expect((await refusal(step('arrived'))).fields.step).toContain('not ordered')
    // Two who order it at once: one does, the other is told who.
    const both = await Promise.allSettled([step('ordered'), step('ordered')])
    expect(both.filter(each => each.status === 'fulfilled')).toHaveLength(1)
    expect(await refusal(step('ordered'))).toMatchObject({
      status: 409,
      message: expect.stringContaining('has ordered it already'),
    })
    await step('arrived')
    const was = { reason: job.purchases[0]!.reason, leadDays: null }
    const edits = await Promise.allSettled([
      append('purchase-terms', technician(), job.id, { ...edit(), reason: 'confirmed', leadDays: 4, was }),
      append('purchase-terms', technician(), job.id, { ...edit(), reason: 'confirmed', leadDays: 9, was }),
    ])
    expect(edits.filter(each => each.status === 'fulfilled')).toHaveLength(1)
    const { leadDays } = (await loadJob(job.id)).purchases[0]!
    expect(
      await refusal(append('purchase-terms', technician(), job.id, { ...edit(), reason: 'suspected', leadDays: 2, was })),
    ).toMatchObject({
      status: 409,
      current: { id: job.id },
    })
    job = await append('purchase-terms', technician(), job.id, {
      ...edit(),
      reason: 'confirmed',
      leadDays: 4,
      was: { reason: 'confirmed', leadDays },
    })
    expect(job.purchases[0]).toMatchObject({
      reason: 'confirmed',
      leadDays: 4,
      steps: [{ step: 'measured', note: '84 mm' }, { step: 'ordered' }, { step: 'arrived' }],
    })
  })
})

describe('photographs', () => {
  const picture = () =>
    sharp({ create: { width: 3000, height: 1500, channels: 3, background: '#884422' } })
      .withExif({ IFD0: { Copyright: 'a place' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .jpeg()
      .toBuffer()
  test('are made smaller, without place data, with a thumbnail', async () => {
    let job = await van()
    const file = await picture()
    expect((await sharp(file).metadata()).exif).toBeDefined()
    const id = randomUUID()
    job = await keepPhoto(technician(), job.id, { id, drawnOn: null, file })
    job = await keepPhoto(technician(), job.id, { id, drawnOn: null, file })
    expect(job.photos).toMatchObject([{ id, width: 2048, height: 1024 }])
    const kept = await sharp(await photoBytes(id, false)).metadata()
    expect(kept.exif).toBeUndefined()
    expect((await sharp(await photoBytes(id, true)).metadata()).width).toBe(320)
    expect((await refusal(photoBytes(randomUUID(), true))).status).toBe(404)
  })
  test('what is too large or no picture is refused, each with its sentence', async () => {
    const job = await van()
    expect(
      await refusal(keepPhoto(technician(), job.id, { id: randomUUID(), drawnOn: null, file: Buffer.alloc(40 * 1024 * 1024) })),
    ).toMatchObject({ status: 413, message: expect.stringContaining('40 MB') })
    expect(
      await refusal(
        keepPhoto(technician(), job.id, { id: randomUUID(), drawnOn: null, file: Buffer.from('this is a letter') }),
      ),
    ).toMatchObject({ status: 415, message: expect.stringContaining('not a picture') })
    const whole = await picture()
    expect(
      await refusal(
        keepPhoto(technician(), job.id, { id: randomUUID(), drawnOn: null, file: whole.subarray(0, whole.length / 2) }),
      ),
    ).toMatchObject({ status: 415 })
    expect((await loadJob(job.id)).photos).toHaveLength(0)
  })
  test('what is drawn on one is kept as one of its own, and only on a photograph of the job', async () => {
    let job = await van()
    const file = await picture(),
      id = randomUUID()
    await keepPhoto(technician(), job.id, { id, drawnOn: null, file })
    job = await keepPhoto(technician(), job.id, { id: randomUUID(), drawnOn: id, file })
    expect(job.photos.map(photo => photo.drawnOn)).toEqual([null, id])
    const other = await van()
    expect(
      (await refusal(keepPhoto(technician(), other.id, { id: randomUUID(), drawnOn: id, file }))).fields.drawnOn,
    ).toContain('not of this job')
  })
})
