import { sql } from 'drizzle-orm'
import { repairMethod, type RepairMethodKey } from '../../../core/repair/method/repairMethods'
import { lowerFirst } from '../../../core/words/words'
import { wantsApproval } from '../../../shared/repair/approvals'
import type { ShopFigureForm } from '../../../shared/schemas/choice'
import type { HeldRecords, JobView, ShopFigures } from '../../../shared/views'
import { database } from '../../db/client'
import { shopFigure } from '../../db/schema'
import { derivedId } from '../ground/derivedId'
import { hangAnew, takeOffBell } from '../bells/bells'
import { change, type Actor } from '../ground/change'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { inShop } from '../job/inShop'
import { counting } from '../record/counting'
import type { EntryService } from '../record/entryService'

const DAY = 86_400_000
/** What was asked for is asked again after so many days. */
const ASK_AGAIN = 3

/** @throws Refusal 404 for a leak of another job */
function mustHaveLeak(job: JobView, leakId: string): void {
  if (!job.leaks.some(leak => leak.id === leakId)) throw notFound('leak on this job')
}

/** The last card of a leak counts. @throws Refusal 404 */
export const cardService: EntryService<'card'> = {
  keep({ job, form: { id: _, ...facts } }) {
    mustHaveLeak(job, facts.leakId)
    return facts
  },
}

/** Which way was chosen and by whom, with what there was to choose from. @throws Refusal 404 */
export const choiceService: EntryService<'choice'> = {
  keep({ job, form: { id: _, by, ...facts } }) {
    mustHaveLeak(job, facts.leakId)
    return { ...facts, chosenBy: by }
  },
}

/** While approved data is waited for, a bell says when to ask again. @throws Refusal as `mustNotCarry` */
export const approvalService: EntryService<'approval'> = {
  keep({ job, form: { id: _, ...facts } }) {
    if (facts.step !== 'granted') mustNotCarry(job, facts.method)
    return facts
  },
  async then({ tx, job, form: { method, step } }, said) {
    const bell = { jobId: job.id, kind: 'approval', subjectId: derivedId(job.id, `approval ${method}`) } as const
    if (step !== 'asked') return takeOffBell(tx, bell.kind, bell.subjectId, said)
    await hangAnew(tx, {
      ...bell,
      title: `Approved data, ${job.craft.name}`,
      detail: `asked for “${lowerFirst(repairMethod(method).doing)}”, ask again`,
      dueAt: new Date(+said + ASK_AGAIN * DAY),
    })
  },
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
      select r.facts ->> 'method' as method, r.at, jsonb_array_elements_text(r.facts -> 'leakIds')::uuid as leak_id
      from ${counting('repair')} r
      join job on job.id = r.job_id
      where ${inShop}
    ), told as (
      select m.method, m.at,
        exists (
          select 1 from ${counting('find')} f
          where f.about = m.leak_id and f.at > m.at
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
