import { asc, desc, sql } from 'drizzle-orm'
import type { AnyPgColumn } from 'drizzle-orm/pg-core'
import type { TankTestKind } from '../../../core/leaktest/testKinds'
import { jobAspects, type JobAspect } from '../../../shared/changes'
import type { LimitsJob } from '../../../shared/leaktest/limitsReached'
import type { TestView } from '../../../shared/leaktest/tests'
import type { TestViewOf } from '../../../shared/leaktest/testView'
import { entryKind, entryKindKeys, type EntryList, type StoredFacts } from '../../../shared/record/kinds'
import type { RunView } from '../../../shared/record/kinds/run'
import type { JobView } from '../../../shared/views'
import { database, statement, type Transaction } from '../../db/client'
import { entry, job, materialSheet, photo, type mapBefore, type part } from '../../db/schema'
import type { EntryRow as EntryOfTest, TestService } from '../bench/testService'
import type { TestRow } from '../bench/testRows'
import { seedOf } from '../bench/hiddenTank'
import { serviceOf } from '../bench/testServices'
import { notFound } from '../ground/refusal'
import { jobLists, kindsWith, type EntryRow, type ListSources, type Words } from '../record/jobLists'
import {
  cureOf,
  curedInPractice,
  standInTemperatures,
  temperaturesSince,
  withBrought,
  type TemperatureRow,
} from '../repair/cures'

type Reader = Pick<Transaction, 'query' | 'select'>

/** What of a job's view belongs to which aspect. */
interface AspectViews {
  facts: Omit<JobView, EntryList | 'photos' | 'tests' | 'leaks' | 'limitsSet' | 'takenOff' | 'ownerCards'>
  safety: Pick<JobView, 'cautionsRead' | 'gasReadings' | 'drained' | 'weighings' | 'hotWork'>
  narrowing: Pick<JobView, 'answers' | 'probes' | 'outcomes' | 'purchases'>
  stripping: Pick<JobView, 'photos' | 'stripped'>
  tests: Pick<JobView, 'tests'>
  leaks: Pick<
    JobView,
    | 'leaks'
    | 'limitsSet'
    | 'takenOff'
    | 'finds'
    | 'rigFinds'
    | 'repairs'
    | 'touches'
    | 'unholdable'
    | 'defectCards'
    | 'approvals'
    | 'choices'
    | 'runs'
    | 'newTank'
    | 'proof'
    | 'signatures'
    | 'ownerCards'
    | 'instruments'
  >
}
type Intersection<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer I) => void ? I : never
/** A job with some of its aspects. */
export type JobWith<A extends JobAspect> = { id: string } & Intersection<AspectViews[A]>

/** The parts of a job and its maps of before, their times as numbers. */
const mapsOf = ({
  parts,
  mapsBefore,
}: {
  parts: PartRow[]
  mapsBefore: MapBeforeRow[]
}): Pick<JobView, 'parts' | 'mapsBefore'> => ({
  parts: parts.map(each => ({ ...each, addedAt: each.addedAt && +each.addedAt, removedAt: each.removedAt && +each.removedAt })),
  mapsBefore: mapsBefore.map(({ until, circuit, parts: drawn }) => ({ until: +until, circuit, parts: drawn })),
})
type PartRow = typeof part.$inferSelect
type MapBeforeRow = Pick<typeof mapBefore.$inferSelect, 'until' | 'circuit' | 'parts'>

const oneOf = (column: AnyPgColumn) => sql`${column} = any(${sql.placeholder('ids')})`
/** What is read of as many jobs as are asked for: each is one statement. */
const read = {
  facts: statement('facts of jobs', reader =>
    reader.query.job.findMany({
      where: oneOf(job.id),
      orderBy: desc(job.openedAt),
      with: {
        craft: {
          with: {
            jobs: {
              columns: { id: true, tankName: true, reality: true, openedAt: true },
              where: (row, { isNull }) => isNull(row.closedAt),
              orderBy: (row, to) => to.asc(row.openedAt),
            },
          },
        },
        parts: { orderBy: (row, to) => to.asc(row.position) },
        mapsBefore: { orderBy: (row, to) => to.asc(row.until) },
      },
    }),
  ),
  entries: statement('entries of jobs', reader =>
    reader.query.entry.findMany({
      columns: { id: true, jobId: true, kind: true, about: true, facts: true, personId: true, at: true, saidAt: true },
      where: sql`${entry.jobId} = any(${sql.placeholder('ids')}) and ${entry.kind} = any(${sql.placeholder('kinds')})`,
      orderBy: [asc(entry.at), asc(entry.turn)],
    }),
  ),
  photos: statement('photographs of jobs', reader =>
    reader.query.photo.findMany({
      columns: { picture: false, thumbnail: false },
      where: oneOf(photo.jobId),
      orderBy: [asc(photo.at), asc(photo.id)],
    }),
  ),
  tests: statement('tests of jobs', reader =>
    reader.query.job.findMany({
      columns: {
        id: true,
        tankKind: true,
        pressureLimit: true,
        acceptance: true,
        fuelAcceptance: true,
        fuel: true,
        circuit: true,
      },
      where: oneOf(job.id),
      with: {
        parts: { orderBy: (row, to) => to.asc(row.position) },
        mapsBefore: { orderBy: (row, to) => to.asc(row.until) },
        tests: { orderBy: (row, to) => [to.asc(row.startedAt), to.asc(row.number)], with: { entries: true } },
      },
    }),
  ),
  brought: statement('where jobs were brought from', reader =>
    reader.query.job.findMany({
      columns: { id: true, brought: true, reality: true },
      where: oneOf(job.id),
      with: { ownerCards: { orderBy: (row, to) => to.asc(row.at) } },
    }),
  ),
  sheets: statement('sheets of runs', reader =>
    reader.query.materialSheet.findMany({ columns: { id: true, name: true, facts: true }, where: oneOf(materialSheet.id) }),
  ),
  people: statement('everybody', reader => reader.query.person.findMany({ columns: { id: true, name: true } })),
}

