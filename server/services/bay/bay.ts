import { and, count, desc, eq, ilike, isNotNull, isNull, lt, or, sql } from 'drizzle-orm'
import type { NextAction } from '../../../core/ledger/nextStep'
import { systemLimit } from '../../../shared/ledgerParts'
import { jobAspects } from '../../../shared/changes'
import { descentOf, jobStanding, latestFind } from '../../../shared/jobEntries'
import type { BayPage, BayRow, JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { craft, job, test } from '../../db/schema'
import { inShop } from '../job/inShop'
import { loadAspectsOf } from '../job/loadJobs'
import { Refusal } from '../ground/refusal'
import { keepRows, keptRows } from './keptRows'

/** Jobs on a page of the Bay: more than a workshop has in at once, few enough to derive all that is said of them. */
export const BAY_PAGE = 40

/** Actions from the one that presses most: what runs now, then what only waits for somebody, then what waits for time. */
const pressing: NextAction[] = [
  'watch',
  'go on',
  'repair',
  'find',
  'place',
  'retest',
  'settle',
  'check',
  'line',
  'test',
  'trial',
  'prove',
  'sign',
  'hand back',
  'wait',
  'record',
]

/** What is asked of the Bay. */
interface BayQuery {
  closed?: boolean
  /** words that each must stand in a job's craft, tank, material, fuel or state */
  words?: string
  /** from the page before */
  after?: string
}

/** What of a job a row of the Bay is derived from. */
const rowAspects = jobAspects.filter(aspect => aspect !== 'stripping')

/** One row of the Bay, with its standing derived. */
export function bayRow(view: JobView, now: number): BayRow {
  const { ledger, entries, next } = jobStanding(view, now)
  const { id, tankName, tankKind, material, capacity, fuel, movedAt } = view
  return {
    id,
    craft: view.craft.name,
    tankName,
    tankKind,
    material,
    capacity,
    fuel,
    limit: systemLimit(view),
    state: ledger.state,
    next,
    descent: descentOf(view),
    brought: view.brought?.shop ?? null,
    movedAt,
    leaks: entries.leaks.flatMap(each => {
      const at = latestFind(view.finds, each.id)
      const state = ledger.leaks.find(known => known.id === each.id)?.state
      return at && state ? [{ number: each.number, state, x: (at.x1 + at.x2) / 2, y: (at.y1 + at.y2) / 2 }] : []
    }),
  }
}

/** States as people type them. */
const stateWords: Record<BayRow['state'], string> = {
  'sealed': 'sealed',
  'leaking': 'leaking',
  'repairing': 'repaired, not proved',
  'cannot-tell': 'cannot tell yet',
}

/**
 * A page of the Bay: jobs that somebody last did something on come first, and within the page those that need someone.
 * As many statements whatever the number of jobs.
 */
export async function bay({ closed = false, words = '', after }: BayQuery, now: number): Promise<BayPage> {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  const states = wanted.filter(word => Object.values(stateWords).some(state => state.includes(word)))
  const inIt = closed ? isNotNull(job.closedAt) : isNull(job.closedAt)
  const like = (word: string) => `%${word.replace(/[\\%_]/g, letter => `\\${letter}`)}%`
  const holdsWord = (word: string) =>
    or(
      ilike(craft.name, like(word)),
      ilike(job.tankName, like(word)),
      ilike(job.material, like(word)),
      ilike(job.fuel, like(word)),
    )
  const page = await database()
    .select({ id: job.id, movedAt: job.movedAt })
    .from(job)
    .innerJoin(craft, eq(job.craftId, craft.id))
    .where(
      and(
        inIt,
        inShop,
        ...wanted.filter(word => !states.includes(word)).map(holdsWord),
        after === undefined ? undefined : lt(job.movedAt, moment(after)),
      ),
    )
    .orderBy(desc(job.movedAt), desc(job.id))
    .limit(BAY_PAGE + 1)
  const [counts] = await database()
    .select({ open: count(sql`case when ${job.closedAt} is null then 1 end`), closed: count(job.closedAt) })
    .from(job)
    .where(inShop)
  const shown = page.slice(0, BAY_PAGE)
  const rows = (
    await rowsOf(
      shown.map(each => each.id),
      now,
    )
  ).filter(row => states.every(word => stateWords[row.state].includes(word)))
  return {
    rows,
    open: counts!.open,
    closed: counts!.closed,
    next: page.length > BAY_PAGE ? shown.at(-1)!.movedAt.toISOString() : null,
  }
}

/** Rows of some jobs, the ones that need someone first, then the latest: as they are kept, or derived. */
async function rowsOf(ids: string[], now: number): Promise<BayRow[]> {
  const kept = await keptRows(ids)
  const anew = kept.filter(each => each.row === null)
  const views = await derivedFrom(anew.map(each => each.id))
  const derived = anew.flatMap(({ id, version }) => {
    const view = views.get(id)
    return view ? [{ version, view, row: bayRow(view, now) }] : []
  })
  await keepRows(derived, bayRow, now)
  return [...kept.flatMap(({ row }) => (row ? [row] : [])), ...derived.map(({ row }) => row)].sort(
    (a, b) => pressing.indexOf(a.next.action) - pressing.indexOf(b.next.action) || b.movedAt - a.movedAt,
  )
}

/** What rows of the Bay are derived from, by job. */
async function derivedFrom(ids: string[]): Promise<Map<string, JobView>> {
  const views = [...(await loadAspectsOf(ids, rowAspects)).values()]
  // Whether a signature stands follows from the whole job; few jobs of a page are signed.
  const signed = views.filter(view => view.signatures.length > 0).map(view => view.id)
  const rest = await loadAspectsOf(signed, ['stripping'])
  return new Map(views.map(view => [view.id, { ...view, ...rest.get(view.id) } as JobView]))
}

/** The Bench: tanks with a test that has not ended, and those that somebody last did something on. */
export async function bench(now: number): Promise<BayRow[]> {
  const open = await database()
    .selectDistinct({ id: test.jobId })
    .from(test)
    .innerJoin(job, eq(test.jobId, job.id))
    .where(and(isNull(test.stoppedAt), inShop))
    .limit(BAY_PAGE)
  const latest = await database()
    .select({ id: job.id })
    .from(job)
    .where(and(isNull(job.closedAt), inShop))
    .orderBy(desc(job.movedAt))
    .limit(BAY_PAGE)
  return rowsOf([...new Set([...open, ...latest].map(each => each.id!))], now)
}

/** @throws Refusal 400 for what is no mark of a page */
function moment(after: string): Date {
  const at = new Date(after)
  if (Number.isNaN(+at)) throw new Refusal(400, 'That is no page of the Bay. Begin at its first one.')
  return at
}
