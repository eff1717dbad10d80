import { and, asc, eq, gt, sql } from 'drizzle-orm'
import { TRIAL_DAYS, trialOfMethod } from '../../../core/repair/method/trial'
import { listWords } from '../../../core/words/words'
import { curedAt, readingOf } from '../../../core/record/reading'
import type { RepairView } from '../../../shared/record/kinds/repair'
import type { Transaction } from '../../db/client'
import { entry, shopTemperature } from '../../db/schema'
import { derivedId } from '../ground/derivedId'
import { hangAnew, hangingBell, takeOffBell } from '../bells/bells'
import { lockJob, tell, writeTrail, type Actor } from '../ground/change'
import { forgetRows } from '../bay/keptRows'
import { loadAspects, loadAspectsOf, type JobWith } from '../job/loadJobs'

/** What stands still in the cold is looked at again after so long, ms. */
const LOOK_AGAIN = 12 * 3600_000
/** What was put on longer ago is not looked at again, ms. */
const LONGEST_CURE = 120 * 86_400_000

type Tank = JobWith<'facts' | 'tests' | 'leaks' | 'safety' | 'narrowing'>

/** What a repair is called on a bell: its leaks, or its parts where nothing leaked. */
function nameOf({ leaks, parts }: Tank, { leakIds, partIds }: RepairView): string {
  const numbers = leaks.filter(leak => leakIds.includes(leak.id)).map(leak => leak.number)
  if (numbers.length > 0) return `leak ${listWords(numbers.map(String))}`
  const first = parts.find(part => partIds.includes(part.id))?.name.toLowerCase() ?? 'a part'
  return partIds.length > 1 ? `${first} and ${partIds.length - 1} more` : first
}

/**
 * The bells of what was put on a tank: when it may be moved, tested and see fuel, the tests of a trial, the day of what is only
 * for now. What was stripped off or cures shorter than something else on the same part has none; what was struck out cures all the
 * same, and is no repair.
 */
export async function hangCures(tx: Transaction, jobId: string, now: Date): Promise<void> {
  const tank = await loadAspects(jobId, ['facts', 'tests', 'leaks', 'safety', 'narrowing'], tx)
  for (const each of tank.repairs) {
    const on = !readingOf(tank).strippedSince(each)
    const counts = on && each.partIds.some(partId => readingOf(tank).longestCure(partId)?.id === each.id)
    await hangCureOf(tx, tank, each, now, counts)
    const last = on && !each.struck && isLastWord(tank, each)
    await hangTrialOf(tx, tank, each, now, last)
    await hangAt(tx, tank, each, now, {
      kind: 'temporary',
      at: last ? each.until : null,
      title: `${tank.craft.name}, ${nameOf(tank, each)}: only held until now`,
      detail: each.untilReason || 'mend it for good',
    })
  }
}

/** Whether a repair is the last that was done to one of its leaks, and the leak has not come back since. */
const isLastWord = (tank: Tank, { id, leakIds }: RepairView): boolean =>
  leakIds.some(leakId => readingOf(tank).lastRepair(leakId)?.id === id && readingOf(tank).isRepaired(leakId))

type RepairBell = 'cure' | 'move' | 'fuel' | 'temporary'

/** Hangs a bell of a repair for a moment that is to come, or that a hanging one waits for; none takes it off. */
async function hangAt(
  tx: Transaction,
  tank: Tank,
  { id }: RepairView,
  now: Date,
  { kind, at, ...words }: { kind: RepairBell; at: number | null; title: string; detail: string },
) {
  if (at === null) return takeOffBell(tx, kind, id, now)
  // What is past rings only where its bell hangs for a later moment.
  if (at <= +now && !(await hangingBell(tx, kind, id))) return
  await hangAnew(tx, { jobId: tank.id, kind, subjectId: id, ...words, dueAt: new Date(Math.max(at, +now)) })
}

