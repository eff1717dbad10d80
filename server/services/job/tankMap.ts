import { eq } from 'drizzle-orm'
import type { Circuit } from '../../../core/circuit/circuit'
import { circuitFaults } from '../../../core/circuit/circuitFaults'
import { fitToKind } from '../../../core/circuit/fitKind'
import { tankKind, USUAL_LIMIT_SOURCE } from '../../../core/circuit/tankKinds'
import { touchedByMap } from '../../../core/circuit/touchedByMap'
import { testName } from '../../../core/leaktest/testKinds'
import { ledgerParts } from '../../../shared/ledgerParts'
import { listWords } from '../../../core/words/words'
import { liveParts } from '../../../shared/jobCircuit'
import { jobStanding } from '../../../shared/jobEntries'
import { isRunning } from '../../../shared/leaktest/tests'
import type { CircuitEdit, KindEdit, RenewForm } from '../../../shared/schemas/circuit'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { job, mapBefore, part } from '../../db/schema'
import { isKept, keepEntry } from '../record/entryRows'
import { change, type Actor } from '../ground/change'
import { Refusal, refuseField } from '../ground/refusal'
import { keepLimits, mustBeRevision } from './jobs'
import { loadJob } from './loadJobs'

/** `whyOff` is null where the parts follow from the kind of tank, and nobody takes one off. */
type MapEdit = Omit<CircuitEdit, keyof Circuit | 'whyOff'> & Circuit & { whyOff?: string | null }

/** @throws Refusal 422 when a circuit does not hang together */
function mustHangTogether({ parts, spaces, links }: Pick<MapEdit, 'parts' | 'spaces' | 'links'>): void {
  const fault = circuitFaults({ spaces, links }, parts).find(each => each.fatal)
  if (fault) throw refuseField('parts', fault.sentence)
  const unlinked = parts.find(each => each.link !== null && !links.some(link => link.id === each.link))
  if (unlinked)
    throw refuseField(
      'parts',
      `${unlinked.name} is the body of a valve that is not there any more. Choose another valve, or none.`,
    )
}

/**
 * Sets the parts and the circuit that they are tied to: new parts are added, absent ones are taken off from now on, the others
 * renamed, moved and put in route order.
 * @throws Refusal 422 when the circuit does not hang together or a part with a leak would be taken off, 409 with the job as it
 *   is when somebody else changed it since `revision`
 */
export async function setCircuit(actor: Actor, id: string, edit: MapEdit): Promise<JobView> {
  const live = liveParts(await loadJob(id))
  mustHangTogether(edit)
  const detail = {
    added: edit.parts.filter(each => !live.some(old => old.id === each.id)).map(each => each.name),
    removed: live.filter(old => !edit.parts.some(each => each.id === old.id)).map(old => old.name),
    spaces: edit.spaces.length,
    links: edit.links.length,
    says: edit.says,
  }
  await change(
    actor,
    { verb: 'changed the circuit', touches: ['facts', 'leaks', 'tests'], jobId: id, subjectId: id, detail },
    async (tx, now) => {
      const current = await loadJob(id, tx)
      mustBeRevision(current, edit.revision)
      await writeMap(tx, actor, current, edit, now)
      await keepMovedLimits(tx, actor, current, now)
      return true
    },
  )
  return loadJob(id)
}

/** A part that is drawn where no fuel stands may leak more: that is a limit set otherwise, and stands on the record as one. */
async function keepMovedLimits(tx: Transaction, actor: Actor, before: JobView, now: Date): Promise<void> {
  const after = await loadJob(before.id, tx)
  const was = new Map(ledgerParts(before).map(each => [each.id, each.limit]))
  const raised = ledgerParts(after).filter(({ id, limit }) => limit > (was.get(id) ?? limit) * 1.001)
  if (raised.length === 0) return
  const movedParts = raised.map(each => each.id)
  await keepLimits(tx, actor, now, after, { reason: 'drawn where no fuel stands', movedParts })
}

