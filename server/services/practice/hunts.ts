import { randomInt } from 'node:crypto'
import { and, desc, eq } from 'drizzle-orm'
import { causeOf } from '../../../core/complaint/causes'
import { checkOf, type Access } from '../../../core/complaint/checks'
import { nextChecks } from '../../../core/complaint/nextCheck'
import { signOf } from '../../../core/complaint/signs'
import { suspectsOf } from '../../../core/complaint/suspects'
import { fuelName } from '../../../core/fuel/fuels'
import { advisedStep } from '../../../core/practice/advice'
import { stepName } from '../../../core/practice/debrief'
import { historyOf } from '../../../core/practice/history'
import { huntBegun } from '../../../core/practice/ladder'
import { rungKeys, type RungKey } from '../../../core/practice/rungs'
import { isMended, searchOf, type DoneStep, type Search, type Step } from '../../../core/practice/search'
import type { HuntEndForm, HuntForm, HuntLine, HuntStepForm, HuntStepView, HuntView } from '../../../shared/practice'
import { database, inTransaction } from '../../db/client'
import { practiceHunt } from '../../db/schema'
import { jobTask } from './huntJobs'
import { takeTask } from './tasks'
import type { Actor } from '../ground/change'
import { inThread } from '../ground/inThread'
import { mustBeAllowed } from '../ground/may'
import { notFound, Refusal } from '../ground/refusal'
import { huntWork, type HuntDone, type HuntTask } from './huntWork'
import { openHuntJob } from './practiceJobs'
import { practiceWork } from './practiceWork'

type HuntRow = typeof practiceHunt.$inferSelect

const MOST_LISTED = 20
const openings: Record<Access, string> = {
  'nothing': '',
  'cap': 'cap off',
  'cover': 'cover off',
  'drained': 'drained',
  'tank down': 'tank down',
}

/** What a step showed, as it is told. */
function shownBy({ step, outcome, minutes }: DoneStep): HuntStepView {
  const name = stepName(step)
  if (step.do === 'mend')
    return outcome === 'mended'
      ? { name, minutes, shown: 'It was it', means: 'Mended, and held again.' }
      : { name, minutes, shown: 'It was not it', means: 'Mended for nothing, and held again: it goes on.' }
  const check = checkOf(step.check)
  const found = check.outcomes.find(({ key }) => key === outcome)
  if (found) return { name, minutes, shown: found.words, means: found.means }
  if (outcome === 'found') return { name, minutes, shown: 'Found', means: 'It shows where.' }
  if (outcome === 'leaking') return { name, minutes, shown: 'Leaking', means: 'It leaks more than the limit.' }
  if (outcome === 'cannot-tell') return { name, minutes, shown: 'Cannot tell', means: 'An hour did not decide it.' }
  return { name, minutes, shown: check.rest.words, means: check.rest.means }
}

/** The number of a rung, which does not tell its trap; null for what is on no rung. */
export const numberOf = (rung: RungKey | null): number | null => {
  const at = rungKeys.findIndex(key => key === rung)
  return at < 0 ? null : at + 1
}
/** A search as it was kept; one of before smoke told what it does not reach has nothing of it. */
const searchIn = ({ state, ...row }: HuntRow): Search => ({ ...state, unreached: state.unreached ?? [], hunt: huntBegun(row) })

