import fc from 'fast-check'
import type { Touch } from '../record/record'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { deriveLedger } from './deriveLedger'
import { nextStep } from './nextStep'
import { measures, type LedgerEntries, type LedgerFind, type LedgerLeak, type LedgerRepair, type LedgerTest } from './ledger'
import { feltAt, ledgerHold, ledgerPart, ledgerRepair, ledgerSoap, untouched, WORKING } from './ledger.fixture'

/** Random histories of a tank with four parts, and what must hold of every one. */
const partIds = ['a', 'b', 'c', 'd']
const NOW = 1000
const someParts = fc.subarray(partIds)

type Event =
  | {
      kind: 'hold'
      reached: string[]
      verdict: 'sealed' | 'leaking' | 'cannot-tell'
      share: number
      wet: string[]
      lasts: number
    }
  | { kind: 'soap'; dry: string[]; hasty: string[]; found: string[]; lasts: number }
  | { kind: 'repair'; pick: number; cure: number; struck: boolean }
  | { kind: 'touch'; parts: string[]; stripped: boolean }

const lasts = fc.constantFrom(0, 5, 25)
const event: fc.Arbitrary<Event> = fc.oneof(
  fc.record({
    kind: fc.constant('hold' as const),
    reached: someParts,
    verdict: fc.constantFrom('sealed' as const, 'leaking' as const, 'cannot-tell' as const),
    share: fc.constantFrom(-1, 0.2, 0.5, 1),
    wet: fc.subarray(partIds, { maxLength: 1 }),
    lasts,
  }),
  fc.record({
    kind: fc.constant('soap' as const),
    dry: someParts,
    hasty: fc.subarray(partIds, { maxLength: 1 }),
    found: fc.subarray(partIds, { maxLength: 1 }),
    lasts,
  }),
  fc.record({
    kind: fc.constant('repair' as const),
    pick: fc.nat(5),
    cure: fc.constantFrom(0, 15, 5000),
    struck: fc.boolean(),
  }),
  fc.record({ kind: fc.constant('touch' as const), parts: someParts, stripped: fc.boolean() }),
)

function history(events: Event[]): LedgerEntries {
  const tests: LedgerTest[] = [],
    leaks: LedgerLeak[] = [],
    finds: LedgerFind[] = [],
    repairs: LedgerRepair[] = [],
    touches: Touch[] = []
  events.forEach((each, i) => {
    const at = (i + 1) * 10
    if (each.kind === 'hold') {
      const felt = feltAt(each.reached, { pressure: each.share * WORKING })
      for (const partId of each.wet) if (felt.has(partId)) felt.set(partId, { ...felt.get(partId)!, underLiquid: true })
      tests.push(
        ledgerHold(at, each.verdict, each.reached, { felt, pressure: each.share * WORKING, begin: at, end: at + each.lasts }),
      )
    }
    if (each.kind === 'touch') touches.push({ at, partIds: each.parts, kind: each.stripped ? 'stripped' : 'removed' })
    if (each.kind === 'repair' && leaks.length > 0) {
      const leak = leaks[each.pick % leaks.length]!
      repairs.push(ledgerRepair(leak.id, leak.partId, at, at + each.cure, { struck: each.struck }))
    }
    if (each.kind === 'soap') {
      const marks = {
        ...Object.fromEntries(each.dry.map(partId => [partId, 'dry' as const])),
        ...Object.fromEntries(each.hasty.map(partId => [partId, 'not watched' as const])),
        ...Object.fromEntries(each.found.map(partId => [partId, 'bubbles' as const])),
      }
      tests.push(ledgerSoap(at, marks, { end: at + each.lasts }))
      for (const partId of each.found) {
        let leak = leaks.find(known => known.partId === partId)
        if (!leak) leaks.push((leak = { id: `L${leaks.length}`, number: leaks.length + 1, partId }))
        finds.push({ leakId: leak.id, testId: `s${at}`, at })
      }
    }
  })
  return { ...untouched(partIds.map(id => ledgerPart(id))), tests, leaks, finds, repairs, touches }
}
const histories = fc.array(event, { maxLength: 14 }).map(history)
const holds = (property: (entries: LedgerEntries) => boolean) =>
  fc.assert(fc.property(histories, property), { numRuns: 500, seed: 11 })

/** When the tests began that say that a part is tight, told without the ledger's own words. */
const quietSince = (entries: LedgerEntries, partId: string): number[] =>
  entries.tests.flatMap(test => {
    const felt = test.felt.get(partId)
    if (!felt || felt.underLiquid || felt.pressure < WORKING / 2) return []
    const quiet = measures(test)
      ? test.bounds.below95 < entries.limit / 2 && felt.pressure >= WORKING / 2
      : test.marks.some(mark => mark.partId === partId && mark.mark === 'dry')
    return quiet ? [test.begin] : []
  })

