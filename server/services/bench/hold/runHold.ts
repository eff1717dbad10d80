import { randomUUID } from 'node:crypto'
import { and, eq, isNull, sql } from 'drizzle-orm'
import type { HoldEstimate } from '../../../../core/hold/holdEstimate'
import { testName } from '../../../../core/leaktest/testKinds'
import { holdTimeAt, withSpeed, type HoldClock } from '../../../../shared/leaktest/hold/holdClock'
import type { HoldState } from '../../../../shared/leaktest/hold/holdForm'
import type { BenchHold } from '../../../../shared/leaktest/hold/holdView'
import { isSimulated } from '../../../../shared/jobEntries'
import { sealedFor, type SealedFor } from '../../../../shared/leaktest/limitsReached'
import { testsOf } from '../../../../shared/leaktest/tests'
import { database, inTransaction } from '../../../db/client'
import { test, testEntry } from '../../../db/schema'
import { loadAspects, loadJob } from '../../job/loadJobs'
import { mustHaveReadCautions } from '../../safe/safety'
import { hangBell, hangingBell } from '../../bells/bells'
import { change, lockJob, type Actor } from '../../ground/change'
import { notFound, Refusal } from '../../ground/refusal'
import { mustRunAlone, mustRunAloneOnCraft } from '../beginTest'
import { closeTest } from '../endTest'
import { changeFacts, heldTestRow, testRow } from '../testRows'
import { keysOf } from './deviceKeys'
import { isLong } from './keptReadings'
import { holdState } from './holdSetup'
import { liveForecast } from './liveHolds'

/** A hold with its marks, whether it is long, and who may send to it. @throws Refusal 404 */
export async function loadHold(id: string): Promise<BenchHold> {
  const { jobId } = await testRow('hold', id)
  const view = testsOf(await loadAspects(jobId, ['tests']), 'hold').find(each => each.id === id)
  if (!view) throw notFound('hold')
  return { ...view, isLong: await isLong(id), deviceKeys: await keysOf(id) }
}

const order: HoldState[] = ['set up', 'settling', 'reading', 'stopped']
const verbs = { settling: 'started the hold', reading: 'called it settled', stopped: 'stopped the hold' }

/**
 * Moves a hold on: air is in and it settles, it is read, it is stopped and estimated. A step that was made already changes
 * nothing.
 * @throws Refusal 409 when the cautions of the job were not read before air goes in, or another test runs that is in its way
 */
export async function stepHold(actor: Actor, id: string, to: Exclude<HoldState, 'set up'>): Promise<BenchHold> {
  const { jobId, number } = await testRow('hold', id)
  await change(
    actor,
    { verb: verbs[to], touches: ['tests'], jobId, subjectId: id, detail: { hold: number } },
    async (tx, now) => {
      // Held, so that no reading slips in between the verdict and the stop that it belongs to.
      const row = await heldTestRow(tx, 'hold', id)
      if (order.indexOf(to) <= order.indexOf(holdState(row))) return null
      if (to === 'settling') {
        const tank = await loadJob(jobId, tx)
        mustHaveReadCautions(tank, actor, 'air or smoke')
        mustRunAlone(tank, 'hold', id)
        await mustRunAloneOnCraft(tx, tank, 'hold')
        await changeFacts<'hold'>(tx, row, { clock: { anchoredAt: +now, anchor: 0, speed: 1 } }, { startedAt: now })
        if (row.facts.course === 'bracketed')
          await tx.insert(testEntry).values({
            id: randomUUID(),
            testId: id,
            at: now,
            entry: { kind: 'closed at room pressure', t: 0, amount: null },
            personId: actor.id,
          })
        return true
      }
      const { clock } = row.facts
      if (clock === null) throw new Refusal(409, 'This hold has not been started yet.')
      if (to === 'reading') await changeFacts<'hold'>(tx, row, { settledAt: holdTimeAt(clock, +now) })
      else await closeTest(tx, row, now)
      return true
    },
  )
  return loadHold(id)
}

