import { feelsEnough } from '../circuit/service'
import { isFind } from '../leaktest/soap/soap'
import { verdictOf } from '../hold/belief/verdict'
import { boundsAt, seenAt } from './atLimitPressure'
import type { Direction, Instant, LedgerEntries, LedgerPart, LedgerRepair, LedgerTest } from './ledger'

/**
 * What one test says of one part.
 * stands: wholly after its last touch and cure, found nothing, could see what matters. fell: it did, but the part was touched
 * since it began. early: before what is on the part had cured. find: something was found on it. undecided: reached, but says
 * nothing either way. The others say why it says nothing of this part.
 */
export type EvidenceKind =
  | 'stands'
  | 'fell'
  | 'early'
  | 'find'
  | 'undecided'
  | 'not watched'
  | 'too little pressure'
  | 'other way'
  | 'under liquid'
  | 'not reached'

const leaksOn = (partId: string, { leaks }: LedgerEntries) =>
  new Set(leaks.filter(leak => leak.partId === partId).map(leak => leak.id))

/** When a part was last disturbed: touched, repaired, or put on; -Infinity when never. */
export const lastTouched = (part: LedgerPart, { touches, repairs }: LedgerEntries): Instant =>
  Math.max(
    part.since,
    ...touches.filter(touch => touch.partIds.includes(part.id)).map(touch => touch.at),
    ...repairs.filter(repair => repair.partIds.includes(part.id)).map(repair => repair.at),
  )

/** The repair of a leak that counts: the last one that was not struck out. */
export function lastRepair(leakId: string, { repairs }: LedgerEntries): LedgerRepair | null {
  return repairs
    .filter(repair => repair.leakIds.includes(leakId) && !repair.struck)
    .reduce<LedgerRepair | null>((last, repair) => (last && last.at > repair.at ? last : repair), null)
}

/** When everything on a part has cured: what is on it cures until then or until it was stripped off; -Infinity when nothing does. */
export function lastCured(partId: string, { repairs, touches }: LedgerEntries): Instant {
  const stripped = touches.filter(touch => touch.kind === 'stripped' && touch.partIds.includes(partId)).map(touch => touch.at)
  const cures = repairs
    .filter(repair => repair.partIds.includes(partId))
    .map(({ at, curedAt }) => Math.min(curedAt, ...stripped.filter(off => off > at)))
  return Math.max(-Infinity, ...cures)
}

/** The way in which a test acted on a part. */
const directionOn = (test: Pick<LedgerTest, 'felt' | 'pressure'>, partId: string): Direction =>
  (test.felt.get(partId)?.pressure ?? test.pressure) < 0 ? 'vacuum' : 'pressure'

/** Why a test says nothing of a part, whatever it saw; null when it could have said something. */
function blindTo(
  test: Pick<LedgerTest, 'felt' | 'pressure'>,
  part: LedgerPart,
  { pressure }: Pick<LedgerEntries, 'pressure'>,
): EvidenceKind | null {
  const felt = test.felt.get(part.id)
  if (!felt) return 'not reached'
  if (felt.underLiquid) return 'under liquid'
  if (!part.service.includes(directionOn(test, part.id))) return 'other way'
  return feelsEnough(part.opens, felt.pressure, pressure) ? null : 'too little pressure'
}

/**
 * The limit of a part as a measurement has it: what must be known to be above the leak, at the pressure that the part felt.
 * @param working the pressure that limits are stated at, Pa gauge
 * @returns Pa·m3/s; null where the test says nothing of the part
 */
export function limitInTest(test: Pick<LedgerTest, 'felt' | 'pressure'>, part: LedgerPart, working: number): number | null {
  if (blindTo(test, part, { pressure: working })) return null
  return part.limit / seenAt(1, Math.abs(test.felt.get(part.id)?.pressure ?? 0), working)
}

/** Whether a test found something on a part, told as a find or only marked. */
function foundOn(test: LedgerTest, partId: string, entries: LedgerEntries): boolean {
  const ids = leaksOn(partId, entries)
  return (
    entries.finds.some(find => find.testId === test.id && ids.has(find.leakId)) ||
    (test.says === 'looks' && test.marks.some(mark => mark.partId === partId && isFind(mark.mark)))
  )
}

/** Whether a measurement is sealed for a part: at the limit's own pressure its upper bound is below the part's own limit. */
function sealedFor(test: LedgerTest, part: LedgerPart, entries: LedgerEntries): boolean {
  const from = Math.abs(test.felt.get(part.id)?.pressure ?? 0)
  if (seenAt(test.smallestSeen, from, entries.pressure) > part.limit) return false
  return (
    test.says !== 'rate' ||
    (!test.contradicted && verdictOf(boundsAt(test.bounds, from, entries.pressure), part.limit) === 'sealed')
  )
}

/** What a test says of a part today. */
export function evidenceOf(test: LedgerTest, part: LedgerPart, entries: LedgerEntries): EvidenceKind {
  if (foundOn(test, part.id, entries)) return 'find'
  const blind = blindTo(test, part, entries)
  if (blind) return blind
  if (test.says === 'looks') {
    const marks = test.marks.filter(mark => mark.partId === part.id).map(({ mark }) => mark)
    if (marks.length === 0 || marks.includes('not reached')) return 'not reached'
    if (!marks.includes('dry')) return 'not watched'
  }
  if (!sealedFor(test, part, entries)) return 'undecided'
  if (test.begin <= lastTouched(part, entries)) return 'fell'
  return test.begin < lastCured(part.id, entries) ? 'early' : 'stands'
}

/** Whether a measurement by itself would seal a part, whatever contradicts it. */
export const sealsPart = (test: LedgerTest, part: LedgerPart, entries: LedgerEntries): boolean =>
  blindTo(test, part, entries) === null &&
  sealedFor(test.says === 'rate' ? { ...test, contradicted: false } : test, part, entries)

/** Whether a part has evidence that stands for all that acts on it in service. @param among the tests that may give it */
export const standsBy = (part: LedgerPart, among: readonly LedgerTest[], entries: LedgerEntries): boolean =>
  part.service.every(direction =>
    among.some(test => directionOn(test, part.id) === direction && evidenceOf(test, part, entries) === 'stands'),
  )
