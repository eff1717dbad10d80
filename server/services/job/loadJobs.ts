import { desc, sql } from 'drizzle-orm'
import type { AnyPgColumn } from 'drizzle-orm/pg-core'
import type { TankTestKind } from '../../../core/leaktest/testKinds'
import { jobAspects, type JobAspect } from '../../../shared/changes'
import type { LimitsJob } from '../../../shared/leaktest/limitsReached'
import type { TestView } from '../../../shared/leaktest/tests'
import type { TestViewOf } from '../../../shared/leaktest/testView'
import type { SheetFacts } from '../../../shared/schemas/materials'
import type { JobView, ProofEntryView, RunEntryView, RunView } from '../../../shared/views'
import { database, statement, type Transaction } from '../../db/client'
import { job, type mapBefore, type ownerWord, type part } from '../../db/schema'
import type { EntryRow, TestService } from '../bench/testService'
import type { TestRow } from '../bench/testRows'
import { seedOf } from '../bench/hiddenTank'
import { serviceOf } from '../bench/testServices'
import { notFound } from '../shop/refusal'
import { cureOf, curedInPractice, standInTemperatures, temperaturesSince, withBrought } from '../repair/cures'

type Reader = Pick<Transaction, 'query' | 'select'>

/** What of a job's view belongs to which aspect. */
interface AspectViews {
  facts: Omit<
    JobView,
    keyof (AspectViews['safety'] &
      AspectViews['narrowing'] &
      AspectViews['stripping'] &
      AspectViews['tests'] &
      AspectViews['leaks'])
  >
  safety: Pick<JobView, 'cautionsRead' | 'gasReadings' | 'drained' | 'weighings' | 'hotWork'>
  narrowing: Pick<JobView, 'answers' | 'probes' | 'outcomes' | 'purchases'>
  stripping: Pick<JobView, 'photos' | 'stripped'>
  tests: Pick<JobView, 'tests'>
  leaks: Pick<
    JobView,
    | 'leaks'
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

/** Who did what by name, and why an entry was struck out. */
interface Words {
  name: (personId: string) => string
  struck: (subjectId: string) => string | null
}

interface Said {
  id: string
  personId: string
  at: Date
}
/** An entry as somebody said it: by whom, when, and whether it still counts. */
const said = <T extends Said>({ personId, at, ...rest }: T, { name, struck }: Words) => ({
  ...rest,
  by: name(personId),
  at: +at,
  struck: struck(rest.id),
})

/** In order of time. */
const inTime = <T extends { at: Date | number }>(rows: T[]): T[] => rows.sort((a, b) => +a.at - +b.at)
/** Entries as somebody said them, in order of time. */
const allSaid = <T extends Said>(rows: T[], words: Words) => inTime(rows.map(each => said(each, words)))

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
/** One statement an aspect for as many jobs as are asked for, and one for names and strikes. */
const read = {
  facts: statement('facts of jobs', reader =>
    reader.query.job.findMany({
      where: oneOf(job.id),
      orderBy: desc(job.openedAt),
      with: {
        craft: true,
        parts: { orderBy: (row, to) => to.asc(row.position) },
        mapsBefore: { orderBy: (row, to) => to.asc(row.until) },
      },
    }),
  ),
  safety: statement('safety of jobs', reader =>
    reader.query.job.findMany({
      columns: { id: true },
      where: oneOf(job.id),
      with: { cautionsRead: true, gasReadings: true, drained: true, weighings: true, hotWork: true },
    }),
  ),
  narrowing: statement('narrowing of jobs', reader =>
    reader.query.job.findMany({
      columns: { id: true },
      where: oneOf(job.id),
      with: { answers: true, probes: true, outcomes: true, purchases: { with: { steps: true } } },
    }),
  ),
  stripping: statement('stripping of jobs', reader =>
    reader.query.job.findMany({
      columns: { id: true },
      where: oneOf(job.id),
      with: { photos: { columns: { picture: false, thumbnail: false } }, stripped: { with: { refit: true } } },
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
  leaks: statement('leaks of jobs', reader =>
    reader.query.job.findMany({
      columns: { id: true, brought: true, reality: true },
      where: oneOf(job.id),
      with: {
        leaks: { orderBy: (row, to) => to.asc(row.number), with: { finds: true } },
        repairs: true,
        defectCards: true,
        approvals: true,
        choices: true,
        runs: { with: { entries: true, sheet: true } },
        newTankEntries: true,
        proofEntries: true,
        signatures: true,
        ownerCards: true,
        ownerWords: true,
        instrumentChecks: true,
        rigFinds: true,
        touches: true,
        unholdable: true,
      },
    }),
  ),
  words: statement('who struck what of jobs', reader =>
    reader.query.person.findMany({
      columns: { id: true, name: true },
      with: { strikes: { where: row => oneOf(row.jobId) } },
    }),
  ),
}

/** One loader an aspect: what it read, by job. */
const loaders: { [A in JobAspect]: (reader: Reader, ids: string[], words: Words) => Promise<Map<string, AspectViews[A]>> } = {
  async facts(reader, ids, { name }) {
    const rows = await read.facts(reader, { ids })
    return new Map(
      rows.map(
        ({ hiddenTank, brought, craftId: _, craft, openedBy, openedAt, movedAt, closedAt, parts, mapsBefore, ...rest }) => [
          rest.id,
          {
            ...rest,
            craft: { id: craft.id, name: craft.name, kind: craft.kind, built: craft.built, registration: craft.registration },
            openedAt: +openedAt,
            openedBy: name(openedBy),
            movedAt: +movedAt,
            closedAt: closedAt && +closedAt,
            brought: brought && { shop: brought.shop, exportedAt: brought.exportedAt, broughtAt: brought.broughtAt },
            hasStandIn: hiddenTank !== null,
            ...mapsOf({ parts, mapsBefore }),
          },
        ],
      ),
    )
  },
  async safety(reader, ids, words) {
    const rows = await read.safety(reader, { ids })
    return new Map(
      rows.map(row => [
        row.id,
        {
          cautionsRead: inTime(row.cautionsRead).map(({ caution, calledBy, personId, at }) => ({
            caution,
            calledBy,
            personId,
            by: words.name(personId),
            at: +at,
          })),
          gasReadings: allSaid(row.gasReadings, words),
          drained: allSaid(row.drained, words),
          weighings: allSaid(row.weighings, words),
          hotWork: allSaid(row.hotWork, words),
        },
      ]),
    )
  },
  async narrowing(reader, ids, words) {
    const rows = await read.narrowing(reader, { ids })
    return new Map(
      rows.map(row => [
        row.id,
        {
          answers: allSaid(row.answers, words),
          probes: allSaid(row.probes, words),
          outcomes: allSaid(row.outcomes, words),
          purchases: inTime(row.purchases).map(({ personId, at, steps, ...each }) => ({
            ...each,
            by: words.name(personId),
            at: +at,
            steps: inTime(steps).map(({ id, step, note, ...its }) => ({
              id,
              step,
              note,
              by: words.name(its.personId),
              at: +its.at,
            })),
          })),
        },
      ]),
    )
  },
  async stripping(reader, ids, words) {
    const rows = await read.stripping(reader, { ids })
    return new Map(
      rows.map(row => [
        row.id,
        {
          photos: allSaid(row.photos, words),
          stripped: inTime(row.stripped).map(({ refit, ...each }) => ({
            ...said(each, words),
            refit: refit && { by: words.name(refit.personId), at: +refit.at, photoId: refit.photoId },
          })),
        },
      ]),
    )
  },
  async tests(reader, ids, words) {
    const rows = await read.tests(reader, { ids })
    return new Map(
      rows.map(({ id, tests, ...row }) => {
        const tank = { ...row, ...mapsOf(row) }
        return [
          id,
          {
            tests: tests.map(({ entries, ...each }) =>
              testView(each as TestRow<TankTestKind>, inTime(entries) as EntryRow<TankTestKind>[], words, tank),
            ),
          },
        ]
      }),
    )
  },
  async leaks(reader, ids, words) {
    const rows = await read.leaks(reader, { ids })
    const temperatures = await temperaturesSince(
      reader,
      rows.flatMap(row => row.repairs),
    )
    return new Map(
      rows.map(row => [
        row.id,
        {
          leaks: row.leaks.map(({ finds: _, ...leak }) => leak),
          finds: allSaid(
            row.leaks.flatMap(leak => leak.finds),
            words,
          ),
          repairs: allSaid(row.repairs, words).map(({ jobId: _, until, ...each }) => ({
            ...each,
            until: until && +until,
            ...(row.reality === 'practice'
              ? curedInPractice(each.at, cureOf(each, []))
              : cureOf(
                  each,
                  practised(row.runs, each.runId)
                    ? standInTemperatures(seedOf(each.id), each.at, Date.now())
                    : withBrought(row.brought, temperatures),
                )),
          })),
          defectCards: allSaid(row.defectCards, words).map(({ id, leakId, defect, by, at }) => ({
            id,
            leakId,
            defect,
            by,
            at,
          })),
          approvals: allSaid(row.approvals, words).map(({ jobId: _, ...each }) => each),
          choices: inTime(row.choices).map(each => {
            const { jobId: _, ...rest } = said(each, words)
            return { ...rest, chosenBy: each.by, by: words.name(each.personId) }
          }),
          runs: inTime(row.runs).map(each => runView(each, words)),
          newTank: allSaid(row.newTankEntries, words).map(({ jobId: _, ...each }) => each),
          proof: inTime([
            ...row.proofEntries.map(({ jobId: _, ...each }) => ({ ...said(each, words), owner: false })),
            ...row.ownerWords.map(each => ownerSaid(each, words)),
          ]),
          instruments: allSaid(row.instrumentChecks, words).map(({ jobId: _, ...each }) => each),
          signatures: inTime(row.signatures).map(({ jobId: _, ...each }) => ({
            ...said(each, words),
            personId: each.personId,
          })),
          ownerCards: inTime(row.ownerCards).map(({ id, personId, at, endedAt }) => ({
            id,
            by: words.name(personId),
            at: +at,
            endedAt: endedAt && +endedAt,
          })),
          rigFinds: allSaid(row.rigFinds, words),
          touches: allSaid(row.touches, words),
          unholdable: allSaid(row.unholdable, words),
        },
      ]),
    )
  },
}

/** What an owner said on a card, as a step in use. */
const ownerSaid = (row: typeof ownerWord.$inferSelect, { struck }: Words): ProofEntryView => ({
  id: row.id,
  step: row.step,
  outcome: row.outcome,
  watched: null,
  look: null,
  distance: null,
  tilt: null,
  note: row.words,
  by: 'the owner',
  owner: true,
  at: +row.at,
  struck: struck(row.id),
})

/** Whether a repair was only practised. */
const practised = (runs: readonly RunRow[], runId: string | null) => runs.some(run => run.id === runId && run.simulated)

interface RunRow extends Said {
  leakIds: string[]
  partIds: string[]
  method: RunView['method']
  material: RunView['material']
  sheet: { id: string; name: string; facts: SheetFacts } | null
  until: Date | null
  untilReason: string
  notUsedUntil: string
  simulated: boolean
  entries: (Said & Pick<RunEntryView, 'kind' | 'facts'>)[]
}
const runView = (row: RunRow, { name }: Words): RunView => ({
  id: row.id,
  leakIds: row.leakIds,
  partIds: row.partIds,
  method: row.method,
  material: row.material,
  sheet: row.sheet && { id: row.sheet.id, name: row.sheet.name, facts: row.sheet.facts },
  until: row.until && +row.until,
  untilReason: row.untilReason,
  notUsedUntil: row.notUsedUntil,
  simulated: row.simulated,
  entries: inTime(row.entries).map(({ id, kind, facts, personId, at }) => ({ id, kind, facts, by: name(personId), at: +at })),
  by: name(row.personId),
  at: +row.at,
})

function testView(
  row: TestRow<TankTestKind>,
  entries: EntryRow<TankTestKind>[],
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

/** Everybody's name, and what they struck out on some jobs, in one statement. */
async function wordsFor(reader: Reader, ids: string[]): Promise<Words> {
  const people = await read.words(reader, { ids })
  const names = new Map(people.map(each => [each.id, each.name]))
  const strikes = new Map(
    people.flatMap(each => each.strikes.map(({ subjectId, reason }) => [subjectId, `${reason} (${each.name})`] as const)),
  )
  return { name: id => names.get(id) ?? 'somebody', struck: id => strikes.get(id) ?? null }
}

/** Some aspects of many jobs at once, by job: one statement an aspect, and one for names and strikes, however many jobs there are. */
export async function loadAspectsOf<A extends JobAspect>(
  ids: string[],
  aspects: readonly A[],
  reader: Reader = database(),
): Promise<Map<string, JobWith<A>>> {
  if (ids.length === 0) return new Map()
  const words = await wordsFor(reader, ids)
  const jobs = new Map<string, object>()
  for (const aspect of aspects) {
    for (const [id, view] of await loaders[aspect](reader, ids, words)) jobs.set(id, { id, ...jobs.get(id), ...view })
  }
  return jobs as Map<string, JobWith<A>>
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