type OneOf<T> = T extends readonly (infer Each)[] ? Each : never
type Facts = OneOf<Awaited<ReturnType<typeof read.facts>>>
type Tested = OneOf<Awaited<ReturnType<typeof read.tests>>>
type Brought = OneOf<Awaited<ReturnType<typeof read.brought>>>

/** Whether two jobs of one craft are of one tank, both in the same world. */
const isOfSameTank = (one: Pick<Facts, 'id' | 'tankName' | 'reality'>, other: Pick<Facts, 'id' | 'tankName' | 'reality'>) =>
  one.id !== other.id && one.reality === other.reality && one.tankName.toLowerCase() === other.tankName.toLowerCase()

const factsOf = (
  { hiddenTank, brought, craftId: _, craft, openedBy, openedAt, movedAt, closedAt, parts, mapsBefore, ...rest }: Facts,
  { name }: Words,
): AspectViews['facts'] => ({
  ...rest,
  craft: { id: craft.id, name: craft.name, kind: craft.kind, built: craft.built, registration: craft.registration },
  openedAt: +openedAt,
  openedBy: name(openedBy),
  movedAt: +movedAt,
  closedAt: closedAt && +closedAt,
  brought: brought && { shop: brought.shop, exportedAt: brought.exportedAt, broughtAt: brought.broughtAt },
  hasStandIn: hiddenTank !== null,
  alsoOpen: craft.jobs.filter(each => isOfSameTank(rest, each)).map(({ id, openedAt: at }) => ({ id, openedAt: +at })),
  ...mapsOf({ parts, mapsBefore }),
})

function testsOf({ id: _, tests, ...row }: Tested, words: Words): AspectViews['tests'] {
  const tank = { ...row, ...mapsOf(row) }
  return {
    tests: tests.map(({ entries, ...each }) =>
      testView(
        each as TestRow<TankTestKind>,
        entries.sort((a, b) => +a.at - +b.at) as EntryOfTest<TankTestKind>[],
        words,
        tank,
      ),
    ),
  }
}

/** How the repairs of a job cure, by what the thermometer said where it was. */
function curesOf(
  { brought, reality }: Pick<Brought, 'brought' | 'reality'>,
  rows: readonly EntryRow[],
  temperatures: readonly TemperatureRow[],
): ListSources['cure'] {
  const practised = new Set(
    rows.flatMap(row => (row.kind === 'run' && (row.facts as StoredFacts<'run'>).simulated ? [row.id] : [])),
  )
  return each => {
    if (reality === 'practice') return curedInPractice(each.at, cureOf(each, []))
    const onStandIn = each.runId !== null && practised.has(each.runId)
    return cureOf(
      each,
      onStandIn ? standInTemperatures(seedOf(each.id), each.at, Date.now()) : withBrought(brought, temperatures),
    )
  }
}

function testView(
  row: TestRow<TankTestKind>,
  entries: EntryOfTest<TankTestKind>[],
  { name, struck }: Words,
  tank: LimitsJob,
): TestView {
  const { id, jobId, kind, number, pressure, closures, links, wettedShare, relief, earlyReason } = row
  const common: TestViewOf<TankTestKind> = {
    id,
    jobId,
    kind,
    number,
    pressure,
    closures,
    links,
    wettedShare,
    relief,
    earlyReason,
    by: name(row.startedBy),
    startedAt: +row.startedAt,
    stoppedAt: row.stoppedAt && +row.stoppedAt,
    struck: struck(id),
  }
  return (serviceOf(kind) as TestService<TankTestKind>).view(row, entries, common as never, { name, job: tank })
}