async function hangCureOf(tx: Transaction, tank: Tank, its: RepairView, now: Date, counts: boolean) {
  const cures = its.movableAt !== null || its.curedAt === null
  const title = (what: string) => `${tank.craft.name}, ${nameOf(tank, its)} ${what}`
  if (counts && its.curedAt === null) {
    await takeOffBell(tx, 'move', its.id, now)
    await takeOffBell(tx, 'fuel', its.id, now)
    return hangAnew(tx, {
      jobId: tank.id,
      kind: 'cure',
      subjectId: its.id,
      title: title('does not cure'),
      detail: 'too cold: warm it, then read the thermometer again',
      dueAt: new Date(+now + LOOK_AGAIN),
    })
  }
  const hang = (kind: RepairBell, at: number | null, what: string, detail: string) =>
    hangAt(tx, tank, its, now, { kind, at: counts ? at : null, title: title(what), detail })
  await hang('cure', its.curedAt, cures ? 'cured' : 'may be tested', 'then hold again')
  await hang('move', its.movableAt, 'may be moved', 'not tested yet')
  await hang('fuel', its.fuelAt, 'may see fuel', 'fill it slowly, and look')
}

async function hangTrialOf(tx: Transaction, tank: Tank, its: RepairView, now: Date, counts: boolean) {
  for (const [i, after] of trialOfMethod(its.method).entries()) {
    const subjectId = derivedId(its.id, `trial ${TRIAL_DAYS[i]}`)
    const due = its.curedAt === null ? null : its.curedAt + after
    if (!counts || due === null) await takeOffBell(tx, 'trial', subjectId, now)
    else if (due > +now || (await hangingBell(tx, 'trial', subjectId)))
      await hangAnew(tx, {
        jobId: tank.id,
        kind: 'trial',
        subjectId,
        title: `${tank.craft.name}, ${nameOf(tank, its)}: trial, day ${TRIAL_DAYS[i]}`,
        detail: i === TRIAL_DAYS.length - 1 ? 'the last test: then it counts' : 'hold again; it does not count yet',
        dueAt: new Date(Math.max(due, +now)),
      })
  }
}

/** Jobs, closed ones too, on which something was put on lately that cures. */
async function jobsWithCures(tx: Transaction, now: Date): Promise<string[]> {
  const rows = await tx
    .selectDistinct({ id: entry.jobId })
    .from(entry)
    .where(
      and(
        eq(entry.kind, 'repair'),
        gt(sql`(${entry.facts} ->> 'cureTime')::float8`, 0),
        gt(entry.at, new Date(+now - LONGEST_CURE)),
      ),
    )
    .orderBy(asc(entry.jobId))
  return rows.map(row => row.id)
}

/**
 * Writes what the shop's thermometer says, and moves the bells of the cures that it moves, each with a line in its job's trail.
 * @param write of the readings themselves
 * @returns what that returns; null when there was nothing to write
 */
export async function movingCures<T>(tx: Transaction, actor: Actor, now: Date, write: () => Promise<T>): Promise<T> {
  // One after the other: a bell goes by all that was read.
  await tx.execute(sql`lock table ${shopTemperature} in share row exclusive mode`)
  const ids = await jobsWithCures(tx, now)
  const before = await loadAspectsOf(ids, ['leaks'], tx)
  const written = await write()
  await forgetRows(tx)
  for (const [jobId, tank] of await loadAspectsOf(ids, ['leaks'], tx)) {
    const was = new Map(before.get(jobId)?.repairs.map(each => [each.id, each]))
    const moved = tank.repairs.filter(each => curedAt(each) !== curedAt(was.get(each.id) ?? each))
    if (moved.length === 0) continue
    await lockJob(tx, jobId, null)
    for (const each of moved)
      await writeTrail(tx, actor, now, {
        jobId,
        subjectId: each.id,
        verb: 'moved a cure',
        detail: {
          leak: listWords(tank.leaks.filter(({ id }) => each.leakIds.includes(id)).map(leak => String(leak.number))),
          from: moment(was.get(each.id)!),
          to: moment(each),
        },
      })
    await hangCures(tx, jobId, now)
    await tell(tx, { topics: ['leaks'], jobId, subjectId: null })
  }
  return written
}

const moment = (its: RepairView) => (its.curedAt === null ? 'stands still' : new Date(its.curedAt).toISOString())
