import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { recordRows } from '../../app/composables/words/recordRows'
import type { CasePart } from '../../core/complaint/situation'
import { tankKind } from '../../core/circuit/tankKinds'
import { verdictOf } from '../../core/hold/belief/verdict'
import type { DescentPoint } from '../../shared/views'
import { descentOf, isSimulated, jobEntries, jobStanding } from '../../shared/jobEntries'
import { testsOf } from '../../shared/leaktest/tests'
import { lastRelief } from '../../shared/limits'
import { situationOf } from '../../shared/situation'
import { bay } from '../services/bay/bay'
import { liveEstimate } from '../services/bench/hold/liveHolds'
import { loadJob } from '../services/job/loadJobs'
import { loadKit } from '../services/shelf/kit'
import { simulateShop } from '../services/house/shopReality'
import { bells } from '../services/bells/bells'
import { openTestShop } from '../services/ground/testShop'

/**
 * A shop kept by the version in which each kind of test had tables of its own: the demo, and a job with every kind of row
 * (holds typed, from a file, of a logger
 * and struck, marks and volume checks, a balloon, soap walks ended, struck and open, smoke proven, switched, read and struck),
 * with what its job pages said.
 */
const kept = (name: string) => readFileSync(join(process.cwd(), 'tests/fixtures', name), 'utf8')

interface SaidBefore {
  id: string
  craft: string
  ledger: { state: string; parts: unknown[]; leaks: unknown[]; unlocated: unknown; missing: string[]; settle: unknown }
  next: { action: string; sentence: string; at: number | null }
  entries: {
    tests: {
      id: string
      kind: string
      at: number
      smallestSeen: number
      reached?: string[]
      verdict?: string
      marks?: unknown[]
    }[]
    parts: unknown
    leaks: unknown
    finds: unknown
    repairs: unknown
    touches: unknown[]
    limit: number
  }
  descent: unknown
  simulated: boolean
  relief: unknown
  situation: { tests: { id: string }[]; parts: CasePart[] }
  record: Record<string, unknown>
}
const before = JSON.parse(kept('shop-before-one-test.json')) as {
  now: number
  says: SaidBefore[]
  bells: { id: string }[]
  bay: { id: string; state: string; leaks: unknown; descent: unknown }[]
}

let shop: { close: () => Promise<void> }
beforeAll(async () => {
  process.env.TZ = 'UTC'
  shop = await openTestShop(kept('shop-before-one-test.sql'))
})
afterAll(() => shop.close())

const byId = <T extends { id: string }>(rows: readonly T[]) => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1))
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value))