/**
 * Makes of a job's tank one of another kind, as it always was: its map and circuit, with every part that fits kept with all that
 * was found and shown on it. Material and limit follow where they were as is usual.
 * @throws Refusal 409 when somebody else changed the job since `revision`
 */
export async function setTankKind(actor: Actor, id: string, { kind: key, revision }: KindEdit): Promise<JobView> {
  const kind = tankKind(key)
  await change(
    actor,
    { verb: 'changed the kind of tank', touches: ['facts', 'leaks', 'tests'], jobId: id, subjectId: id, detail: { kind: key } },
    async (tx, now) => {
      const current = await loadJob(id, tx)
      mustBeRevision(current, revision)
      if (current.tankKind === key) return null
      const before = tankKind(current.tankKind)
      // What a leak was found on stays, and what one was measured over and not measured away: a correction clears nothing.
      const { measured } = jobStanding(current, +now).ledger
      const mustStay = new Set([...current.leaks.map(leak => leak.partId), ...measured.flatMap(leak => leak.awaiting)])
      const parts = fitToKind(liveParts(current), kind, mustStay, () => crypto.randomUUID())
      const edit: MapEdit = { says: 'it was always so', revision, parts, ...kind.circuit, whyOff: null }
      mustHangTogether(edit)
      await writeMap(tx, actor, current, edit, now)
      const usualLimit = current.limitSource === USUAL_LIMIT_SOURCE
      await tx
        .update(job)
        .set({
          tankKind: key,
          wallGive: kind.wallGivePerKPa / 1000,
          ...(current.material === before.material && { material: kind.material }),
          ...(usualLimit && { pressureLimit: kind.pressureLimit }),
        })
        .where(eq(job.id, id))
      return true
    },
  )
  return loadJob(id)
}

/**
 * Records that another tank is on. What was not carried across is new, and nothing that was shown of the old counts for it; the
 * leaks of what went are repaired by that. What was carried across is disturbed. A repeated id is the same entry.
 * @throws Refusal 422 when a part that was carried across is not on this tank, 409 while a test runs on it
 */
export async function renewTank(actor: Actor, id: string, form: RenewForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: 'renewed the tank',
      touches: ['facts', 'leaks', 'tests'],
      jobId: id,
      subjectId: form.id,
      detail: { note: form.note },
    },
    async (tx, now) => {
      if (await isKept(tx, { id: form.id, jobId: id, kind: 'touch' })) return null
      const current = await loadJob(id, tx)
      const live = liveParts(current)
      if (form.carried.some(partId => !live.some(each => each.id === partId)))
        throw refuseField('carried', 'One of those parts is not on this tank.')
      const running = current.tests.find(isRunning)
      if (running) throw new Refusal(409, `${testName(running)} is still running on this tank. End it first.`)
      const gone = live.filter(each => !form.carried.includes(each.id))
      if (gone.length === 0) throw refuseField('carried', 'A renewed tank brings at least its own skin.')
      await keepMapBefore(tx, actor, current, { ...current.circuit, parts: live }, now)
      for (const leak of current.leaks.filter(each => gone.some(old => old.id === each.partId)))
        await keepEntry(tx, {
          id: crypto.randomUUID(),
          jobId: id,
          kind: 'repair',
          facts: {
            leakIds: [leak.id],
            partIds: [leak.partId],
            method: 'renew-tank',
            material: 'none',
            batch: '',
            temperature: 293.15,
            cureTime: 0,
            sheet: null,
            until: null,
            untilReason: '',
            notUsedUntil: '',
            runId: null,
            note: 'went with the old tank',
          },
          personId: actor.id,
          at: now,
        })
      for (const old of gone) {
        await tx.update(part).set({ removedAt: now }).where(eq(part.id, old.id))
        const { id: _, addedAt: __, removedAt: ___, ...facts } = old
        await tx.insert(part).values({ ...facts, id: crypto.randomUUID(), jobId: id, addedAt: now })
      }
      const note = ['the tank was renewed', form.note].filter(Boolean).join(': ')
      const facts = { partIds: form.carried, kind: 'refitted' as const, note }
      await keepEntry(tx, { id: form.id, jobId: id, kind: 'touch', facts, personId: actor.id, at: now })
      await tx
        .update(job)
        .set({ revision: current.revision + 1 })
        .where(eq(job.id, id))
      return true
    },
  )
  return loadJob(id)
}

