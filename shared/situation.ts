import type { Situation, TestWord } from '../core/complaint/situation'
import { readingOf } from '../core/record/reading'
import { testKinds, testName } from '../core/leaktest/testKinds'
import { liveParts } from './jobCircuit'
import { descriptorOf, testDescriptors } from './leaktest/tests'
import { pressureSensorIsTrue, suspectCodes } from './prove/instruments'
import type { AnswerView } from './record/kinds/answer'
import type { JobView } from './views'
import type { ProbeView } from './record/kinds/probe'

/** The answer to each check that counts: the latest that was not struck out. */
export function answersThatCount(job: Pick<JobView, 'answers'>): AnswerView[] {
  const latest = new Map<string, AnswerView>()
  for (const answer of [...job.answers].sort((a, b) => a.at - b.at)) if (!answer.struck) latest.set(answer.check, answer)
  return [...latest.values()]
}

/**
 * What each test says to the search for a cause, of the parts that it reached alone. A leak that was repaired since speaks no
 * more.
 */
function testWords(job: JobView): TestWord[] {
  const reading = readingOf(job)
  const repairedAt = reading.lastRepairedAt
  const finds = reading.finds.filter(find => find.at > repairedAt)
  const foundIn = (testId: string | null) => [
    ...new Set(
      finds
        .filter(find => find.testId === testId)
        .map(find => job.leaks.find(leak => leak.id === find.leakId)?.partId)
        .filter(id => id !== undefined),
    ),
  ]
  const since = (at: number | null) => at !== null && at > repairedAt
  const byEye = foundIn(null)
  return [
    ...(byEye.length > 0
      ? [{ id: 'by eye', label: 'A look', reached: [], says: null, dry: [], found: byEye } satisfies TestWord]
      : []),
    // What measures speaks once it has ended, what looks from its beginning on.
    ...job.tests
      .filter(test => !test.struck && since(testKinds[test.kind].says === 'rate' ? test.stoppedAt : test.startedAt))
      .map((test): TestWord => ({
        id: test.id,
        label: testName(test),
        found: testDescriptors[test.kind].shows.length > 0 ? foundIn(test.id) : [],
        ...descriptorOf(test).word(test, job),
      })),
    ...job.probes
      .filter(probe => !probe.struck && since(probe.at))
      .map((probe: ProbeView, k): TestWord => ({
        id: probe.id,
        label: `Halving step ${k + 1}`,
        reached: probe.reached,
        says: probe.leaks ? 'leaks' : 'tight',
        dry: [],
        found: [],
      })),
  ]
}

/** Parts whose leak was repaired and has not been found again. */
const repairedParts = (job: JobView): string[] =>
  job.leaks.filter(leak => readingOf(job).isRepaired(leak.id)).map(leak => leak.partId)

/** Whether no fuel stood in the tank at a moment: it never had any, or was drained and nobody has put any in since. */
function dryAt(job: Pick<JobView, 'work' | 'drained' | 'weighings'>, at: number): boolean {
  const last = (moments: readonly number[]) => Math.max(-Infinity, ...moments.filter(each => each <= at))
  const drained = last(job.drained.filter(each => !each.struck).map(each => each.at))
  const fuelled = last(job.weighings.filter(each => !each.struck && (each.level ?? 0) > 0).map(each => each.at))
  return fuelled <= drained && (drained > -Infinity || job.work === 'new tank')
}

const SENSOR_CHECK = 'sensor-zero'
/** What was measured of the tank pressure sensor, as the answer to its check. */
function measuredSensor(job: JobView) {
  const isTrue = pressureSensorIsTrue(job)
  return isTrue === null ? [] : [{ check: SENSOR_CHECK, outcome: isTrue ? 'clear' : 'off', dryTank: false }]
}

const YEAR = 365.25 * 86_400_000

/**
 * All that is known of a job's complaint, as the search for a cause reads it.
 * @param outcomes what like jobs of the shop turned out to be, by cause; empty to leave them aside
 */
export function situationOf(job: JobView, now: number, outcomes: Readonly<Record<string, number>> = {}): Situation {
  const built = job.craft.built === null ? null : Date.UTC(job.craft.built, 6)
  return {
    craft: job.craft.kind,
    material: job.material,
    fuel: job.fuel,
    parts: liveParts(job),
    age: built === null ? null : Math.max(0, (now - built) / YEAR),
    signs: job.complaint.signs,
    // A code that rests on an instrument which is wrong says nothing.
    codes: job.complaint.codes.filter(code => !suspectCodes(job).includes(code)),
    answers: answersThatCount(job)
      .filter(({ check }) => !(check === SENSOR_CHECK && pressureSensorIsTrue(job) !== null))
      .map(({ check, outcome, at }) => ({ check, outcome, dryTank: dryAt(job, at) }))
      .concat(measuredSensor(job)),
    dryTank: dryAt(job, now),
    tests: testWords(job),
    repaired: repairedParts(job),
    outcomes,
  }
}
