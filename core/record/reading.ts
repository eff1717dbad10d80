import type { Instant, JobRecord, RecordedFind, RecordedRepair, Touch } from './record'
import { touchesIn } from './touches'

/** When what a repair put on has cured; never while it stands still. */
export const curedAt = (repair: Pick<RecordedRepair, 'curedAt'>): Instant => repair.curedAt ?? Infinity

const lastOf = <T extends { at: Instant }>(each: readonly T[]): T | null =>
  each.reduce<T | null>((last, one) => (last && last.at > one.at ? last : one), null)

const lists = [
  'parts',
  'touches',
  'runs',
  'repairs',
  'finds',
  'tests',
  'drained',
  'answers',
  'gasReadings',
] as const satisfies readonly (keyof JobRecord)[]

/**
 * A job's record, read: what the ledger, joint holds, guards, bells, decisions and pages ask of it is worked out here and nowhere
 * else.
 */
export class RecordReading<R extends JobRecord = JobRecord> {
  /** every time at which parts were disturbed */
  readonly touches: readonly Touch[]
  /** finds that count: neither they nor the test that made them were struck out */
  readonly finds: readonly R['finds'][number][]
  /** repairs that count as such */
  readonly repairs: readonly R['repairs'][number][]

  private readonly lists: JobRecord

  constructor(private readonly record: R) {
    const { parts, touches, runs, repairs, finds, tests, drained, answers, gasReadings } = record
    this.lists = { parts, touches, runs, repairs, finds, tests, drained, answers, gasReadings }
    this.touches = touchesIn(record)
    const testStruck = new Set(record.tests.filter(test => test.struck).map(test => test.id))
    this.finds = record.finds.filter(find => !find.struck && !(find.testId !== null && testStruck.has(find.testId)))
    this.repairs = record.repairs.filter(repair => !repair.struck)
  }

  /** Whether it was read from these lists: a page may put another list into the same job. */
  isOf(record: JobRecord): boolean {
    return lists.every(list => this.lists[list] === record[list])
  }

  /** The last find of a leak that counts; null where there is none. */
  lastFind(leakId: string): R['finds'][number] | null {
    return lastOf<RecordedFind>(this.finds.filter(find => find.leakId === leakId))
  }

  /** The last repair of a leak that counts; null where there is none. */
  lastRepair(leakId: string): R['repairs'][number] | null {
    return lastOf<RecordedRepair>(this.repairs.filter(repair => repair.leakIds.includes(leakId)))
  }

  /** Whether a leak was repaired and has not been found again since. */
  isRepaired(leakId: string): boolean {
    const repair = this.lastRepair(leakId)
    const find = this.lastFind(leakId)
    return repair !== null && !(find && find.at > repair.at)
  }

  /** When something was last repaired; never where nothing was. */
  get lastRepairedAt(): Instant {
    return Math.max(-Infinity, ...this.repairs.map(repair => repair.at))
  }

  /** Whether what a repair put on was stripped off all its parts again, by a moment. */
  strippedSince(repair: RecordedRepair, by: Instant = Infinity): boolean {
    return repair.partIds.every(partId => this.strippedOff(repair, partId, by))
  }

  private strippedOff({ at }: RecordedRepair, partId: string, by: Instant): boolean {
    return this.touches.some(
      touch => touch.kind === 'stripped' && touch.at > at && touch.at <= by && touch.partIds.includes(partId),
    )
  }

  /**
   * The repair on a part that cures longest: what is on it cures until it has cured or was stripped off, whatever was done to it
   * later, and whether or not the entry was struck out. Null when nothing was.
   * @param at what was done by a moment
   */
  longestCure(partId: string, at: Instant = Infinity): RecordedRepair | null {
    return this.record.repairs
      .filter(repair => repair.partIds.includes(partId) && repair.at <= at && !this.strippedOff(repair, partId, at))
      .reduce<RecordedRepair | null>(
        (longest, repair) => (longest && curedAt(longest) >= curedAt(repair) ? longest : repair),
        null,
      )
  }

  /** Parts on which something has not cured by a moment. A test then needs a stated reason. */
  curingParts(at: Instant): string[] {
    return [...new Set(this.record.repairs.flatMap(repair => repair.partIds))].filter(partId => {
      const longest = this.longestCure(partId, at)
      return longest !== null && curedAt(longest) > at
    })
  }

  /** What happened to some parts between two moments that makes tests before and after two of two tanks; null where nothing did. */
  changeBetween(partIds: ReadonlySet<string>, from: Instant, to: Instant): 'touched' | 'cured' | null {
    const between = (at: Instant) => at > from && at < to
    const onThem = (each: { partIds: readonly string[] }) => each.partIds.some(id => partIds.has(id))
    const repairs = this.record.repairs.filter(onThem)
    if ([...repairs, ...this.touches.filter(onThem)].some(each => between(each.at))) return 'touched'
    return repairs.some(repair => between(curedAt(repair))) ? 'cured' : null
  }
}

const readings = new WeakMap<JobRecord, RecordReading>()
/** A record, read once as long as its lists are the same. */
export function readingOf<R extends JobRecord>(record: R): RecordReading<R> {
  const known = readings.get(record)
  if (known?.isOf(record)) return known as RecordReading<R>
  const reading = new RecordReading(record)
  readings.set(record, reading)
  return reading
}