/** Writes a map in the transaction of what changes it. @throws Refusal 422 when a part with a leak would be taken off */
async function writeMap(tx: Transaction, actor: Actor, current: JobView, edit: MapEdit, now: Date): Promise<void> {
  const { id } = current
  const { says, parts, spaces, links, revision } = edit
  if (says === 'changed now') await keepMapBefore(tx, actor, current, { spaces, links, parts }, now)
  await tx
    .update(job)
    .set({ circuit: { spaces, links }, revision: revision + 1 })
    .where(eq(job.id, id))
  const off = liveParts(current).filter(each => !parts.some(kept => kept.id === each.id))
  const leaking = off.find(old => current.leaks.some(each => each.partId === old.id))
  if (leaking)
    throw refuseField('parts', `${leaking.name} has a leak on record, so it stays on the list. Rename it if the name is wrong.`)
  const { whyOff = '' } = edit
  if (off.length > 0 && whyOff !== null) {
    if (!whyOff && current.tests.length > 0)
      throw refuseField(
        'whyOff',
        `Say what closes the place of ${listWords(off.map(each => each.name))} now, or that it was never there.`,
      )
    const facts = { partIds: off.map(each => each.id), reason: whyOff }
    await keepEntry(tx, { id: crypto.randomUUID(), jobId: id, kind: 'taken-off', facts, personId: actor.id, at: now })
  }
  for (const old of off) {
    await tx.update(part).set({ removedAt: now }).where(eq(part.id, old.id))
  }
  for (const [position, each] of parts.entries()) {
    const [elsewhere] = await tx.select({ jobId: part.jobId }).from(part).where(eq(part.id, each.id))
    if (elsewhere && elsewhere.jobId !== id) throw refuseField('parts', `${each.name} belongs to another job.`)
    const values = {
      name: each.name,
      family: each.family,
      shape: each.shape,
      opening: each.opening,
      space: each.space,
      link: each.link,
      trait: each.trait,
      position,
      removedAt: null,
    }
    // What is put on, for the first time or again, is new: no test before now says anything of it.
    const isNew = !current.parts.some(old => old.id === each.id && old.removedAt === null)
    const added = isNew ? { addedAt: now } : {}
    await tx
      .insert(part)
      .values({ id: each.id, jobId: id, ...values, ...added })
      .onConflictDoUpdate({ target: part.id, set: { ...values, ...added } })
  }
}

/** A tank that is another now: the map before stays for the tests of before, and what was joined otherwise was touched. */
async function keepMapBefore(
  tx: Transaction,
  actor: Actor,
  current: JobView,
  next: Circuit & Pick<CircuitEdit, 'parts'>,
  now: Date,
): Promise<void> {
  const live = current.parts.filter(each => each.removedAt === null)
  const drawn = live.map(({ id, name, family, shape, opening, space }) => ({ id, name, family, shape, opening, space }))
  await tx
    .insert(mapBefore)
    .values({ id: crypto.randomUUID(), jobId: current.id, until: now, circuit: current.circuit, parts: drawn })
  const partIds = touchedByMap({ circuit: current.circuit, parts: live }, { circuit: next, parts: next.parts })
  if (partIds.length === 0) return
  const facts = { partIds, kind: 'adjusted' as const, note: 'joined otherwise on the map' }
  await keepEntry(tx, { id: crypto.randomUUID(), jobId: current.id, kind: 'touch', facts, personId: actor.id, at: now })
}