test('a sealed job has, for every part, a quiet test that began after all that disturbed it and all that cures on it', () =>
  holds(entries => {
    if (deriveLedger(entries, NOW).state !== 'sealed') return true
    return partIds.every(partId => {
      const disturbed = [
        ...entries.touches.filter(touch => touch.partIds.includes(partId)).map(touch => touch.at),
        ...entries.repairs.filter(repair => repair.partIds.includes(partId)).map(repair => repair.at),
      ]
      const cured = entries.repairs
        .filter(repair => repair.partIds.includes(partId))
        .map(({ at, curedAt }) =>
          Math.min(
            curedAt,
            ...entries.touches
              .filter(touch => touch.kind === 'stripped' && touch.partIds.includes(partId) && touch.at > at)
              .map(touch => touch.at),
          ),
        )
      return quietSince(entries, partId).some(begin => disturbed.every(at => at < begin) && cured.every(at => at <= begin))
    })
  }))

test('a sealed job has no find that was not repaired since, and no measured leak that was not measured away', () =>
  holds(entries => {
    if (deriveLedger(entries, NOW).state !== 'sealed') return true
    const repairedSince = (leakId: string, at: number) =>
      entries.repairs.some(repair => repair.leakIds.includes(leakId) && !repair.struck && repair.at >= at)
    const leaking = entries.tests
      .filter(measures)
      .filter(test => test.bounds.above95 > 2.5 * entries.limit || test.bounds.above95 > entries.limit)
    return (
      entries.finds.every(find => repairedSince(find.leakId, find.at)) &&
      leaking
        .filter(test => test.pressure === WORKING)
        .every(test =>
          [...test.felt.keys()].every(partId =>
            entries.tests.some(
              later =>
                measures(later) && later.begin > test.end && later.felt.has(partId) && later.bounds.below95 < entries.limit,
            ),
          ),
        )
    )
  }))

test('touching a part never seals anything, and changes no other part', () =>
  holds(entries => {
    const touch = { at: NOW - 1, partIds: ['a'], kind: 'knocked' as const }
    const before = deriveLedger({ ...entries, finds: entries.finds }, NOW)
    const after = deriveLedger({ ...entries, touches: [...entries.touches, touch] }, NOW)
    return (
      after.state !== 'sealed' &&
      before.parts.every((row, i) => row.partId === 'a' || row.standing === after.parts[i]!.standing)
    )
  }))

test('no test of less than half the pressure, under liquid, by vacuum or in a hurry changes what stands', () =>
  holds(entries => {
    const before = deriveLedger(entries, NOW)
    const nothing: LedgerTest[] = [
      ledgerHold(NOW - 4, 'sealed', partIds, { felt: feltAt(partIds, { pressure: 0.49 * WORKING }) }),
      ledgerHold(NOW - 3, 'sealed', partIds, { felt: feltAt(partIds, { underLiquid: true }) }),
      ledgerHold(NOW - 2, 'sealed', partIds, { felt: feltAt(partIds, { pressure: -WORKING }), pressure: -WORKING }),
      ledgerSoap(NOW - 1, Object.fromEntries(partIds.map(id => [id, 'not watched' as const]))),
    ]
    const after = deriveLedger({ ...entries, tests: [...entries.tests, ...nothing] }, NOW)
    return after.state === before.state && before.parts.every((row, i) => row.standing === after.parts[i]!.standing)
  }))

test('a tighter limit never seals what a wider one did not', () =>
  holds(entries => {
    const limited = (mLmin: number) => {
      const limit = throughputFromStandard(mLmin)
      return deriveLedger({ ...entries, limit, parts: entries.parts.map(part => ({ ...part, limit })) }, NOW)
    }
    const [tight, wide] = [limited(0.2), limited(1)]
    const stands = (ledger: typeof tight) => ledger.parts.filter(row => row.lacks.length === 0).map(row => row.partId)
    return stands(tight).every(partId => stands(wide).includes(partId))
  }))

test('a last hold that reached everything and is tight settles all that is not open or curing', () =>
  holds(entries => {
    const last = ledgerHold(NOW - 1, 'sealed', partIds, { id: 'last' })
    const ledger = deriveLedger({ ...entries, tests: [...entries.tests, last] }, NOW)
    const curing = (partId: string) => entries.repairs.some(repair => repair.partIds.includes(partId) && repair.curedAt >= NOW)
    return ledger.parts.every(row => row.standing === 'stands' || row.standing === 'open' || curing(row.partId))
  }))

test('the missing parts are just those that do not stand, and a test is named for them', () =>
  holds(entries => {
    const ledger = deriveLedger(entries, NOW)
    const expected = ledger.parts.filter(row => row.standing !== 'stands').map(row => row.partId)
    return JSON.stringify(ledger.missing) === JSON.stringify(expected) && (expected.length === 0 || ledger.settle !== null)
  }))

test('there is always one next step, and it asks for the record only of what is sealed', () =>
  holds(entries => {
    const ledger = deriveLedger(entries, NOW)
    const next = nextStep(ledger, entries, null)
    return next.sentence.length > 10 && (next.action === 'record') === (ledger.state === 'sealed')
  }))
