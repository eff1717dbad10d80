import { testKinds, type TankTestKind } from '../leaktest/testKinds'
import { listWords, lowerFirst, upperFirst } from '../words/words'
import { verdictOf } from '../hold/belief/verdict'
import { boundsAt } from './atLimitPressure'
import type { Ledger } from './deriveLedger'
import { evidenceOf, lastCured } from './evidence'
import { repairThatCounts, trialOf } from './leakState'
import { measures, type Instant, type LedgerEntries, type LedgerMeasurement, type LedgerTest } from './ledger'
import type { SettlingPlan } from './settlingPlan'
import { tankItself } from './tankItself'

export const nextActions = [
  'watch',
  'check',
  'line',
  'test',
  'find',
  'place',
  'repair',
  'wait',
  'retest',
  'trial',
  'go on',
  'settle',
  'prove',
  'sign',
  'hand back',
  'record',
] as const
export type NextAction = (typeof nextActions)[number]

/** A test that is running now. */
export interface RunningTest {
  id: string
  kind: TankTestKind
}

/** One plain sentence and the one next action for a job. */
export interface NextStep {
  action: NextAction
  /** without times of day: they are added where local time is known */
  sentence: string
  /** when the action becomes possible, for `wait` and `trial` */
  at: Instant | null
  /** the leak or the test that it is about */
  about: string | null
  /** the kind of test that it is about, running or to be made */
  kind: TankTestKind | null
  /** how it is to be fed, where one way reaches what it is about; null where that is left open */
  way: { rig: string; vacuum: boolean; pressure: number } | null
}

export const step = (action: NextAction, sentence: string, more: Partial<NextStep> = {}): NextStep => ({
  action,
  sentence,
  at: null,
  about: null,
  kind: null,
  way: null,
  ...more,
})

/**
 * What to do next, most pressing first: watch a running test, repair an open leak, find a measured one, wait for a cure,
 * retest, settle the rest, write the record.
 * @param running the test that runs now
 * @param begins with what a job begins on which nothing was tested yet
 */
export function nextStep(
  ledger: Ledger,
  entries: LedgerEntries,
  running: RunningTest | null,
  begins: Beginning = 'test',
): NextStep {
  if (running) return step('watch', testKinds[running.kind].running, { about: running.id, kind: running.kind })
  return (
    nextForLeaks(ledger, entries) ??
    (ledger.settle
      ? nextForMissing(ledger, ledger.settle, entries, begins)
      : (nextForTrial(ledger, entries) ?? nextForHeld(ledger, entries) ?? sealed(entries)))
  )
}

/** What is on trial is tested again on its days. */
function nextForTrial({ leaks }: Ledger, entries: LedgerEntries): NextStep | null {
  const due = leaks
    .filter(leak => leak.state === 'on trial')
    .flatMap(({ id }) => {
      const leak = entries.leaks.find(each => each.id === id)!
      const next = trialOf(repairThatCounts(id, entries)!, leak, entries)?.next
      return next ? [{ leak, next }] : []
    })
    .sort((a, b) => a.next - b.next)[0]
  if (!due) return null
  const name = upperFirst(partNameIn(entries)(due.leak.partId))
  return step('trial', `${name} is tight so far, on trial.`, { at: due.next, about: due.leak.id, kind: 'hold' })
}

/** What only gets it home is mended for good. */
function nextForHeld({ leaks }: Ledger, entries: LedgerEntries): NextStep | null {
  const held = leaks.find(leak => leak.state === 'held for now')
  if (!held) return null
  const { number, partId } = entries.leaks.find(each => each.id === held.id)!
  return step(
    'repair',
    `Leak ${number}, ${lowerFirst(partNameIn(entries)(partId))}, is only held for now. Mend it for good before its day.`,
    {
      about: held.id,
    },
  )
}

const partNameIn = (entries: LedgerEntries) => (partId: string) =>
  entries.parts.find(part => part.id === partId)?.name ?? 'a part'

