import { asc, desc, eq, inArray } from 'drizzle-orm'
import type { Circuit } from '../../../core/circuit/circuit'
import { circuitFaults } from '../../../core/circuit/circuitFaults'
import { tankKind } from '../../../core/circuit/tankKinds'
import type { NextAction } from '../../../core/ledger/nextStep'
import { descentOf, jobStanding, latestFind } from '../../../shared/jobEntries'
import { factsOf } from '../../../shared/jobFacts'
import type { CircuitEdit } from '../../../shared/schemas/circuit'
import { jobFactNames, type JobEdit, type NewJob } from '../../../shared/schemas/job'
import type { BayRow, JobView, PurchaseView, SmokeView, SoapView, TrailView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { balloon, cautionRead, checkAnswer, craft, drained, find, gasReading, girth, hold, hotWork, job, leak, outcome, part, person, photo, probe, purchase, purchaseStep, refit, repair, smoke, smokeEvent, soap, soapMark, strike, stripEntry, touch, trail, volumeCheck, weighing } from '../../db/schema'
import { balloonView } from '../bench/balloonView'
import { volumeCheckView } from '../bench/volumeCheckView'
import { change, type Actor } from '../shop/change'
import { craftNamed, lastDrawn, renamedCraft } from './crafts'
import { notFound, Refusal, refuseField } from '../shop/refusal'

type Reader = Pick<Transaction, 'select'>

/** Jobs with all that has happened to them, in a fixed number of queries. @param ids absent for all */
export async function loadJobs(ids?: string[], reader: Reader = database()): Promise<JobView[]> {
  if (ids?.length === 0) return []
  const only = ids
  const names = new Map((await reader.select({ id: person.id, name: person.name }).from(person)).map(each => [each.id, each.name]))
  const name = (id: string) => names.get(id) ?? 'somebody'
  const jobs = await reader.select().from(job).innerJoin(craft, eq(job.craftId, craft.id)).where(only && inArray(job.id, only)).orderBy(desc(job.openedAt))
  const parts = await reader.select().from(part).where(only && inArray(part.jobId, only)).orderBy(asc(part.position))
  const cautions = await reader.select().from(cautionRead).where(only && inArray(cautionRead.jobId, only)).orderBy(asc(cautionRead.at))
  const gas = await reader.select().from(gasReading).where(only && inArray(gasReading.jobId, only)).orderBy(asc(gasReading.at))
  const drains = await reader.select().from(drained).where(only && inArray(drained.jobId, only)).orderBy(asc(drained.at))
  const weighings = await reader.select().from(weighing).where(only && inArray(weighing.jobId, only)).orderBy(asc(weighing.at))
  const hot = await reader.select().from(hotWork).where(only && inArray(hotWork.jobId, only)).orderBy(asc(hotWork.at))
  const holds = await reader.select().from(hold).where(only && inArray(hold.jobId, only)).orderBy(asc(hold.number))
  const checks = await reader.select({ check: volumeCheck }).from(volumeCheck).innerJoin(hold, eq(volumeCheck.holdId, hold.id)).where(only && inArray(hold.jobId, only)).orderBy(asc(volumeCheck.at))
  const balloons = await reader.select().from(balloon).where(only && inArray(balloon.jobId, only)).orderBy(asc(balloon.number))
  const girths = await reader.select({ girth }).from(girth).innerJoin(balloon, eq(girth.balloonId, balloon.id)).where(only && inArray(balloon.jobId, only)).orderBy(asc(girth.at))
  const soaps = await reader.select().from(soap).where(only && inArray(soap.jobId, only)).orderBy(asc(soap.number))
  const marks = await reader.select({ mark: soapMark }).from(soapMark).innerJoin(soap, eq(soapMark.soapId, soap.id)).where(only && inArray(soap.jobId, only)).orderBy(asc(soapMark.at))
  const smokes = await reader.select().from(smoke).where(only && inArray(smoke.jobId, only)).orderBy(asc(smoke.number))
  const smokeEvents = await reader.select({ event: smokeEvent }).from(smokeEvent).innerJoin(smoke, eq(smokeEvent.smokeId, smoke.id)).where(only && inArray(smoke.jobId, only)).orderBy(asc(smokeEvent.at))
  const answers = await reader.select().from(checkAnswer).where(only && inArray(checkAnswer.jobId, only)).orderBy(asc(checkAnswer.at))
  const probes = await reader.select().from(probe).where(only && inArray(probe.jobId, only)).orderBy(asc(probe.at))
  const outcomes = await reader.select().from(outcome).where(only && inArray(outcome.jobId, only)).orderBy(asc(outcome.at))
  const purchases = await reader.select().from(purchase).where(only && inArray(purchase.jobId, only)).orderBy(asc(purchase.at))
  const purchaseSteps = await reader.select({ step: purchaseStep }).from(purchaseStep).innerJoin(purchase, eq(purchaseStep.purchaseId, purchase.id)).where(only && inArray(purchase.jobId, only)).orderBy(asc(purchaseStep.at))
  const photos = await reader.select({ id: photo.id, jobId: photo.jobId, width: photo.width, height: photo.height, drawnOn: photo.drawnOn, personId: photo.personId, at: photo.at }).from(photo).where(only && inArray(photo.jobId, only)).orderBy(asc(photo.at))
  const stripped = await reader.select({ entry: stripEntry, refit }).from(stripEntry).leftJoin(refit, eq(refit.entryId, stripEntry.id)).where(only && inArray(stripEntry.jobId, only)).orderBy(asc(stripEntry.at))
  const leaks = await reader.select().from(leak).where(only && inArray(leak.jobId, only)).orderBy(asc(leak.number))
  const finds = await reader.select({ find }).from(find).innerJoin(leak, eq(find.leakId, leak.id)).where(only && inArray(leak.jobId, only)).orderBy(asc(find.at))
  const repairs = await reader.select({ repair }).from(repair).innerJoin(leak, eq(repair.leakId, leak.id)).where(only && inArray(leak.jobId, only)).orderBy(asc(repair.at))
  const touches = await reader.select().from(touch).where(only && inArray(touch.jobId, only)).orderBy(asc(touch.at))
  const strikes = new Map((await reader.select().from(strike).where(only && inArray(strike.jobId, only))).map(each => [each.subjectId, `${each.reason} (${name(each.personId)})`]))
  const struck = (id: string) => strikes.get(id) ?? null

  return jobs.map(({ job: { hiddenTank, craftId: _craft, ...row }, craft: its }) => {
    const own = <T extends { jobId: string }>(rows: T[]) => rows.filter(each => each.jobId === row.id)
    const ownLeaks = own(leaks)
    const said = <T extends { id: string, personId: string, at: Date }>({ personId, at, ...rest }: T) => ({ ...rest, by: name(personId), at: +at, struck: struck(rest.id) })
    const leakIds = new Set(ownLeaks.map(each => each.id))
    return {
      ...row,
      craft: { name: its.name, kind: its.kind, built: its.built },
      openedAt: +row.openedAt,
      openedBy: name(row.openedBy),
      hasStandIn: hiddenTank !== null,
      cautionsRead: own(cautions).map(({ caution, calledBy, personId, at }) => ({ caution, calledBy, personId, by: name(personId), at: +at })),
      gasReadings: own(gas).map(said),
      drained: own(drains).map(said),
      weighings: own(weighings).map(said),
      hotWork: own(hot).map(said),
      parts: own(parts).map(each => ({ ...each, removedAt: each.removedAt && +each.removedAt })),
      holds: own(holds).map(({ createdBy, ...each }) => ({
        ...each, by: name(createdBy), createdAt: +each.createdAt, stoppedAt: each.stoppedAt && +each.stoppedAt, struck: struck(each.id),
        volumeChecks: checks.filter(({ check }) => check.holdId === each.id).map(({ check }) => volumeCheckView(check, each.setup, name(check.personId))),
      })),
      balloons: own(balloons).map(each => balloonView(each, girths.filter(known => known.girth.balloonId === each.id).map(known => known.girth), name, struck(each.id))),
      soaps: own(soaps).map(({ startedBy, ...each }): SoapView => ({
        ...each, by: name(startedBy), startedAt: +each.startedAt, stoppedAt: each.stoppedAt && +each.stoppedAt, struck: struck(each.id),
        marks: [...new Map(marks.filter(({ mark }) => mark.soapId === each.id).map(({ mark }) => [mark.partId, { partId: mark.partId, mark: mark.mark, at: +mark.at }])).values()],
      })),
      smokes: own(smokes).map(({ startedBy, ...each }): SmokeView => ({
        ...each, by: name(startedBy), startedAt: +each.startedAt, stoppedAt: each.stoppedAt && +each.stoppedAt, struck: struck(each.id),
        events: smokeEvents.filter(({ event }) => event.smokeId === each.id).map(({ event }) => ({ ...event.event, id: event.id, at: +event.at, by: name(event.personId) })),
      })),
      answers: own(answers).map(said),
      probes: own(probes).map(said),
      outcomes: own(outcomes).map(said),
      photos: own(photos).map(said),
      stripped: stripped.filter(({ entry }) => entry.jobId === row.id).map(({ entry, refit: on }) => ({ ...said(entry), refit: on && { by: name(on.personId), at: +on.at, photoId: on.photoId } })),
      purchases: own(purchases).map(({ personId, ...each }): PurchaseView => ({
        ...each, by: name(personId), at: +each.at,
        steps: purchaseSteps.filter(({ step }) => step.purchaseId === each.id).map(({ step }) => ({ id: step.id, step: step.step, note: step.note, by: name(step.personId), at: +step.at })),
      })),
      leaks: ownLeaks,
      finds: finds.filter(each => leakIds.has(each.find.leakId)).map(({ find: { soapId, smokeId, ...each } }) => ({ ...each, testId: (soapId ?? smokeId)!, by: name(each.personId), at: +each.at, struck: struck(each.id) })),
      repairs: repairs.filter(each => leakIds.has(each.repair.leakId)).map(({ repair: each }) => ({ ...each, by: name(each.personId), at: +each.at, curedAt: +each.curedAt, struck: struck(each.id) })),
      touches: own(touches).map(each => ({ ...each, by: name(each.personId), at: +each.at, struck: struck(each.id) })),
    }
  })
}

/** @throws Refusal 404 */
export async function loadJob(id: string, reader?: Reader): Promise<JobView> {
  const [found] = await loadJobs([id], reader)
  if (!found) throw notFound('job')
  return found
}

/** Actions from the one that presses most: what runs now, then what only waits for somebody, then what waits for time. */
const pressing: NextAction[] = ['watch', 'repair', 'find', 'retest', 'settle', 'check', 'test', 'wait', 'record']

/** The Bay: every job with its standing derived, the ones that need someone first. */
export async function bay(now: number): Promise<BayRow[]> {
  const rows = (await loadJobs()).map((view): BayRow => {
    const { ledger, entries, next } = jobStanding(view, now)
    return {
      id: view.id, craft: view.craft.name, tankName: view.tankName, tankKind: view.tankKind, material: view.material, capacity: view.capacity, fuel: view.fuel,
      acceptance: view.acceptance, state: ledger.state, next, descent: descentOf(view),
      leaks: entries.leaks.flatMap(each => {
        const at = latestFind(view.finds, each.id)
        const state = ledger.leaks.find(known => known.id === each.id)?.state
        return at && state ? [{ number: each.number, state, x: (at.x1 + at.x2) / 2, y: (at.y1 + at.y2) / 2 }] : []
      }),
      movedAt: Math.max(view.openedAt, ...view.holds.map(each => each.stoppedAt ?? each.createdAt), ...view.soaps.map(each => each.stoppedAt ?? each.startedAt), ...view.balloons.map(each => each.stoppedAt ?? each.girths.at(-1)?.at ?? each.startedAt), ...[...view.repairs, ...view.touches, ...view.answers, ...view.probes].map(each => each.at), ...view.smokes.map(each => each.stoppedAt ?? each.startedAt)),
    }
  })
  return rows.sort((a, b) => pressing.indexOf(a.next.action) - pressing.indexOf(b.next.action) || b.movedAt - a.movedAt)
}

/**
 * Opens a job. A craft of the same name is the same craft: what was drawn of its tank comes along from its last job,
 * otherwise the parts and the circuit of the tank's kind. A repeated id is the same job.
 */
export async function openJob(actor: Actor, input: NewJob): Promise<JobView> {
  const kind = tankKind(input.tankKind)
  await change(actor, { verb: 'opened the job', jobId: input.id, opensJob: true, subjectId: input.id, detail: { craft: input.craftName, tank: input.tankName } }, async (tx, now) => {
    const [same] = await tx.select({ id: job.id }).from(job).where(eq(job.id, input.id))
    if (same) return null
    const { craftName, craftKind, craftBuilt, ...facts } = input
    const craftId = await craftNamed(tx, { name: craftName, kind: craftKind, built: craftBuilt })
    const before = await lastDrawn(tx, craftId, input.tankName, input.tankKind)
    const [made] = await tx.insert(job).values({ ...facts, craftId, circuit: before?.circuit ?? kind.circuit, wallGive: kind.wallGivePerKPa / 1000, openedAt: now, openedBy: actor.id }).onConflictDoNothing().returning({ id: job.id })
    if (!made) return null
    const parts = before?.parts ?? kind.parts.map(({ key: _, ...each }) => each)
    await tx.insert(part).values(parts.map((each, position) => ({ ...each, id: crypto.randomUUID(), jobId: input.id, position })))
    return true
  })
  return loadJob(input.id)
}

function mustBeRevision(current: JobView, revision: number) {
  if (current.revision !== revision) throw new Refusal(409, 'Somebody else changed this job while you did. Choose what to keep.', {}, current)
}

/**
 * Changes a job's facts.
 * @throws Refusal 409 with the job as it is now when somebody else changed it since `revision`
 */
export async function editJob(actor: Actor, id: string, { revision, ...edit }: JobEdit): Promise<JobView> {
  const before = await loadJob(id)
  const old = factsOf(before)
  const changed = jobFactNames.filter(name => JSON.stringify(old[name]) !== JSON.stringify(edit[name]))
  await change(actor, { verb: 'changed the job', jobId: id, subjectId: id, detail: Object.fromEntries(changed.map(name => [name, { from: old[name], to: edit[name] }])) }, async (tx, _now) => {
    const current = await loadJob(id, tx)
    mustBeRevision(current, revision)
    if (changed.length === 0) return null
    const { craftName, craftKind, craftBuilt, ...facts } = edit
    const [row] = await tx.select({ craftId: job.craftId }).from(job).where(eq(job.id, id))
    const craftId = await renamedCraft(tx, row!.craftId, { name: craftName, kind: craftKind, built: craftBuilt })
    await tx.update(job).set({ ...facts, craftId, revision: revision + 1 }).where(eq(job.id, id))
    return true
  })
  return loadJob(id)
}

/**
 * Sets the parts and the circuit that they are tied to: new parts are added, absent ones are taken off from now on, the others renamed, moved and put in route order.
 * @throws Refusal 422 when the circuit does not hang together or a part with a leak would be taken off, 409 with the job as it is when somebody else changed it since `revision`
 */
export async function setCircuit(actor: Actor, id: string, { parts, spaces, links, revision }: Omit<CircuitEdit, keyof Circuit> & Circuit): Promise<JobView> {
  const before = await loadJob(id)
  const live = before.parts.filter(each => each.removedAt === null)
  const fault = circuitFaults({ spaces, links }, parts).find(each => each.fatal)
  if (fault) throw refuseField('parts', fault.sentence)
  const unlinked = parts.find(each => each.link !== null && !links.some(link => link.id === each.link))
  if (unlinked) throw refuseField('parts', `${unlinked.name} is the body of a valve that is not there any more. Choose another valve, or none.`)
  const detail = {
    added: parts.filter(each => !live.some(old => old.id === each.id)).map(each => each.name),
    removed: live.filter(old => !parts.some(each => each.id === old.id)).map(old => old.name),
    spaces: spaces.length, links: links.length,
  }
  await change(actor, { verb: 'changed the circuit', jobId: id, subjectId: id, detail }, async (tx, now) => {
    const current = await loadJob(id, tx)
    mustBeRevision(current, revision)
    await tx.update(job).set({ circuit: { spaces, links }, revision: revision + 1 }).where(eq(job.id, id))
    for (const old of current.parts.filter(each => each.removedAt === null && !parts.some(kept => kept.id === each.id))) {
      if (current.leaks.some(each => each.partId === old.id)) throw refuseField('parts', `${old.name} has a leak on record, so it stays on the list. Rename it if the name is wrong.`)
      await tx.update(part).set({ removedAt: now }).where(eq(part.id, old.id))
    }
    for (const [position, each] of parts.entries()) {
      const [elsewhere] = await tx.select({ jobId: part.jobId }).from(part).where(eq(part.id, each.id))
      if (elsewhere && elsewhere.jobId !== id) throw refuseField('parts', `${each.name} belongs to another job.`)
      const values = { name: each.name, family: each.family, shape: each.shape, opening: each.opening, space: each.space, link: each.link, position, removedAt: null }
      await tx.insert(part).values({ id: each.id, jobId: id, ...values }).onConflictDoUpdate({ target: part.id, set: values })
    }
    return true
  })
  return loadJob(id)
}

/**
 * Records that an entry no longer counts, and why. The entry itself stays.
 * @throws Refusal 404 when the job has no such entry
 */
export async function strikeEntry(actor: Actor, id: string, input: { id: string, subjectId: string, reason: string }): Promise<JobView> {
  const before = await loadJob(id)
  const subject = [...before.holds, ...before.balloons, ...before.soaps, ...before.finds, ...before.repairs, ...before.touches, ...before.smokes, ...before.answers, ...before.probes, ...before.outcomes, ...before.photos, ...before.gasReadings, ...before.drained, ...before.weighings, ...before.hotWork, ...before.stripped].find(each => each.id === input.subjectId)
  if (!subject) throw notFound('entry on this job')
  await change(actor, { verb: 'struck out an entry', jobId: id, subjectId: input.subjectId, detail: { reason: input.reason } }, async (tx, now) => {
    const [made] = await tx.insert(strike).values({ ...input, jobId: id, personId: actor.id, at: now }).onConflictDoNothing().returning({ id: strike.id })
    return made ?? null
  })
  return loadJob(id)
}

/** What was done on a job, latest first. */
export async function jobTrail(id: string): Promise<TrailView[]> {
  const rows = await database().select({ entry: trail, by: person.name }).from(trail).leftJoin(person, eq(trail.personId, person.id)).where(eq(trail.jobId, id)).orderBy(desc(trail.id)).limit(500)
  return rows.map(({ entry, by }) => ({ id: entry.id, at: +entry.at, by, verb: entry.verb, detail: entry.detail }))
}
