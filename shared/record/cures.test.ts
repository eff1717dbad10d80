import { jobEntries } from '../jobEntries'
import { lastCured } from '../../core/ledger/evidence'
import { readingOf } from '../../core/record/reading'
import { jobView, partView, repairView } from '../jobView.fixture'
import type { RepairView } from './kinds/repair'
import type { TouchView } from './kinds/touch'

const HOUR = 3_600_000
const struck = repairView({ id: 'r', partIds: ['a'], at: 0, curedAt: 48 * HOUR, struck: 'typed on the wrong leak' })
const job = jobView({ parts: [partView('a')], repairs: [struck] })

test('what was put on cures whether or not its entry was struck out, for the guard as for the ledger', () => {
  expect(readingOf(job).curingParts(5 * HOUR)).toEqual(['a'])
  expect(readingOf(job).curingParts(49 * HOUR)).toEqual([])
  expect(readingOf(job).longestCure('a')?.id).toBe('r')
  expect(lastCured('a', jobEntries(job))).toBe(48 * HOUR)
})

test('what was stripped off cures no more, for both', () => {
  const touch = { id: 't', at: 2 * HOUR, partIds: ['a'], kind: 'stripped' as const, note: '', by: 'Finn', struck: null }
  const off = { ...job, touches: [touch] }
  expect(readingOf(off).curingParts(5 * HOUR)).toEqual([])
  expect(lastCured('a', jobEntries(off))).toBe(2 * HOUR)
})

test('a leak cures from its repair until its time, struck out or not', () => {
  const repair = repairView({ curedAt: 20 })
  const curing = (at: number, repairs: RepairView[] = [repair], touches: TouchView[] = []) =>
    readingOf({ ...job, repairs, touches }).curingParts(at).length
  expect([curing(15), curing(20), curing(5)]).toEqual([1, 0, 0])
  expect(curing(15, [{ ...repair, struck: 'x' }])).toBe(1)
  expect(curing(1e15, [{ ...repair, curedAt: null }])).toBe(1)
  expect(
    curing(15, [
      { ...repair, curedAt: null },
      { ...repair, id: 's', curedAt: 12 },
    ]),
  ).toBe(1)
  expect(curing(10, [repair])).toBe(1)
  // What was done later does not shorten it; what was stripped off cures no more.
  expect(curing(15, [repair, { ...repair, id: 's', at: 12, curedAt: 12 }])).toBe(1)
  const touch = (kind: TouchView['kind'], at: number): TouchView => ({
    id: 't',
    partIds: ['a'],
    kind,
    note: '',
    by: '',
    at,
    struck: null,
  })
  expect(curing(15, [repair], [touch('stripped', 12)])).toBe(0)
  expect(curing(15, [repair], [touch('removed', 12)])).toBe(1)
  expect(curing(15, [repair], [touch('stripped', 9)])).toBe(1)
  expect(curing(15, [repair], [touch('stripped', 16)])).toBe(1)
  expect(curing(15, [repair], [touch('stripped', 10)])).toBe(1)
  expect(curing(15, [repair], [touch('stripped', 15)])).toBe(0)
  expect(curing(15, [repair], [{ ...touch('stripped', 12), partIds: ['b'] }])).toBe(1)
})