/** While a leak is open: repair it, find it, wait for its cure, retest it. */
function nextForLeaks(ledger: Ledger, entries: LedgerEntries): NextStep | null {
  const name = partNameIn(entries)
  const leakOf = (id: string) => entries.leaks.find(leak => leak.id === id)!
  const parts = (leaks: Ledger['leaks']) => {
    const names = leaks.map(leak => upperFirst(name(leakOf(leak.id).partId)))
    return `${listWords(names)} ${names.length > 1 ? 'are' : 'is'}`
  }
  const [first, ...others] = ledger.leaks.filter(leak => leak.state === 'found' || leak.state === 'back')
  if (first) {
    const rest = others.length > 0 ? ` ${others.length} more to repair after it.` : ''
    const state = first.state === 'back' ? 'is back after its repair. Decide what else to do.' : 'is found. Decide the repair.'
    const { number, partId } = leakOf(first.id)
    return step('repair', `Leak ${number}, ${lowerFirst(name(partId))}, ${state}${rest}`, { about: first.id })
  }
  const [unrecorded] = ledger.unrecorded
  if (unrecorded) {
    const where = lowerFirst(name(unrecorded.partId))
    return step('find', `Something was seen at the ${where} and no leak recorded. Record it, or repair it and look again.`, {
      about: unrecorded.testId,
      kind: 'soap',
    })
  }
  if (ledger.unplaced !== null)
    return step('place', 'It was seen wet in use, and nobody has said where. Find the highest wet place and record it.')
  const apart = ledger.measured.find(leak => !leak.explained && leak.disagrees.length > 0)
  if (apart) {
    const [its, ...others] = [apart.testId, ...apart.disagrees].map(id => entries.tests.find(each => each.id === id)!)
    const names = listWords([its!.name, ...others.map(other => lowerFirst(other.name))])
    return step(
      'retest',
      `${names} do not agree, and nothing was done between them. Test again as ${lowerFirst(its!.name)} was, or record what was done.`,
      { about: its!.id, kind: its!.kind },
    )
  }
  const unlocated = ledger.measured.find(leak => !leak.explained)
  if (unlocated) {
    const test = entries.tests.find(each => each.id === unlocated.testId)!
    const sentence = tankItself(test, entries)
      ? `${test.name} leaks and every fitting is dry: it is the tank itself. Look underneath, along every seam and where it sits; on a boat, in the bilge.`
      : `${test.name} measured a leak that nobody has found yet. Soap the route while it is under pressure.`
    return step('find', sentence, { about: unlocated.testId, kind: 'soap' })
  }
  const curing = ledger.leaks.filter(leak => leak.state === 'repaired, curing')
  if (curing.length > 0) {
    const at = Math.max(...curing.map(leak => lastCured(leakOf(leak.id).partId, entries)))
    if (at === Infinity)
      return step('wait', `${parts(curing)} not curing: it is too cold. Warm it, then read the thermometer again.`, {
        about: curing[0]!.id,
      })
    return step('wait', `${parts(curing)} curing.`, { at, about: curing[0]!.id, kind: 'hold' })
  }
  const ready = ledger.leaks.filter(leak => leak.state === 'ready to retest')
  if (ready.length > 0) {
    const partIds = ready.map(leak => leakOf(leak.id).partId)
    const way = wayTo(ledger.settle, partIds)
    const only = way?.vacuum ? ' Only a vacuum reaches it.' : ''
    const kind = retestKind(ledger, partIds)
    const soap = kind === 'soap' ? ' Soap settles it.' : ''
    return step('retest', `${parts(ready)} cured and ready to retest.${only}${soap}`, { about: ready[0]!.id, kind, way })
  }
  const [waiting] = ledger.measured
  if (waiting) {
    const test = entries.tests.find(each => each.id === waiting.testId)!
    if (waiting.explained === 'rig')
      return step('retest', `What ${lowerFirst(test.name)} measured went out through the rig. Mend the rig and hold again.`, {
        about: waiting.testId,
        kind: 'hold',
      })
    const which = waiting.awaiting.length <= 3 ? listWords(waiting.awaiting.map(name)) : `${waiting.awaiting.length} parts`
    return step(
      'retest',
      `The leak that ${lowerFirst(test.name)} measured is still to be retested: hold again over ${which}.`,
      {
        about: waiting.testId,
        kind: 'hold',
      },
    )
  }
  return null
}

/** What retests some parts soonest: soap where the shortest tests that settle everything soap them, and no hold is owed; else a hold. */
function retestKind({ settle, measured }: Ledger, partIds: readonly string[]): 'hold' | 'soap' {
  const by = settle?.tests.filter(test => test.partIds.some(id => partIds.includes(id))) ?? []
  return measured.length === 0 && by.length > 0 && by.every(test => test.kind === 'soap') ? 'soap' : 'hold'
}

/** How some parts are reached by the tests that would settle them; null where nothing is known of the circuit. */
function wayTo(settle: SettlingPlan | null, partIds: readonly string[]): NextStep['way'] {
  const tests = settle?.tests.filter(test => partIds.some(id => test.partIds.includes(id))) ?? []
  const way = (tests.find(test => partIds.every(id => test.partIds.includes(id))) ?? tests[0])?.way
  return way ? { rig: way.rig, vacuum: way.vacuum, pressure: way.pressure } : null
}