/** Everybody's name, and why entries were struck out. */
async function wordsOf(reader: Reader, rows: readonly EntryRow[]): Promise<Words> {
  const names = new Map((await read.people(reader, {})).map(each => [each.id, each.name]))
  const name = (id: string) => names.get(id) ?? 'somebody'
  const strikes = new Map(
    rows
      .filter(row => row.kind === 'strike')
      .map(row => [row.about!, `${(row.facts as StoredFacts<'strike'>).reason} (${name(row.personId!)})`]),
  )
  return { name, struck: id => strikes.get(id) ?? null }
}

const sheetsOf = async (reader: Reader, rows: readonly EntryRow[]): Promise<Map<string, NonNullable<RunView['sheet']>>> => {
  const ids = rows.flatMap(row => (row.kind === 'run' ? ((row.facts as StoredFacts<'run'>).sheetId ?? []) : []))
  return new Map(ids.length > 0 ? (await read.sheets(reader, { ids })).map(each => [each.id, each]) : [])
}

/** Rows of several jobs, by job. */
function byJob<R extends { jobId: string | null }>(rows: readonly R[]): (id: string) => R[] {
  const groups = new Map<string, R[]>()
  for (const row of rows) {
    const its = groups.get(row.jobId!)
    if (its) its.push(row)
    else groups.set(row.jobId!, [row])
  }
  return id => groups.get(id) ?? []
}

/**
 * Some aspects of many jobs at once, by job. The record is one statement, whatever its kinds; what is no entry is one more an aspect,
 * and all of it however many jobs there are.
 */
export async function loadAspectsOf<A extends JobAspect>(
  ids: string[],
  aspects: readonly A[],
  reader: Reader = database(),
): Promise<Map<string, JobWith<A>>> {
  if (ids.length === 0) return new Map()
  const asked = new Set<JobAspect>(aspects)
  const facts = new Map(asked.has('facts') ? (await read.facts(reader, { ids })).map(row => [row.id, row]) : [])
  const tests = new Map(asked.has('tests') ? (await read.tests(reader, { ids })).map(row => [row.id, row]) : [])
  // After the tests: what a test saw is never read without what was found in it.
  const entries = (await read.entries(reader, { ids, kinds: kindsWith(['facts', ...aspects]) })) as (EntryRow & {
    jobId: string
  })[]
  const words = await wordsOf(reader, entries)
  const entriesOf = byJob(entries)
  const [first] = [facts, tests].filter(rows => rows.size > 0)
  const brought = asked.has('leaks') || !first ? await read.brought(reader, { ids }) : []
  const broughtOf = new Map(brought.map(row => [row.id, row]))
  const photosOf = byJob(asked.has('stripping') ? await read.photos(reader, { ids }) : [])
  const repairs = entries.filter((row): row is typeof row & EntryRow<'repair'> => row.kind === 'repair')
  const temperatures = await temperaturesSince(
    reader,
    repairs.map(({ at, facts: { cureTime } }) => ({ at, cureTime })),
  )
  const sheets = await sheetsOf(reader, entries)
  const lists = entryKindKeys.map(entryKind).filter(({ aspect, list }) => list !== null && asked.has(aspect))
  return new Map(
    [...(first ?? broughtOf).keys()].map(id => {
      const rows = entriesOf(id)
      const origin = broughtOf.get(id) ?? { brought: null, reality: 'real' as const, ownerCards: [] }
      const all = jobLists(rows, { ...words, sheet: its => sheets.get(its) ?? null, cure: curesOf(origin, rows, temperatures) })
      const tested = tests.get(id)
      const known = facts.get(id)
      return [
        id,
        {
          id,
          ...(known && factsOf(known, words)),
          ...(tested && testsOf(tested, words)),
          ...Object.fromEntries(lists.map(({ list }) => [list, all[list as EntryList]])),
          ...(asked.has('stripping') && {
            photos: photosOf(id).map(({ personId, at, ...each }) => ({
              ...each,
              by: words.name(personId),
              at: +at,
              struck: words.struck(each.id),
            })),
          }),
          ...(asked.has('leaks') && {
            leaks: all.leaks,
            limitsSet: all.limitsSet,
            takenOff: all.takenOff,
            ownerCards: origin.ownerCards.map(({ id: cardId, personId, at, endedAt }) => ({
              id: cardId,
              by: words.name(personId),
              at: +at,
              endedAt: endedAt && +endedAt,
            })),
          }),
        } as unknown as JobWith<A>,
      ]
    }),
  )
}

/** Some aspects of a job. @throws Refusal 404 */
export async function loadAspects<A extends JobAspect>(
  id: string,
  aspects: readonly A[],
  reader?: Reader,
): Promise<JobWith<A>> {
  const found = (await loadAspectsOf([id], aspects, reader)).get(id)
  if (!found) throw notFound('job')
  return found
}

/** A job with all that has happened to it. @throws Refusal 404 */
export const loadJob = (id: string, reader?: Reader): Promise<JobView> =>
  loadAspects(id, jobAspects, reader) as Promise<JobView>
