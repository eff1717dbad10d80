import { and, asc, eq, gt, sql } from 'drizzle-orm'
import { curedAt, longestCure } from '../../../shared/limits'
import type { RepairView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { leak, repair, shopTemperature } from '../../db/schema'
import { hangAnew, hangingBell, takeOffBell } from '../shop/bells'
import { lockJob, tell, writeTrail, type Actor } from '../shop/change'
import { loadAspects, loadAspectsOf } from './loadJobs'

/** What stands still in the cold is looked at again after so long, ms. */
const LOOK_AGAIN = 12 * 3600_000
/** What was put on longer ago is not looked at again, ms. */
const LONGEST_CURE = 120 * 86_400_000

/**
 * The bell of a leak's cure: that of the repair that cures longest; those of repairs that were struck out or stripped off come
 * off.
 */
export async function hangCure(tx: Transaction, jobId: string, leakId: string, now: Date): Promise<void> {
  const tank = await loadAspects(jobId, ['facts', 'leaks'], tx)
  const counts = longestCure(tank, leakId)
  for (const each of tank.repairs)
    if (each.leakId === leakId && each.id !== counts?.id) await takeOffBell(tx, 'cure', each.id, now)
  if (!counts) return
  const { number } = tank.leaks.find(each => each.id === leakId)!
  const bell = { jobId, kind: 'cure', subjectId: counts.id } as const
  if (counts.curedAt === null)
    return hangAnew(tx, {
      ...bell,
      title: `${tank.craft.name}, leak ${number} does not cure`,
      detail: 'too cold: warm it, then read the thermometer again',
      dueAt: new Date(+now + LOOK_AGAIN),
    })
  // One that has cured rings only where its bell hangs for a later moment.
  if (counts.curedAt <= +now && !(await hangingBell(tx, 'cure', counts.id))) return
  await hangAnew(tx, {
    ...bell,
    title: `${tank.craft.name}, leak ${number} cured`,
    detail: 'then hold again',
    dueAt: new Date(Math.max(counts.curedAt, +now)),
  })
}

/** Jobs, closed ones too, on which something was put on lately that cures. */
async function jobsWithCures(tx: Transaction, now: Date): Promise<string[]> {
  const rows = await tx
    .selectDistinct({ id: leak.jobId })
    .from(leak)
    .innerJoin(repair, eq(repair.leakId, leak.id))
    .where(and(gt(repair.cureTime, 0), gt(repair.at, new Date(+now - LONGEST_CURE))))
    .orderBy(asc(leak.jobId))
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
  for (const [jobId, tank] of await loadAspectsOf(ids, ['leaks'], tx)) {
    const was = new Map(before.get(jobId)?.repairs.map(each => [each.id, each]))
    const moved = tank.repairs.filter(each => curedAt(each) !== curedAt(was.get(each.id) ?? each))
    if (moved.length === 0) continue
    await lockJob(tx, jobId)
    for (const each of moved)
      await writeTrail(tx, actor, now, {
        jobId,
        subjectId: each.id,
        verb: 'moved a cure',
        detail: {
          leak: tank.leaks.find(({ id }) => id === each.leakId)!.number,
          from: moment(was.get(each.id)!),
          to: moment(each),
        },
      })
    for (const leakId of new Set(moved.map(each => each.leakId))) await hangCure(tx, jobId, leakId, now)
    await tell(tx, { topics: ['leaks'], jobId, subjectId: null })
  }
  return written
}

const moment = (its: RepairView) => (its.curedAt === null ? 'stands still' : new Date(its.curedAt).toISOString())