/** What can be done next in a hunt that goes on, and what the program would do. */
function openView(search: Search): Pick<HuntView, 'checks' | 'causes' | 'advice'> {
  const suspects = suspectsOf(search.situation)
  const next = nextChecks(search.situation, suspects)
  const advised = advisedStep(search)
  return {
    checks: [...next.before, ...next.after]
      .map(({ check, minutes }) => ({
        key: check.key,
        name: check.name,
        how: check.how,
        minutes,
        opens: openings[check.access],
      }))
      .sort((a, b) => a.minutes - b.minutes || a.name.localeCompare(b.name)),
    causes: suspects.list
      .map(({ cause }) => ({ key: cause.key, name: cause.name, tried: search.tried.includes(cause.key) }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    advice: {
      suspects: suspects.list.slice(0, 3).map(({ cause, chance }) => ({ name: cause.name, chance })),
      next: advised && stepName(advised),
    },
  }
}

function viewOf(row: HuntRow): HuntView {
  const search = searchIn(row)
  const { hunt } = search
  const open = row.endedAt === null ? openView(search) : { checks: [], causes: [], advice: { suspects: [], next: null } }
  const found = new Set(search.situation.tests.flatMap(test => test.found))
  const places = hunt.tank.parts.filter(({ key }) => found.has(key)).map(({ name }) => name)
  const steps = search.steps.map(shownBy)
  // A walk says where.
  for (const [k, { outcome }] of search.steps.entries())
    if (outcome === 'found' && places.length > 0) steps[k]!.means = `It shows at: ${places.join(', ')}.`
  return {
    id: row.id,
    tank: hunt.tank.name,
    craft: hunt.tank.craft,
    fuel: fuelName(hunt.fuel),
    age: hunt.age,
    signs: hunt.signs.map(key => signOf(key).told),
    codes: [...hunt.codes],
    told: historyOf(hunt),
    rung: numberOf(row.rung),
    firstHour: row.rung === 'first hour',
    jobId: row.jobId,
    minutes: search.minutes,
    inVain: search.inVain,
    steps,
    ...open,
    ended: row.endedAt !== null,
    debrief: row.debrief,
  }
}

const own = (actor: Actor, id: string) => and(eq(practiceHunt.id, id), eq(practiceHunt.personId, actor.id))

/** @throws Refusal 404 for another’s as for none */
async function rowOf(actor: Actor, id: string): Promise<HuntRow> {
  const [row] = await database().select().from(practiceHunt).where(own(actor, id))
  if (!row) throw notFound('hunt')
  return row
}

/** Somebody’s hunts, the latest first. */
export async function huntsOf(actor: Actor): Promise<HuntLine[]> {
  const rows = await database()
    .select()
    .from(practiceHunt)
    .where(eq(practiceHunt.personId, actor.id))
    .orderBy(desc(practiceHunt.beganAt))
    .limit(MOST_LISTED)
  return rows.map(row => {
    const search = searchIn(row)
    return {
      id: row.id,
      rung: numberOf(row.rung),
      jobId: row.jobId,
      won: row.debrief?.won ?? false,
      tank: search.hunt.tank.name,
      beganAt: +row.beganAt,
      minutes: row.state.minutes,
      ended: row.endedAt !== null,
      mended: isMended(search),
    }
  })
}

/**
 * Begins a hunt with a seed that nobody chose, and takes up what the owner set; a repeated tap begins the same. On a job its tank
 * stands in Practice, and all is done on its screens.
 */
export async function beginHunt(actor: Actor, { id, rung: number, firstHour, onJob }: HuntForm): Promise<HuntView> {
  const rung = firstHour ? 'first hour' : number === null ? null : rungKeys[number - 1]!
  const onScreens = onJob || firstHour
  if (onScreens) mustBeAllowed(actor.role, 'work')
  const begun = { seed: randomInt(1, 1_000_000), world: 'tables', rung } as const
  const { hunt: _, ...state } = searchOf(huntBegun(begun))
  await database()
    .insert(practiceHunt)
    .values({ id, personId: actor.id, ...begun, beganAt: actor.now, state })
    .onConflictDoNothing()
  // Of two taps at once one made it: its job is of what that one drew.
  const row = await rowOf(actor, id)
  if (onScreens && row.jobId === null && row.endedAt === null && row.state.steps.length === 0)
    await database()
      .update(practiceHunt)
      .set({ jobId: await openHuntJob(actor, id, huntBegun(row)) })
      .where(own(actor, id))
  if (row.rung !== null) await takeTask(actor, row.rung, id)
  return viewOf(await rowOf(actor, id))
}

export const huntOfPerson = async (actor: Actor, id: string): Promise<HuntView> => viewOf(await rowOf(actor, id))

/** @throws Refusal 409 when it has ended or has gone on meanwhile, 422 for what cannot be done now */
function stepOf(row: HuntRow, { after, check, cause }: HuntStepForm): Step {
  if (row.endedAt) throw new Refusal(409, 'This hunt has ended. Read its debrief, or begin another.')
  if (row.jobId) throw new Refusal(409, 'This hunt is played on the screens of its job.')
  if (row.state.steps.length !== after) throw new Refusal(409, 'This hunt has gone on in another window. Open it anew.')
  const { situation } = row.state
  const suspects = suspectsOf(situation)
  if (check !== null && cause === null) {
    const { before, after: later } = nextChecks(situation, suspects)
    if (![...before, ...later].some(each => each.check.key === check))
      throw new Refusal(422, 'This check says nothing more here. Choose another.', { check: 'Choose another.' })
    return { do: 'check', check }
  }
  const suspect = suspects.list.find(each => each.cause.key === cause)
  if (!suspect || check !== null) throw new Refusal(422, 'Choose one check, or one suspect to mend.', { cause: 'Choose one.' })
  const found = situation.tests.flatMap(test => test.found)
  const part = suspect.parts.find(({ id }) => found.includes(id)) ?? suspect.parts[0]
  return { do: 'mend', cause: causeOf(suspect.cause.key).key, partId: part?.id ?? null }
}

/** Work on a hunt outside of any lock, kept only if nobody went on meanwhile. */
async function goOn(actor: Actor, id: string, step: (row: HuntRow) => HuntTask['step']): Promise<HuntView> {
  const row = await rowOf(actor, id)
  const next = step(row)
  if (row.endedAt) return viewOf(row)
  const { state, jobId } = row
  const hunt = { seed: row.seed, world: row.world, rung: row.rung }
  const task =
    jobId && typeof next === 'string'
      ? await jobTask(hunt, jobId, next, +actor.now)
      : { hunt, state: { ...state, unreached: state.unreached ?? [] }, step: next }
  const done: HuntDone = await practiceWork(() => inThread('practiceHunt', task, huntWork))
  await inTransaction(async tx => {
    const [held] = await tx.select().from(practiceHunt).where(own(actor, id)).for('update')
    if (!held || held.endedAt || held.state.steps.length !== state.steps.length)
      throw new Refusal(409, 'This hunt has gone on in another window. Open it anew.')
    await tx
      .update(practiceHunt)
      .set({ state: done.state, debrief: done.debrief, endedAt: done.debrief ? actor.now : null })
      .where(own(actor, id))
  })
  return viewOf(await rowOf(actor, id))
}

/** Does a check or mends a suspect. @throws Refusal as `stepOf` */
export const takeHuntStep = (actor: Actor, id: string, form: HuntStepForm): Promise<HuntView> =>
  goOn(actor, id, row => stepOf(row, form))

/** Hands a hunt back as tight, or gives it up: its debrief tells what it was. One that has ended stays as it is. */
export const endHunt = (actor: Actor, id: string, { as }: HuntEndForm): Promise<HuntView> => goOn(actor, id, () => as)
