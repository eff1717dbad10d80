import { isDeepStrictEqual } from 'node:util'
import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm'
import { estimateHold } from '../../../core/hold/estimateHold'
import { HoldError } from '../../../core/hold/holdSetup'
import type { HoldEstimate } from '../../../core/hold/holdEstimate'
import { rigCheckSetup, rigLeakAt } from '../../../core/leaktest/rig/rigCheck'
import { systemLimit } from '../../../shared/ledgerParts'
import type { HoldForm, HoldKit } from '../../../shared/leaktest/hold/holdForm'
import type { KitItemForm, RigCheckForm } from '../../../shared/schemas/kit'
import type { InstrumentSight } from '../../../shared/schemas/sight'
import { isSimulated } from '../../../shared/jobEntries'
import { shortFigure } from '../../../core/words/figures'
import type { JobView, KitItemView, RigLeakView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { kitItem, person, test } from '../../db/schema'
import type { TestFacts } from '../../db/schema/testFacts'
import { nextNumber } from '../bench/testRows'
import { shopReality } from '../house/shopReality'
import { change, type Actor } from '../ground/change'
import { notFound, Refusal, refuseField } from '../ground/refusal'

type Reader = Pick<Transaction, 'select'>

/** The shop's kit, each rig with the leak that its latest check measured. */
export async function loadKit(reader: Reader = database()): Promise<KitItemView[]> {
  const items = await reader.select().from(kitItem).orderBy(asc(kitItem.name))
  const checks = await reader
    .select({ check: test, by: person.name })
    .from(test)
    .innerJoin(person, eq(test.startedBy, person.id))
    .where(eq(test.kind, 'rig'))
    .orderBy(desc(test.startedAt))
  const simulatedShop = (await shopReality(reader)) === 'simulated'
  return items.map(({ calibratedAt, calibrationDue, retiredAt, changedAt, ...item }) => {
    // What was measured on a stand-in is taken off no real hold, nor what a rig leaked before it was changed.
    const latest = checks.find(
      ({ check }) =>
        check.kitId === item.id &&
        (changedAt === null || check.startedAt >= changedAt) &&
        (simulatedShop || !(check.facts as TestFacts['rig']).simulated),
    )
    return {
      ...item,
      calibratedAt: calibratedAt && +calibratedAt,
      calibrationDue: calibrationDue && +calibrationDue,
      retired: retiredAt !== null,
      rigLeak: latest ? rigLeakOf(latest.check, latest.by) : null,
    }
  })
}

function rigLeakOf({ facts, pressure, startedAt }: typeof test.$inferSelect, by: string): RigLeakView {
  const { estimate, simulated } = facts as TestFacts['rig']
  return { leak: estimate.leakRate, uncertainty: estimate.uncertainty, checkedAt: pressure, at: +startedAt, by, simulated }
}

/** Adds a piece of kit, or changes the one with its id. @throws Refusal 422 when its kind would change */
export async function saveKitItem(actor: Actor, form: KitItemForm): Promise<KitItemView[]> {
  await change(
    actor,
    { verb: 'changed the kit', touches: ['kit'], subjectId: form.id, detail: { name: form.name } },
    async (tx, now) => {
      const [before] = await tx.select().from(kitItem).where(eq(kitItem.id, form.id)).for('update')
      if (before && before.facts.kind !== form.facts.kind)
        throw refuseField('facts.kind', 'A piece of kit keeps its kind. Add another instead.')
      const moment = (at: number | null) => (at === null ? null : new Date(at))
      const values = {
        name: form.name,
        facts: form.facts as typeof kitItem.$inferInsert.facts,
        calibratedAt: moment(form.calibratedAt),
        calibrationDue: moment(form.calibrationDue),
        retiredAt: form.retired ? (before?.retiredAt ?? now) : null,
        changedAt: !before ? null : isDeepStrictEqual(before.facts, form.facts) ? before.changedAt : now,
      }
      await tx
        .insert(kitItem)
        .values({ id: form.id, ...values })
        .onConflictDoUpdate({ target: kitItem.id, set: values })
      return true
    },
  )
  return loadKit()
}

/** Keeps how a phone sees a gauge, over what was kept before. @throws Refusal 404 for what is no gauge of the kit */
export async function keepSight(actor: Actor, kitId: string, { sight }: { sight: InstrumentSight }): Promise<KitItemView[]> {
  await change(
    actor,
    { verb: 'showed a gauge to a phone', touches: ['kit'], subjectId: kitId, detail: { seen: sight.kind } },
    async tx => {
      const [item] = await tx.select().from(kitItem).where(eq(kitItem.id, kitId)).for('update')
      if (item?.facts.kind !== 'gauge') throw notFound('gauge')
      await tx.update(kitItem).set({ sight }).where(eq(kitItem.id, kitId))
      return true
    },
  )
  return loadKit()
}

/**
 * Keeps the leak of a dead-ended rig, computed from its readings. A repeated id is the same check.
 * @throws Refusal 422 when the readings give no rate
 */
export async function checkRig(actor: Actor, kitId: string, form: RigCheckForm): Promise<KitItemView[]> {
  await change(
    actor,
    { verb: 'checked a rig', touches: ['kit'], subjectId: kitId, detail: { check: form.id } },
    async (tx, now) => {
      if (form.simulated && (await shopReality(tx)) === 'real')
        throw new Refusal(409, 'A real rig is not checked on a stand-in: its leak is taken off what real holds measure.')
      const [rig] = await tx.select().from(kitItem).where(eq(kitItem.id, kitId))
      if (rig?.facts.kind !== 'rig') throw notFound('rig')
      const [gauge] = await tx.select().from(kitItem).where(eq(kitItem.id, form.gaugeId))
      if (gauge?.facts.kind !== 'gauge') throw refuseField('gaugeId', 'Choose the gauge on the rig.')
      const setup = rigCheckSetup(rig.facts.volume, form.pressure, {
        resolution: gauge.facts.resolution,
        noise: gauge.facts.noise,
      })
      let estimate: HoldEstimate
      try {
        estimate = estimateHold(setup, form.readings)
      } catch (error) {
        if (error instanceof HoldError) throw refuseField('readings', error.message)
        throw error
      }
      const { testPressure, method: _, ...kept } = setup
      const [made] = await tx
        .insert(test)
        .values({
          id: form.id,
          kitId,
          kind: 'rig',
          number: await nextNumber(tx, { kitId }, 'rig'),
          pressure: testPressure,
          facts: { setup: kept, readings: form.readings, estimate, simulated: form.simulated },
          startedBy: actor.id,
          startedAt: now,
          stoppedAt: now,
        })
        .onConflictDoNothing()
        .returning({ id: test.id })
      return made ?? null
    },
  )
  return loadKit()
}

/** @throws Refusal 422 when a hold names kit that the shop does not have, or that is of another kind */
async function mustBeKit(tx: Transaction, kit: HoldKit): Promise<void> {
  const chosen = Object.entries(kit).filter((entry): entry is [keyof HoldKit, string] => entry[1] !== undefined)
  if (chosen.length === 0) return
  const known = await tx
    .select()
    .from(kitItem)
    .where(
      and(
        inArray(
          kitItem.id,
          chosen.map(([, id]) => id),
        ),
        isNull(kitItem.retiredAt),
      ),
    )
  for (const [kind, id] of chosen) {
    if (known.find(item => item.id === id)?.facts.kind !== kind)
      throw refuseField(`kit.${kind}`, `That ${kind} is not on the Shelf any more. Choose another.`)
  }
}

/** Of a limit, what a rig or a smoke machine may take off a real test at most: one that leaks more is mended, and not reckoned with. */
export const MOST_OF_LIMIT = 0.5

/**
 * What is typed of gauge and rig is held against what the Shelf has of them: marks no finer, and a leak of the rig only as its last
 * check measured it.
 * @throws Refusal 422
 */
export async function mustFitKit(
  tx: Transaction,
  { kit, gaugeStep, rigLeak, testPressure }: Pick<HoldForm, 'kit' | 'gaugeStep' | 'rigLeak' | 'testPressure'>,
  tank: Pick<JobView, 'acceptance' | 'tankKind' | 'pressureLimit' | 'reality'>,
): Promise<void> {
  await mustBeKit(tx, kit)
  if (isSimulated(tank)) return
  const items = kit.gauge || rigLeak > 0 ? await loadKit(tx) : []
  const gauge = items.find(item => item.id === kit.gauge)?.facts
  if (gauge?.kind === 'gauge' && gaugeStep < 0.999 * gauge.resolution)
    throw refuseField(
      'gaugeStep',
      `This gauge has marks of ${shortFigure(gauge.resolution / 1000, 3)} kPa: type that, or correct it on the Shelf.`,
    )
  if (!(rigLeak > 0)) return
  const checked = items.find(item => item.id === kit.rig)?.rigLeak
  if (!checked)
    throw refuseField(
      'rigLeak',
      'A leak of the rig counts only from a check of it: choose a rig that was checked, or leave it at 0.',
    )
  if (rigLeak > 1.01 * rigLeakAt(checked, testPressure).leak)
    throw refuseField(
      'rigLeak',
      'That is more than the last check of this rig measured. Check the rig again, or take what it measured.',
    )
  if (rigLeak > MOST_OF_LIMIT * systemLimit(tank))
    throw refuseField('rigLeak', 'This rig leaks more than half of what the tank may. Mend the rig and check it again.')
}
