import fc from 'fast-check'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { deriveLedger } from './deriveLedger'
import { nextStep } from './nextStep'
import {
  measures,
  type LedgerEntries,
  type LedgerFind,
  type LedgerLeak,
  type LedgerRepair,
  type LedgerTest,
  type LedgerTouch,
} from './ledger'

/** Random histories of a tank with four parts, and what must hold of every one. */
const partIds = ['a', 'b', 'c', 'd']
const NOW = 1000
const someParts = fc.subarray(partIds)

type Event =
  | { kind: 'hold'; reached: string[]; verdict: 'sealed' | 'leaking' | 'cannot-tell'; fine: boolean }
  | { kind: 'soap'; dry: string[]; found: string[] }
  | { kind: 'repair'; pick: number; cure: number }
  | { kind: 'touch'; parts: string[] }

const event: fc.Arbitrary<Event> = fc.oneof(
  fc.record({
    kind: fc.constant('hold' as const),
    reached: someParts,
    verdict: fc.constantFrom('sealed' as const, 'leaking' as const, 'cannot-tell' as const),
    fine: fc.boolean(),
  }),
  fc.record({ kind: fc.constant('soap' as const), dry: someParts, found: fc.subarray(partIds, { maxLength: 1 }) }),
  fc.record({ kind: fc.constant('repair' as const), pick: fc.nat(5), cure: fc.constantFrom(0, 15, 5000) }),
  fc.record({ kind: fc.constant('touch' as const), parts: someParts }),
)

function history(events: Event[]): LedgerEntries {
  const tests: LedgerTest[] = [],
    leaks: LedgerLeak[] = [],
    finds: LedgerFind[] = [],
    repairs: LedgerRepair[] = [],
    touches: LedgerTouch[] = []
  events.forEach((each, i) => {
    const at = (i + 1) * 10
    if (each.kind === 'hold')
      tests.push({
        says: 'rate',
        kind: 'hold',
        id: `h${i}`,
        name: `Hold ${i}`,
        at,
        reached: each.reached,
        verdict: each.verdict,
        smallestSeen: throughputFromStandard(each.fine ? 0.3 : 3),
      })
    if (each.kind === 'touch') touches.push({ at, partIds: each.parts, kind: 'removed' })
    if (each.kind === 'repair' && leaks.length > 0)
      repairs.push({ id: `r${i}`, leakId: leaks[each.pick % leaks.length]!.id, at, curedAt: at + each.cure })
    if (each.kind === 'soap') {
      tests.push({
        says: 'looks',
        kind: 'soap',
        id: `s${i}`,
        name: `Soap ${i}`,
        at,
        smallestSeen: throughputFromStandard(0.1),
        marks: [
          ...each.dry.filter(part => !each.found.includes(part)).map(partId => ({ partId, mark: 'dry' as const, at })),
          ...each.found.map(partId => ({ partId, mark: 'bubbles' as const, at })),
        ],
      })
      for (const partId of each.found) {
        let leak = leaks.find(known => known.partId === partId)
        if (!leak) leaks.push((leak = { id: `L${leaks.length}`, number: leaks.length + 1, partId }))
        finds.push({ leakId: leak.id, testId: `s${i}`, at })
      }
    }
  })
  return {
    parts: partIds.map(id => ({ id, name: id })),
    tests,
    leaks,
    finds,
    repairs,
    touches,
    limit: throughputFromStandard(1),
  }
}
const histories = fc.array(event, { maxLength: 14 }).map(history)
const holds = (property: (entries: LedgerEntries) => boolean) =>
  fc.assert(fc.property(histories, property), { numRuns: 400, seed: 11 })

/** The last moment at which a quiet, fine enough test reached a part; -Infinity when none did. */
const lastQuiet = (entries: LedgerEntries, partId: string) =>
  Math.max(
    -Infinity,
    ...entries.tests.map(test => {
      if (test.smallestSeen > entries.limit) return -Infinity
      if (measures(test)) return test.verdict === 'sealed' && test.reached.includes(partId) ? test.at : -Infinity
      return test.marks.some(mark => mark.partId === partId && mark.mark === 'dry') ? test.at : -Infinity
    }),
  )

test('a sealed job has, for every part, a quiet test after everything that disturbed or repaired it', () =>
  holds(entries => {
    if (deriveLedger(entries, NOW).state !== 'sealed') return true
    return partIds.every(partId => {
      const quiet = lastQuiet(entries, partId)
      const leaks = entries.leaks.filter(leak => leak.partId === partId).map(leak => leak.id)
      return (
        quiet > -Infinity &&
        entries.touches.every(touch => !touch.partIds.includes(partId) || touch.at < quiet) &&
        leaks.every(leak => (entries.repairs.filter(repair => repair.leakId === leak).at(-1)?.curedAt ?? 0) <= quiet) &&
        entries.finds.every(
          find =>
            !leaks.includes(find.leakId) ||
            entries.repairs.some(repair => repair.leakId === find.leakId && repair.at > find.at),
        )
      )
    })
  }))

test('touching a part never seals anything, and changes no other part', () =>
  holds(entries => {
    const before = deriveLedger(entries, NOW)
    const after = deriveLedger(
      { ...entries, touches: [...entries.touches, { at: NOW - 1, partIds: ['a'], kind: 'knocked' }] },
      NOW,
    )
    return (
      after.state !== 'sealed' &&
      before.parts.every((row, i) => row.partId === 'a' || row.standing === after.parts[i]!.standing)
    )
  }))

test('a last hold that reached everything and is tight settles all that is not open or curing', () =>
  holds(entries => {
    const whole: LedgerEntries = {
      ...entries,
      tests: [
        ...entries.tests,
        {
          says: 'rate',
          kind: 'hold',
          id: 'last',
          name: 'Hold 99',
          at: NOW - 1,
          reached: partIds,
          verdict: 'sealed',
          smallestSeen: throughputFromStandard(0.2),
        },
      ],
    }
    const ledger = deriveLedger(whole, NOW)
    return (
      ledger.unlocated === null &&
      ledger.parts.every(row => row.standing === 'stands' || row.standing === 'open') &&
      (ledger.state === 'sealed') === ledger.leaks.every(leak => leak.state === 'sealed')
    )
  }))

test('the missing parts are just those that do not stand, and a test is named for them', () =>
  holds(entries => {
    const ledger = deriveLedger(entries, NOW)
    const expected = ledger.parts.filter(row => row.standing !== 'stands').map(row => row.partId)
    return JSON.stringify(ledger.missing) === JSON.stringify(expected) && (ledger.settle === null) === (expected.length === 0)
  }))

test('there is always one next step, and it asks for the record only of what is sealed', () =>
  holds(entries => {
    const ledger = deriveLedger(entries, NOW)
    const next = nextStep(ledger, entries, null)
    return next.sentence.length > 10 && (next.action === 'record') === (ledger.state === 'sealed')
  }))
