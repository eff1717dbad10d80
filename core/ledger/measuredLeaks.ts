import { verdictOf } from '../hold/belief/verdict'
import { isFind } from '../leaktest/soap/soap'
import { boundsAt } from './atLimitPressure'
import { lastTouched, sealsPart, standsBy } from './evidence'
import { measures, type Instant, type LedgerEntries, type LedgerMeasurement, type LedgerPart, type LedgerTest } from './ledger'

/** A leak that was measured and is still to be retested. */
export interface MeasuredLeak {
  testId: string
  /** what was found since that explains it: a leak on a part that it reached, open then or found since, or the rig's own */
  explained: 'leak' | 'rig' | null
  /** parts that it reached and that no test at least as hard has sealed since something was done about it */
  awaiting: string[]
  /** measurements after it that say the opposite, though nothing was done between: the two do not agree */
  disagrees: string[]
}

/** Foam or smoke on a part of which nobody recorded a leak. */
export interface UnrecordedFind {
  testId: string
  partId: string
}

/**
 * Whether a measurement is over the system's limit, at the limit's own pressure. What was measured at the usual pressure of this kind
 * of tank stays what it was when somebody lowers what the tank is tested at.
 */
function isLeaking(test: LedgerMeasurement, { limit, pressure, usualPressure }: LedgerEntries): boolean {
  const measuredAt = Math.abs(test.pressure)
  const judgedAt = Math.max(pressure, Math.min(measuredAt, usualPressure))
  return verdictOf(boundsAt(test.bounds, measuredAt, judgedAt), limit) === 'leaking'
}

/** Parts of today's tank that a measurement can speak of; all of them where nobody said what it reached. */
const reachedBy = (test: LedgerMeasurement, parts: readonly LedgerPart[]): LedgerPart[] =>
  test.felt.size > 0 ? parts.filter(part => test.felt.has(part.id)) : [...parts]

function explainedByLeak(test: LedgerMeasurement, reached: readonly LedgerPart[], entries: LedgerEntries): boolean {
  const ids = new Set(reached.map(part => part.id))
  return entries.leaks
    .filter(leak => ids.has(leak.partId))
    .some(leak => {
      const finds = entries.finds.filter(find => find.leakId === leak.id).map(find => find.at)
      if (finds.some(at => at > test.begin)) return true
      const repaired = entries.repairs.filter(repair => repair.leakIds.includes(leak.id) && repair.at <= test.begin)
      const lastFound = Math.max(-Infinity, ...finds)
      return finds.length > 0 && !repaired.some(repair => repair.at >= lastFound)
    })
}

/** When the rig was found leaking in it, or after it and before anything else was measured. */
const rigFindsAfter = (test: LedgerMeasurement, { rigFinds, tests }: LedgerEntries) =>
  rigFinds.filter(
    leak =>
      leak.testId === test.id ||
      (leak.at > test.begin && !tests.some(later => measures(later) && later.begin > test.begin && later.begin <= leak.at)),
  )

/** The tank's own leak counts first: a rig that leaks too does not clear it. */
const explainedBy = (test: LedgerMeasurement, reached: readonly LedgerPart[], entries: LedgerEntries) =>
  explainedByLeak(test, reached, entries) ? 'leak' : rigFindsAfter(test, entries).length > 0 ? 'rig' : null

/** A test this much below the pressure of another is an easier one. */
const AS_HARD = 0.9

/** Whether a part felt about as much as in the test that leaked, or as much as the tank is worked at where that was more. */
function isAsHard(later: LedgerTest, leaking: LedgerMeasurement, partId: string, { pressure }: LedgerEntries): boolean {
  const then = Math.abs(leaking.felt.get(partId)?.pressure ?? leaking.pressure)
  return Math.abs(later.felt.get(partId)?.pressure ?? 0) >= AS_HARD * Math.min(then, pressure)
}

/** What was done or seen that answers a measured leak, and on which parts; null where it was the rig's. */
interface Answer {
  at: Instant
  partIds: readonly string[] | null
  by: 'touch' | 'repair' | 'find' | 'another part' | 'rig'
}

/**
 * What answers a measured leak: what it reached was touched, repaired or replaced since, a leak was found on it, or the rig was found
 * leaking. While there is none, no test talks it away.
 */
