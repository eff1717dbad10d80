import {
  and,
  arrayContains,
  arrayOverlaps,
  desc,
  eq,
  gte,
  ilike,
  inArray,
  isNull,
  lte,
  or,
  sql,
  type Column,
  type SQL,
} from 'drizzle-orm'
import { causes } from '../../../core/complaint/causes'
import { repairMaterials } from '../../../core/repair/material/repairMaterials'
import { repairMethods } from '../../../core/repair/method/repairMethods'
import type { PastQuery } from '../../../shared/schemas/past'
import type { PastJob, PastPage } from '../../../shared/views'
import { database } from '../../db/client'
import { craft, job, jobWords, person } from '../../db/schema'
import { inShop } from '../job/inShop'
import { counting } from '../record/counting'
import { Refusal } from '../ground/refusal'
import { takeJobWords } from './jobWords'

/** Jobs on a page of what was found. */
const PAST_PAGE = 30

const like = (word: string) => `%${word.replace(/[\\%_]/g, letter => `\\${letter}`)}%`
const stands = (text: Column, word: string) => sql`${text} like lower(${like(word)})`
/** Keys of a data set whose names have a word in them. */
const keysNamed = (rows: readonly { key: string; name: string }[], word: string) =>
  rows.filter(row => row.name.toLowerCase().includes(word.toLowerCase())).map(row => row.key)

const hasOne = (column: Column, keys: string[]) => (keys.length > 0 ? arrayOverlaps(column, keys) : undefined)

/** Jobs on which somebody whose name has these words did something. */
const byPerson = (name: string) =>
  sql`${jobWords.people} && array(select ${person.id} from ${person} where ${ilike(person.name, like(name))})`
/** Jobs on which a part of this name leaked or was the cause. */
const withPart = (name: string) => stands(jobWords.parts, name)

/** A word that stands somewhere in what was recorded of a job. */
const holds = (word: string) =>
  or(
    ilike(craft.name, like(word)),
    ilike(craft.registration, like(word)),
    stands(jobWords.words, word),
    hasOne(jobWords.causes, keysNamed(causes, word)),
    hasOne(jobWords.materials, keysNamed(repairMaterials, word)),
    hasOne(jobWords.methods, keysNamed(repairMethods, word)),
    byPerson(word),
  )

/** @throws Refusal 400 for what is no mark of a page */
function moment(after: string): Date {
  const at = new Date(after)
  if (Number.isNaN(+at)) throw new Refusal(400, 'That is no page. Begin at its first one.')
  return at
}

/** Finds jobs among all that were ever here, those that moved last first. */
export async function searchPast({
  words,
  part: partName,
  cause,
  material,
  person: name,
  from,
  to,
  after,
}: PastQuery): Promise<PastPage> {
  const wanted = words.split(/\s+/).filter(Boolean)
  const fits = and(
    inShop,
    ...wanted.map(holds),
    partName ? withPart(partName) : undefined,
    cause ? arrayContains(jobWords.causes, [cause]) : undefined,
    material ? arrayContains(jobWords.materials, [material]) : undefined,
    name ? byPerson(name) : undefined,
    from === null ? undefined : or(isNull(job.closedAt), gte(job.closedAt, new Date(from))),
    to === null ? undefined : lte(job.openedAt, new Date(to)),
  )
  await takeJobWords()
  const found = await database()
    .select({ id: job.id, movedAt: job.movedAt, all: sql<number>`count(*) over ()`.mapWith(Number) })
    .from(job)
    .innerJoin(craft, eq(job.craftId, craft.id))
    .innerJoin(jobWords, eq(jobWords.jobId, job.id))
    .where(fits)
    .orderBy(desc(job.movedAt), desc(job.id))
    .limit(after ? 100_000 : PAST_PAGE + 1)
  const rest = after ? found.filter(each => each.movedAt < moment(after)) : found
  const shown = rest.slice(0, PAST_PAGE)
  return {
    rows: await pastJobs(shown.map(each => each.id)),
    all: found[0]?.all ?? 0,
    next: rest.length > PAST_PAGE ? shown.at(-1)!.movedAt.toISOString() : null,
  }
}

/** Some jobs as they are found again, in the order of their ids. */
export async function pastJobs(ids: readonly string[]): Promise<PastJob[]> {
  if (ids.length === 0) return []
  const these = sql.param([...ids])
  const all = <Row extends Record<string, unknown>>(query: SQL) =>
    database()
      .execute<Row>(query)
      .then(({ rows }) => rows)
  const [jobs, outcomes, repairs] = await Promise.all([
    database()
      .select({ job, craft })
      .from(job)
      .innerJoin(craft, eq(job.craftId, craft.id))
      .where(inArray(job.id, [...ids])),
    all<{ jobId: string; cause: string; part: string | null }>(sql`
      select o.job_id as "jobId", o.facts ->> 'cause' as cause, part.name as part
      from ${counting('outcome')} o left join part on part.id = (o.facts ->> 'partId')::uuid
      where o.job_id = any(${these}) order by o.at`),
    all<{ jobId: string; method: string; material: string; batch: string }>(sql`
      select r.job_id as "jobId", r.facts ->> 'method' as method, r.facts ->> 'material' as material, r.facts ->> 'batch' as batch
      from ${counting('repair')} r where r.job_id = any(${these}) order by r.at`),
  ])
  const of = <T extends { jobId: string }>(rows: readonly T[], id: string) =>
    rows.filter(row => row.jobId === id).map(({ jobId: _, ...rest }) => rest)
  const byId = new Map(jobs.map(row => [row.job.id, row]))
  return ids.flatMap(id => {
    const row = byId.get(id)
    if (!row) return []
    const { tankName, material, fuel, openedAt, closedAt, closedReason } = row.job
    return [
      {
        id,
        craftId: row.craft.id,
        craft: row.craft.name,
        registration: row.craft.registration,
        tankName,
        material,
        fuel,
        openedAt: +openedAt,
        closedAt: closedAt && +closedAt,
        closedReason,
        causes: of(outcomes, id),
        repairs: of(repairs, id),
      },
    ]
  })
}
