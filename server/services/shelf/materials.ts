import { eq, sql, sum } from 'drizzle-orm'
import { lotProblem } from '../../../core/repair/material/lotProblem'
import { repairMaterial, type RepairMaterialKey } from '../../../core/repair/material/repairMaterials'
import type { LotForm, MaterialSheetForm, SheetFacts } from '../../../shared/schemas/materials'
import type { LotView, MaterialsView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { forgetRows } from '../bay/keptRows'
import { lot, lotUse, materialSheet } from '../../db/schema'
import { change, tell, type Actor } from '../ground/change'
import { notFound, refuseField } from '../ground/refusal'

type Reader = Pick<Transaction, 'select'>

/** What the Shelf has of materials: sheets in hand, and tins with what is left of them. */
export async function materials(reader: Reader = database()): Promise<MaterialsView> {
  const sheets = await reader.select().from(materialSheet).orderBy(materialSheet.name)
  const used = reader
    .select({ lotId: lotUse.lotId, mass: sum(lotUse.mass).mapWith(Number).as('used_mass') })
    .from(lotUse)
    .groupBy(lotUse.lotId)
    .as('used')
  const lots = await reader
    .select({ lot, used: used.mass })
    .from(lot)
    .leftJoin(used, eq(used.lotId, lot.id))
    .orderBy(lot.material, lot.expiresAt, lot.batch)
  return {
    sheets: sheets.map(({ retiredAt, ...sheet }) => ({ ...sheet, retired: retiredAt !== null })),
    lots: lots.map(({ lot: row, used: taken }): LotView => {
      const { retiredAt, openedAt, expiresAt, ...rest } = row
      return {
        ...rest,
        left: Math.max(0, row.mass - (taken ?? 0)),
        openedAt: openedAt && +openedAt,
        expiresAt: expiresAt && +expiresAt,
        retired: retiredAt !== null,
      }
    }),
  }
}

/** Adds a sheet, or changes one: what was put on by it keeps what it said then. */
export async function saveSheet(actor: Actor, { retired, ...form }: MaterialSheetForm): Promise<MaterialsView> {
  const values = { ...form, facts: form.facts as SheetFacts, retiredAt: retired ? actor.now : null }
  const { id: _, ...set } = values
  await change(
    actor,
    { verb: 'changed a sheet', touches: ['materials'], subjectId: form.id, detail: { name: form.name } },
    async tx => {
      await tx.insert(materialSheet).values(values).onConflictDoUpdate({ target: materialSheet.id, set })
      await forgetRows(tx)
      return true
    },
  )
  return materials()
}

/** Adds a tin, or changes one. @throws Refusal 422 for a sheet of another family */
export async function saveLot(actor: Actor, { retired, openedAt, expiresAt, ...form }: LotForm): Promise<MaterialsView> {
  const date = (at: number | null) => (at === null ? null : new Date(at))
  const values = { ...form, openedAt: date(openedAt), expiresAt: date(expiresAt), retiredAt: retired ? actor.now : null }
  const { id: _, ...set } = values
  await change(
    actor,
    { verb: 'changed a tin', touches: ['materials'], subjectId: form.id, detail: { batch: form.batch } },
    async tx => {
      if (form.sheetId !== null) await mustBeSheetOf(tx, form.sheetId, form.material)
      await tx.insert(lot).values(values).onConflictDoUpdate({ target: lot.id, set })
      return true
    },
  )
  return materials()
}

/** A sheet of a family. @throws Refusal 404, or 422 for one of another family */
export async function mustBeSheetOf(tx: Transaction, id: string, material: RepairMaterialKey) {
  const [found] = await tx.select().from(materialSheet).where(eq(materialSheet.id, id))
  if (!found) throw notFound('sheet')
  if (found.material !== material) throw refuseField('sheetId', 'That sheet is of another material.')
  return found
}

interface Taken {
  lotId: string
  mass: number
  reason: string
}

/**
 * Takes of the tins what went into a cup, in the transaction of what was made with it. The first use opens a tin.
 * @throws Refusal 422 for a tin of another material, one that is too old without a reason, or one that has not so much left
 */
export async function takeOfLots(
  tx: Transaction,
  actor: Actor,
  now: Date,
  {
    jobId,
    runId,
    material,
    taken,
  }: { jobId: string; runId: string | null; material: RepairMaterialKey; taken: readonly Taken[] },
): Promise<void> {
  if (taken.length === 0) return
  // Two cups at once must not take the same rest.
  await tx.execute(sql`lock table ${lotUse} in share row exclusive mode`)
  for (const { lotId, mass, reason } of taken) {
    const { lots, sheets } = await materials(tx)
    const its = lots.find(each => each.id === lotId)
    if (!its) throw notFound('tin')
    if (its.material !== material) throw refuseField('taken', `Batch ${its.batch} is another material.`)
    const openedDays = sheets.find(each => each.id === its.sheetId)?.facts.openedDays ?? repairMaterial(material).openedDays
    const old = lotProblem({ ...its, openedDays }, +now)
    if (old && !reason)
      throw refuseField('taken', `Batch ${its.batch}: ${old} Take another, or say why it is used all the same.`)
    if (mass > its.left + 1e-9)
      throw refuseField(
        'taken',
        `Batch ${its.batch} has ${(its.left * 1000).toFixed(0)} g left. Weigh what is there, or take a second tin.`,
      )
    await tx.insert(lotUse).values({ id: crypto.randomUUID(), lotId, jobId, runId, mass, reason, personId: actor.id, at: now })
    if (its.openedAt === null) await tx.update(lot).set({ openedAt: now }).where(eq(lot.id, lotId))
  }
  await tell(tx, { topics: ['materials'], jobId: null, subjectId: null })
}
