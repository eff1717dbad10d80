import { sql } from 'drizzle-orm'
import { repairMethod, type RepairMethodKey } from '../../../core/repair/method/repairMethods'
import { lowerFirst } from '../../../core/words/words'
import { wantsApproval } from '../../../shared/repair/approvals'
import type { ApprovalForm } from '../../../shared/schemas/approval'
import type { ChoiceForm, ShopFigureForm } from '../../../shared/schemas/choice'
import type { DefectCardForm } from '../../../shared/schemas/defect'
import type { NewTankForm } from '../../../shared/schemas/newTank'
import type { HeldRecords, JobView, ShopFigures } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { approval, defectCard, newTankEntry, repairChoice, shopFigure } from '../../db/schema'
import { derivedId } from '../shop/derivedId'
import { hangAnew, takeOffBell } from '../shop/bells'
import { change, type Actor } from '../shop/change'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { inShop } from '../job/inShop'
import { loadJob } from '../job/loadJobs'

const DAY = 86_400_000
/** What was asked for is asked again after so many days. */
const ASK_AGAIN = 3

/** Whether a leak belongs to a job. @throws Refusal 404 */
async function mustHaveLeak(jobId: string, leakId: string, tx: Transaction): Promise<void> {
  if (!(await loadJob(jobId, tx)).leaks.some(leak => leak.id === leakId)) throw notFound('leak on this job')
}

/** Keeps what is there, as somebody saw it; the last card of a leak counts. */
export async function fillCard(actor: Actor, jobId: string, form: DefectCardForm): Promise<JobView> {
  await change(
    actor,
    { verb: 'filled in what is there', touches: ['leaks'], jobId, subjectId: form.id, detail: { what: form.defect.what } },
    async (tx, now) => {
      await mustHaveLeak(jobId, form.leakId, tx)
      const [made] = await tx
        .insert(defectCard)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: defectCard.id })
      return made ?? null
    },
  )
  return loadJob(jobId)
}

/** Approved data was asked for, granted or refused; while it is waited for, a bell says when to ask again. */
export async function recordApproval(actor: Actor, jobId: string, form: ApprovalForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: `approved data: ${form.step}`,
      touches: ['leaks'],
      jobId,
      subjectId: form.id,
      detail: { method: form.method, reference: form.reference },
    },
    async (tx, now) => {
      const [made] = await tx
        .insert(approval)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: approval.id })
      if (!made) return null
      if (form.step !== 'granted') mustNotCarry(await loadJob(jobId, tx), form.method)
      const bell = { jobId, kind: 'approval', subjectId: derivedId(jobId, `approval ${form.method}`) } as const
      if (form.step !== 'asked') {
        await takeOffBell(tx, bell.kind, bell.subjectId, now)
        return made
      }
      const job = await loadJob(jobId, tx)
      await hangAnew(tx, {
        ...bell,
        title: `Approved data, ${job.craft.name}`,
        detail: `asked for “${lowerFirst(repairMethod(form.method).doing)}”, ask again`,
        dueAt: new Date(+now + ASK_AGAIN * DAY),
      })
      return made
    },
  )
  return loadJob(jobId)
}

/**
 * Approved data that a repair rests on is not asked for anew, refused or struck out under it.
 * @throws Refusal 409
 */
export function mustNotCarry(job: JobView, method: RepairMethodKey): void {
  const made = job.repairs.find(each => each.method === method && !each.struck)
  if (made && wantsApproval(job, method))
    throw new Refusal(409, `A repair of ${made.by} rests on it: strike that out first, it no longer counts then.`)
}

/** Keeps which way was chosen and by whom, with what there was to choose from. */
export async function recordChoice(actor: Actor, jobId: string, form: ChoiceForm): Promise<JobView> {
  await change(
    actor,
    { verb: 'chose a repair', touches: ['leaks'], jobId, subjectId: form.id, detail: { method: form.method, by: form.by } },
    async (tx, now) => {
      await mustHaveLeak(jobId, form.leakId, tx)
      const [made] = await tx
        .insert(repairChoice)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: repairChoice.id })
      return made ?? null
    },
  )
  return loadJob(jobId)
}

/** What was checked, carried across or filled as a new tank goes in. */
export async function checkNewTank(actor: Actor, jobId: string, form: NewTankForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: 'checked the new tank',
      touches: ['leaks'],
      jobId,
      subjectId: form.id,
      detail: { item: form.item, outcome: form.outcome },
    },
    async (tx, now) => {
      const [made] = await tx
        .insert(newTankEntry)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: newTankEntry.id })
      return made ?? null
    },
  )
  return loadJob(jobId)
}

/** The shop's own figures. */
export async function shopFigures(): Promise<ShopFigures> {
  const rows = await database().select({ key: shopFigure.key, value: shopFigure.value }).from(shopFigure)
  return Object.fromEntries(rows.map(({ key, value }) => [key, value]))
}

/** Keeps a figure of the shop. */
export async function setShopFigure(actor: Actor, form: ShopFigureForm): Promise<ShopFigures> {
  if (!Number.isFinite(form.value)) throw refuseField('value', 'Type a number, such as 6.9 or 6,9.')
  await change(actor, { verb: 'set a figure of the shop', touches: ['figures'], detail: { ...form } }, async (tx, now) => {
    const said = { value: form.value, personId: actor.id, at: now }
    await tx
      .insert(shopFigure)
      .values({ key: form.key, ...said })
      .onConflictDoUpdate({ target: shopFigure.key, set: said })
    return true
  })
  return shopFigures()
}

/** Days without a find after which a repair is said to have held. */
const HELD_AFTER = 30

/** How repairs of each method held in this shop: those that came back, and those that nobody found leaking for a month. */
export async function heldRecords(): Promise<HeldRecords> {
  const { rows } = await database().execute<{ method: string; held: string; back: string }>(sql`
    with mended as (
      select r.method, r.at, jsonb_array_elements_text(r.leak_ids)::uuid as leak_id
      from repair r
      join job on job.id = r.job_id
      where ${inShop} and not exists (select 1 from strike s where s.subject_id = r.id)
    ), told as (
      select m.method, m.at,
        exists (
          select 1 from find f
          where f.leak_id = m.leak_id and f.at > m.at
            and not exists (select 1 from strike s where s.subject_id = f.id)
            and not exists (select 1 from mended later where later.leak_id = m.leak_id and later.at > m.at and later.at < f.at)
        ) as back
      from mended m
    )
    select method,
      count(*) filter (where back) as back,
      count(*) filter (where not back and at < now() - make_interval(days => ${HELD_AFTER})) as held
    from told group by method`)
  return Object.fromEntries(rows.map(({ method, held, back }) => [method, { held: Number(held), back: Number(back) }]))
}