describe.each(before.says.map(each => [each.craft, each] as const))('%s', (_, said) => {
  test('has every test, find, repair and touch, as they were measured and seen', async () => {
    const job = await loadJob(said.id)
    const { parts, tests, leaks, finds, repairs, touches } = jobEntries(job)
    expect(
      byId(tests).map(test => ({
        id: test.id,
        at: test.end,
        // A balloon is reckoned anew from its girths.
        smallestSeen: test.kind === 'balloon' ? null : Number(test.smallestSeen.toPrecision(3)),
        verdict: test.says === 'rate' ? verdictOf(test.bounds, job.acceptance) : undefined,
      })),
    ).toEqual(
      byId(said.entries.tests).map(({ id, at, kind, smallestSeen, verdict }) => ({
        id,
        at,
        smallestSeen: kind === 'balloon' ? null : Number(smallestSeen.toPrecision(3)),
        verdict,
      })),
    )
    expect(parts.map(({ id, name }) => ({ id, name }))).toEqual(said.entries.parts)
    expect(repairs.map(({ id, leakIds, at, curedAt }) => ({ id, leakId: leakIds[0], at, curedAt }))).toEqual(
      said.entries.repairs,
    )
    expect(plain({ leaks, finds, limit: job.acceptance })).toEqual({
      leaks: (said.entries.leaks as { jobId: string }[]).map(({ jobId: _, ...leak }) => leak),
      finds: said.entries.finds,
      limit: said.entries.limit,
    })
    // What was lifted or turned for a check is drawn from the answers since then.
    expect(plain(touches.filter(touch => 'id' in touch))).toEqual(
      (said.entries.touches as { personId: string; jobId: string }[]).map(
        ({ personId: _person, jobId: _job, ...touch }) => touch,
      ),
    )
    // One that has a simulated tank says so, whether or not it was held yet.
    expect(isSimulated(job)).toBe(said.simulated || job.hasStandIn)
    expect(lastRelief(job)).toEqual(said.relief)
    const points = (of: unknown) =>
      (of as DescentPoint[]).map(({ label, at, rate, verdict }) => ({ label, at, rate: Number(rate.toPrecision(3)), verdict }))
    expect(points(descentOf(job))).toEqual(points(said.descent))
    const situation = plain(situationOf(job, before.now)) as SaidBefore['situation']
    const heard = (of: SaidBefore['situation']) => byId(of.tests).map(test => ({ ...test, dry: undefined, reached: undefined }))
    expect(heard(situation)).toEqual(heard(said.situation))
    const record = recordRows(
      job,
      jobStanding(job, before.now).ledger,
      before.now,
      (kind, si, digits) => `${kind} ${Number(si.toPrecision(digits ?? 3))}`,
    )
    expect(record.found).toHaveLength((said.record.found as unknown[]).length)
    expect(record.struck).toEqual(said.record.struck)
  })

  test('holds no evidence of openings that nobody answered, and says nothing is sealed by it', async () => {
    const { ledger, entries } = jobStanding(await loadJob(said.id), before.now)
    // Smoke named the opening that it was fed at.
    const smoke = entries.tests.map(test => test.kind === 'smoke')
    const evidence = ledger.parts.flatMap(part => part.evidence.filter((_, i) => !smoke[i]))
    expect(evidence).not.toContain('stands')
    expect(ledger.state).not.toBe('sealed')
    const was = said.ledger.leaks as { id: string; state: string }[]
    // A find or a cure is what it was; what was sealed by a test without answers is ready to be tested again.
    expect(ledger.leaks).toEqual(was.map(({ id, state }) => ({ id, state: state === 'sealed' ? 'ready to retest' : state })))
    // A leak that was measured is not closed by tests that say nothing.
    const leaking = said.entries.tests.filter(test => test.verdict === 'leaking').map(test => test.id)
    expect(ledger.measured.map(each => each.testId).sort()).toEqual(leaking.sort())
  })
})

test('the Bay, the rope and the kit have what they had', async () => {
  const { rows } = await bay({}, before.now)
  const drawn = (of: { id: string; leaks: unknown }[]) =>
    byId(of).map(({ id, leaks }) => ({ id, leaks: (leaks as { number: number }[]).map(leak => leak.number) }))
  expect(drawn(rows)).toEqual(drawn(before.bay))
  expect(plain(await bells())).toEqual(before.bells)
  // Its rig was checked on a stand-in: of real tanks, as they are now, that is taken off nothing.
  expect((await loadKit()).find(item => item.name === 'Short rig')!.rigLeak).toBeNull()
  await simulateShop(new Date())
  expect((await loadKit()).find(item => item.name === 'Short rig')!.rigLeak).toMatchObject({ checkedAt: 5000, simulated: true })
})

test('every hold has its readings, its marks and its key, and one that runs goes on', async () => {
  const tractor = await loadJob(before.says.find(each => each.craft === 'Beach tractor')!.id)
  const [typed, file, device] = testsOf(tractor, 'hold')
  expect(typed).toMatchObject({
    state: 'stopped',
    source: 'typed',
    setup: { method: 'pressure-decay', testPressure: 12_000 },
    marks: [{ kind: 'knock' }, { kind: 'push', amount: 1e-4 }],
    volumeChecks: [{ pushed: 1e-4, used: false, by: 'Finn Calder' }],
  })
  expect(file).toMatchObject({ state: 'set up', source: 'file' })
  expect(device).toMatchObject({ state: 'settling', source: 'device' })
  expect((await liveEstimate(typed!.id)).estimate!.readings).toBe(typed!.estimate!.readings)
  expect((await liveEstimate(device!.id)).estimate!.readings).toBe(40)
})

test('what was told by names is kept: what lines carry, where straps bear, which gauge has no wire', async () => {
  for (const { id } of before.says) {
    const job = await loadJob(id),
      kind = tankKind(job.tankKind)
    expect(job.circuit).toEqual(kind.circuit)
    for (const part of job.parts)
      expect([part.name, part.trait]).toEqual([part.name, kind.parts.find(each => each.name === part.name)!.trait])
  }
})
