import { desc, eq } from 'drizzle-orm'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from '../../../core/hold/unseenChange'
import { placeName, reachOn } from '../../../shared/jobCircuit'
import type { BalloonForm, GirthForm } from '../../../shared/schemas/balloon'
import type { JobView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { balloon, girth } from '../../db/schema'
import { hangBell, takeOffBell } from '../shop/bells'
import { change, type Actor } from '../shop/change'
import { loadJob } from '../job/jobs'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { mustHaveReadCautions } from '../safe/safety'
import { hangLookIfSealed, mustBeWithinLimit, mustHaveReasonIfEarly } from './tests'

async function tied(id: string) {
  const [row] = await database().select().from(balloon).where(eq(balloon.id, id))
  if (!row) throw notFound('balloon')
  return row
}

/** Instruments read over hours drift more than over minutes: K and Pa, one standard deviation. */
const SEEN = { temperature: 0.2, barometer: 30 }

/**
 * Ties a balloon over an opening. A repeated id is the same balloon.
 * @throws Refusal 422 over the tank's limit or early without a reason, 409 before the cautions are read or while another is tied
 */
export async function tieBalloon(actor: Actor, jobId: string, form: BalloonForm): Promise<JobView> {
  await change(actor, { verb: 'tied a balloon', jobId, subjectId: form.id }, async (tx, now) => {
    const [same] = await tx.select({ id: balloon.id }).from(balloon).where(eq(balloon.id, form.id))
    if (same) return null
    const tank = await loadJob(jobId, tx)
    mustBeWithinLimit(tank, form.pressure)
    mustHaveReadCautions(tank, actor, 'air or smoke')
    if (tank.balloons.some(each => each.stoppedAt === null && !each.struck)) throw new Refusal(409, 'A balloon is tied on already. Go on with that one.')
    const { reached, escapes } = reachOn(tank, { closures: form.closures, links: form.links, pressure: form.pressure })
    if (reached.length === 0) throw refuseField('closures', 'Every part is shut out of this test: leave at least one with its own closure.')
    if (escapes.length > 0) throw refuseField('links', `Air would escape at the ${placeName(tank, escapes[0]!).toLowerCase()}: shut what leads there, or nothing will hold.`)
    const [last] = await tx.select({ number: balloon.number }).from(balloon).where(eq(balloon.jobId, jobId)).orderBy(desc(balloon.number)).limit(1)
    await tx.insert(balloon).values({
      id: form.id, jobId, number: (last?.number ?? 0) + 1, closures: form.closures, links: form.links, reached, earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now), startedBy: actor.id, startedAt: now,
      setup: {
        volume: form.volume, volumeUncertainty: form.volumeUncertainty, pressure: form.pressure, girthUncertainty: form.girthUncertainty, limit: tank.acceptance,
        temperatureChangeUncertainty: form.hasThermometer ? SEEN.temperature : 10 * UNSEEN_TEMPERATURE_CHANGE,
        barometerChangeUncertainty: form.hasBarometer ? SEEN.barometer : 10 * UNSEEN_BAROMETER_CHANGE,
      },
    })
    return true
  })
  return loadJob(jobId)
}

/** Takes a girth typed now, and moves the bell to when the next is worth typing. @throws Refusal 409 once it was taken off */
export async function typeGirth(actor: Actor, id: string, form: GirthForm): Promise<JobView> {
  const { jobId, number } = await tied(id)
  await change(actor, { verb: 'typed a girth', jobId, subjectId: id, detail: { balloon: number } }, async (tx, now) => {
    const [row] = await tx.select().from(balloon).where(eq(balloon.id, id))
    if (row?.stoppedAt) throw new Refusal(409, 'This balloon was taken off. Tie another.')
    const [before] = await tx.select({ girth: girth.girth }).from(girth).where(eq(girth.balloonId, id)).orderBy(girth.at).limit(1)
    if (before && form.girth > 2 * before.girth) throw refuseField('girth', `The first girth was ${Math.round(before.girth * 1000)} mm. Check the unit.`)
    const { controlGirth = null, temperature = null, barometer = null } = form
    const [made] = await tx.insert(girth).values({ id: form.id, balloonId: id, girth: form.girth, controlGirth, temperature, barometer, at: now, personId: actor.id }).onConflictDoNothing().returning({ id: girth.id })
    if (!made) return null
    await hangGirthBell(tx, jobId, id, now)
    return made
  })
  return loadJob(jobId)
}

const FIRST_LOOK = 2 * 3600_000
const LONGEST = 8 * 3600_000

/** When the next girth is due: when it is likely to decide, and in no case later than a night's rest on. */
async function hangGirthBell(tx: Transaction, jobId: string, id: string, now: Date): Promise<void> {
  const job = await loadJob(jobId, tx)
  const view = job.balloons.find(each => each.id === id)!
  const decided = view.estimate !== null && view.estimate.verdict !== 'cannot-tell'
  const wait = view.estimate?.minutesMore ? Math.min(LONGEST, view.estimate.minutesMore * 60_000) : FIRST_LOOK
  await hangBell(tx, {
    jobId, kind: 'balloon', subjectId: id, title: `Balloon ${view.number}, ${job.craft.name}`,
    detail: decided ? `decided: ${view.estimate!.verdict}. Take it off, or go on` : 'type its girth again',
    dueAt: decided ? now : new Date(+now + wait),
  })
}

/** Takes a balloon off: what its girths amount to is then evidence. A repeated call changes nothing. */
export async function takeOffBalloon(actor: Actor, id: string): Promise<JobView> {
  const { jobId, number } = await tied(id)
  await change(actor, { verb: 'took the balloon off', jobId, subjectId: id, detail: { balloon: number } }, async (tx, now) => {
    const [row] = await tx.select().from(balloon).where(eq(balloon.id, id))
    if (row?.stoppedAt) return null
    await tx.update(balloon).set({ stoppedAt: now }).where(eq(balloon.id, id))
    await takeOffBell(tx, 'balloon', id, now)
    await hangLookIfSealed(tx, jobId, now)
    return true
  })
  return loadJob(jobId)
}

