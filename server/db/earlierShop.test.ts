import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { recordRows } from '../../app/composables/words/recordRows'
import type { CasePart } from '../../core/complaint/situation'
import { tankKind } from '../../core/circuit/tankKinds'
import { descentOf, isSimulated, jobEntries, jobStanding } from '../../shared/jobEntries'
import { testsOf } from '../../shared/leaktest/tests'
import { lastRelief } from '../../shared/limits'
import { situationOf } from '../../shared/situation'
import { bay } from '../services/bay/bay'
import { liveEstimate } from '../services/bench/hold/liveHolds'
import { loadJob } from '../services/job/loadJobs'
import { loadKit } from '../services/shelf/kit'
import { bells } from '../services/shop/bells'
import { openTestShop } from '../services/shop/testShop'

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
    tests: { id: string; at: number; smallestSeen: number; reached?: string[]; verdict?: string; marks?: unknown[] }[]
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
/** Without what the ledger no longer keeps by number and kind. */
const tests = (of: SaidBefore['entries']['tests']) =>
  byId(of).map(({ id, at, smallestSeen, reached, verdict, marks }) => ({
    id,
    at,
    smallestSeen: Number(smallestSeen.toPrecision(3)),
    reached,
    verdict,
    marks,
  }))
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value))

describe.each(before.says.map(each => [each.craft, each] as const))('%s', (_, said) => {
  test('says on its pages what it said before', async () => {
    const job = await loadJob(said.id)
    const { ledger, next, entries } = jobStanding(job, before.now)
    expect(plain(ledger)).toEqual(said.ledger)
    expect({ action: next.action, sentence: next.sentence, at: next.at }).toEqual({
      action: said.next.action,
      sentence: said.next.sentence.replace(' Hold again once cured.', ''),
      at: said.next.at,
    })
    expect(tests(plain(entries.tests) as SaidBefore['entries']['tests'])).toEqual(tests(said.entries.tests))
    const { tests: _tests, ways: _ways, touches, ...rest } = jobEntries(job)
    const { tests: _before, ...restBefore } = said.entries
    expect(plain({ ...rest, touches })).toEqual({
      ...restBefore,
      touches: (said.entries.touches as { personId: string }[]).map(({ personId: _person, ...touch }) => touch),
    })
    expect(plain(descentOf(job))).toEqual(said.descent)
    expect(isSimulated(job)).toBe(said.simulated)
    expect(lastRelief(job)).toEqual(said.relief)
    const situation = plain(situationOf(job, before.now)) as SaidBefore['situation']
    const inOrder = (of: SaidBefore['situation']) => ({
      ...of,
      tests: byId(of.tests),
      parts: of.parts.map(({ id, name, family, shape }) => ({ id, name, family, shape })),
    })
    expect(inOrder(situation)).toEqual(inOrder(said.situation))
    const record = recordRows(job, ledger, before.now, (kind, si, digits) => `${kind} ${Number(si.toPrecision(digits ?? 3))}`)
    const rows = (of: unknown) =>
      Array.isArray(of) ? [...of].map(row => JSON.stringify(row, Object.keys(row as object).sort())).sort() : of
    for (const name of Object.keys(said.record))
      expect([name, rows(plain(record[name as keyof typeof record]))]).toEqual([name, rows(said.record[name])])
  })
})

test('the Bay, the rope and the kit are as they were', async () => {
  const { rows } = await bay({}, before.now)
  expect(
    byId(plain(rows) as typeof before.bay).map(({ id, state, leaks, descent }) => ({ id, state, leaks, descent })),
  ).toEqual(byId(before.bay).map(({ id, state, leaks, descent }) => ({ id, state, leaks, descent })))
  expect(plain(await bells())).toEqual(before.bells)
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