/** What a measurement says of the whole system. */
const verdictIn = (test: LedgerMeasurement, { limit, pressure }: LedgerEntries) =>
  verdictOf(boundsAt(test.bounds, Math.abs(test.pressure), pressure), limit)

/** With what a job begins on which nothing was tested yet. */
export type Beginning = 'check' | 'look again' | 'line' | 'new' | 'test'
const beginsWithLook = {
  'check': 'The complaint is taken. See what it most likely is, and do the first check.',
  'look again': 'A visit after the repair. Look where it leaked before: dry, or seen again?',
} as const

const testWords = { hold: 'hold', soap: 'soap walk' } as const

/** While parts have no evidence: the first check, the first test, or the shortest tests that settle the rest. */
function nextForMissing(
  { missing }: Ledger,
  { tests, minutes }: SettlingPlan,
  entries: LedgerEntries,
  begins: Beginning,
): NextStep {
  const first = tests[0]?.minutes ?? minutes
  const last = entries.tests.at(-1)
  if (!last) {
    if (begins === 'line') return step('line', 'Nothing leaks yet. Strip, clean and line it; once it has cured, prove it.')
    if (begins !== 'test' && begins !== 'new') return step('check', beginsWithLook[begins])
    const why = begins === 'new' ? 'A new tank is proved before its first fuel' : 'Nothing tested yet'
    return step('test', `${why}. A ${testWords[tests[0]?.kind ?? 'hold']} of about ${first} min comes first.`, {
      kind: tests[0]?.kind ?? 'hold',
    })
  }
  const kind = tests[0]?.kind ?? 'hold'
  const stricter = measures(last) ? leftByLimit(last, missing, entries) : 0
  if (stricter > 0) {
    const all = entries.parts.length
    return step(
      'settle',
      `${last.name} is sealed for ${all - stricter} of ${all} parts; the limit of the others is stricter. ` +
        wouldSettle({ tests, minutes }),
      { kind },
    )
  }
  if (last.kind === 'hold' && measures(last) && verdictIn(last, entries) === 'cannot-tell' && kind === 'hold') {
    return step(
      'settle',
      `${last.name} could not tell. Another of about ${first} min, longer or with better instruments, would settle it.`,
      { kind },
    )
  }
  const under = underFuel(last, missing, entries)
  if (under.length > 0 && under.length === missing.length) {
    const names = under.length <= 3 ? listWords(under.map(partNameIn(entries))) : `${under.length} parts`
    return step(
      'settle',
      `Cannot tell yet: ${lowerFirst(last.name)} had fuel over ${names}, and gas says nothing there. Drain it, then hold again.`,
      { kind: 'hold' },
    )
  }
  const which =
    missing.length <= 3 ? listWords(missing.map(partNameIn(entries))) : `${missing.length} of ${entries.parts.length} parts`
  return step('settle', `Cannot tell yet: no evidence that stands for ${which}. ${wouldSettle({ tests, minutes })}`, { kind })
}

/** Parts without evidence that stood under fuel in a test. */
const underFuel = (test: LedgerTest, missing: readonly string[], entries: LedgerEntries): readonly string[] =>
  missing.filter(
    id =>
      evidenceOf(
        test,
        entries.parts.find(part => part.id === id)!,
        entries,
      ) === 'under liquid',
  )

/**
 * How many parts a measurement leaves undecided for no reason but a stricter limit than those that it sealed; none where others lack
 * too.
 */
function leftByLimit(test: LedgerMeasurement, missing: readonly string[], entries: LedgerEntries): number {
  const of = (id: string) => entries.parts.find(part => part.id === id)!
  const sealed = entries.parts.filter(part => evidenceOf(test, part, entries) === 'stands')
  const stricter = missing.every(
    id => evidenceOf(test, of(id), entries) === 'undecided' && sealed.every(part => part.limit > of(id).limit),
  )
  return stricter && sealed.length > 0 ? missing.length : 0
}

function wouldSettle({ tests, minutes }: Pick<SettlingPlan, 'tests' | 'minutes'>): string {
  if (tests.length === 0) return 'No way of feeding this circuit brings enough pressure there: look at the map.'
  const words = tests.map(test => `a ${testWords[test.kind]}`)
  return tests.length === 1
    ? `${upperFirst(words[0]!)} of about ${minutes} min would settle it.`
    : `${upperFirst(listWords(words))}, about ${minutes} min together, would settle it.`
}

function sealed(entries: LedgerEntries): NextStep {
  const holds = entries.tests.filter(test => measures(test) && verdictIn(test, entries) === 'sealed').length
  const held = holds > 0 ? `, ${holds} sealed ${holds > 1 ? 'holds' : 'hold'}` : ''
  return step('record', `Sealed: every part has evidence that stands${held}. Plugs and pinches out, vents open.`)
}