function answersTo(test: LedgerMeasurement, reached: readonly LedgerPart[], entries: LedgerEntries): Answer[] {
  const ids = test.felt.size > 0 ? new Set(test.felt.keys()) : new Set(reached.map(part => part.id))
  const partOf = new Map(entries.leaks.map(leak => [leak.id, leak.partId]))
  // What was struck out answers nothing.
  const said: (Answer & { partIds: readonly string[] })[] = [
    ...entries.touches.filter(touch => !touch.struck).map(({ at, partIds }) => ({ at, partIds, by: 'touch' as const })),
    ...entries.repairs.filter(repair => !repair.struck).map(({ at, partIds }) => ({ at, partIds, by: 'repair' as const })),
    ...entries.finds.map(({ at, leakId }) => ({ at, partIds: [partOf.get(leakId) ?? ''], by: 'find' as const })),
    ...reached.map(part => ({ at: part.since, partIds: [part.id], by: 'another part' as const })),
  ]
  return [
    ...said.filter(each => each.at > test.begin && each.partIds.some(id => ids.has(id))),
    // Said late, after another was measured, it is still an answer to this one for whatever is tested after it.
    ...entries.rigFinds
      .filter(find => find.testId === test.id || (find.testId === null && find.at > test.begin))
      .map(({ at }) => ({ at, partIds: null, by: 'rig' as const })),
  ]
}

/** Whether a test comes after an answer, or is of none of what was answered: then it does not contradict what leaked before. */
const goesWith = (answers: readonly Answer[], later: LedgerTest): boolean =>
  answers.some(({ at, partIds }) => later.begin > at || (partIds !== null && !partIds.some(id => later.felt.has(id))))

/**
 * Leaks that were measured and are still open. Each is closed only by measured tests at least as hard, once something was done or
 * found that answers it, which together seal every part it reached, of what is still on the tank; where nothing can be held any more,
 * by looks that found each of them dry. Tests that say all of it is tight although nothing was done contradict it, and close nothing.
 */
export function measuredLeaks(entries: LedgerEntries): MeasuredLeak[] {
  return entries.tests.filter(measures).flatMap(test => {
    if (!isLeaking(test, entries)) return []
    const reached = reachedBy(test, entries.parts)
    const answers = answersTo(test, reached, entries)
    const { cannotBeHeld } = entries
    const after = entries.tests.filter(later => later.begin > test.end)
    const closes = (later: LedgerTest, partId: string) =>
      measures(later)
        ? goesWith(answers, later) && isAsHard(later, test, partId, entries)
        : cannotBeHeld !== null && later.begin > cannotBeHeld
    const closing = (part: LedgerPart) => after.filter(later => closes(later, part.id))
    const awaiting = reached.filter(part => !standsBy(part, closing(part), entries))
    if (awaiting.length === 0) return []
    const against = after.filter(measures).filter(later => !goesWith(answers, later))
    const allTight = awaiting.every(part => against.some(later => sealsPart(later, part, entries)))
    return [
      {
        testId: test.id,
        explained: explainedBy(test, reached, entries),
        awaiting: awaiting.map(part => part.id),
        disagrees: allTight ? against.map(later => later.id) : [],
      },
    ]
  })
}

/** Leaks that were measured and closed although nothing was found or repaired: something was touched, and then it was tight. */
export function closedByTouch(entries: LedgerEntries): { testId: string; at: Instant; partIds: readonly string[] }[] {
  const open = new Set(measuredLeaks(entries).map(leak => leak.testId))
  return entries.tests.filter(measures).flatMap(test => {
    if (open.has(test.id) || !isLeaking(test, entries)) return []
    const answers = answersTo(test, reachedBy(test, entries.parts), entries)
    const [first] = answers
    if (!first?.partIds || answers.some(answer => answer.by !== 'touch')) return []
    return [{ testId: test.id, at: first.at, partIds: first.partIds }]
  })
}

/** When fuel was last seen outside in use and nobody has recorded a leak since; null when never. */
export const unplacedWet = ({ seenWet, finds }: LedgerEntries): Instant | null => {
  const last = Math.max(-Infinity, ...seenWet)
  return last > -Infinity && !finds.some(find => find.at >= last) ? last : null
}

/**
 * Marks of foam, bubbles or smoke without a leak in the register: they stay until the part was worked on and has evidence, or
 * until the leak is recorded.
 */
export function unrecordedFinds(entries: LedgerEntries): UnrecordedFind[] {
  const recorded = (testId: string, partId: string, at: number) =>
    entries.struckFinds.some(find => find.testId === testId && find.partId === partId) ||
    entries.finds.some(
      find =>
        (find.testId === testId || find.at > at) &&
        entries.leaks.some(leak => leak.id === find.leakId && leak.partId === partId),
    )
  return entries.tests.flatMap(test => {
    if (test.says !== 'looks') return []
    return test.marks
      .filter(({ mark, partId, at }) => isFind(mark) && !recorded(test.id, partId, at))
      .filter(({ partId, at }) => {
        const part = entries.parts.find(each => each.id === partId)
        return part !== undefined && !(lastTouched(part, entries) > at && standsBy(part, entries.tests, entries))
      })
      .map(({ partId }) => ({ testId: test.id, partId }))
  })
}