/** Lets a stand-in's time run faster or slower from now on. */
export async function setHoldSpeed(actor: Actor, id: string, speed: number): Promise<BenchHold> {
  const { jobId, facts } = await testRow('hold', id)
  const onStandIn = facts.source === 'stand-in' || (facts.source === 'camera' && isSimulated(await loadJob(jobId)))
  if (!onStandIn) throw new Refusal(409, 'Only a stand-in’s time can run faster.')
  await change(
    actor,
    { verb: 'changed the stand-in’s speed', touches: ['tests'], jobId, subjectId: id, detail: { speed } },
    async (tx, now) => {
      const row = await heldTestRow(tx, 'hold', id)
      const { clock } = row.facts
      if (!clock || row.stoppedAt !== null || clock.speed === speed) return null
      await changeFacts<'hold'>(tx, row, { clock: withSpeed(clock, speed, +now) })
      return true
    },
  )
  return loadHold(id)
}

/** The holds that run now on simulated tanks, each with its clock. */
export async function runningStandIns(): Promise<{ id: string; clock: HoldClock }[]> {
  return database()
    .select({ id: test.id, clock: sql<HoldClock>`${test.facts}->'clock'` })
    .from(test)
    .where(
      and(
        eq(test.kind, 'hold'),
        isNull(test.stoppedAt),
        sql`${test.facts}->>'source' = 'stand-in'`,
        sql`${test.facts}->'clock' <> 'null'`,
      ),
    )
}

/** How long a verdict has stood before it rings, s of the hold: while gas settles it may turn. */
const STANDS_FOR = 120
const DECIDES = 'decides about then'
/** When to look at a hold that nothing in sight decides, s. */
const LOOK_AFTER = 1800

/**
 * When the bell of a running hold is due.
 * @param minutesMore until it decides, null where nothing in sight does
 * @param held s since it was started
 * @param parts for how many it is sealed
 * @returns in s of the hold from now, and what it says
 */
function decisionDue(
  { verdict, settling }: HoldEstimate,
  minutesMore: number | null,
  held: number,
  { sealed, of, left }: SealedFor,
): { in: number; detail: string } {
  const stands = Math.max(STANDS_FOR, settling ? 3 * settling.tau - held : 0)
  if (verdict !== 'cannot-tell') return { in: stands, detail: `decided: ${verdict}. Stop it, or go on` }
  if (minutesMore === null && sealed > 0 && left)
    return { in: stands, detail: `sealed for ${sealed} of ${of} parts; no wait decides the others: soap them` }
  return minutesMore === null
    ? { in: LOOK_AFTER, detail: 'not decided by then: look at it' }
    : { in: minutesMore * 60, detail: DECIDES }
}

/** Hangs or moves the bell for the moment at which a running hold decides. */
export async function hangDecisionBell(id: string): Promise<void> {
  const { estimate, minutesMore } = await liveForecast(id)
  if (!estimate) return
  const { jobId } = await testRow('hold', id)
  await inTransaction(async tx => {
    await lockJob(tx, jobId, null)
    const row = await testRow('hold', id, tx)
    const { clock } = row.facts
    if (!clock || row.stoppedAt !== null || clock.speed === 0) return
    const tank = await loadAspects(jobId, ['facts'], tx)
    const parts = sealedFor(tank, { ...row, startedAt: +row.startedAt }, estimate)
    const [{ now }] = (await tx.execute<{ now: Date }>(sql`select now() as now`)).rows as [{ now: Date }]
    const due = decisionDue(estimate, minutesMore, holdTimeAt(clock, +new Date(now)), parts)
    const hanging = await hangingBell(tx, 'hold', id)
    // What is the same as before counts from when it was first so; only a forecast moves.
    if (hanging?.detail === due.detail && due.detail !== DECIDES) return
    await hangBell(tx, {
      jobId,
      kind: 'hold',
      subjectId: id,
      title: `${testName(row)}, ${tank.craft.name}`,
      detail: due.detail,
      dueAt: new Date(+new Date(now) + (due.in * 1000) / clock.speed),
    })
  })
}
