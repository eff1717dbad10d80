import { sealedFor } from '#shared/leaktest/limitsReached'
import { measuredWord } from './holdAdvice'
import { causeOf } from '#core/complaint/causes'
import type { Ledger } from '#core/ledger/deriveLedger'
import { testName } from '#core/leaktest/testKinds'
import { repairMaterial } from '#core/repair/material/repairMaterials'
import { repairMethod, repairMethodName } from '#core/repair/method/repairMethods'
import { listWords, lowerFirst, upperFirst } from '#core/words/words'
import { jointHolds } from '#shared/leaktest/hold/jointHolds'
import { latestFind } from '#shared/jobEntries'
import { descriptorOf, type TestView } from '#shared/leaktest/tests'
import { factsOfKind, runOfJob, stagesOfRun } from '#shared/repair/runView'
import { readingOf } from '#core/record/reading'
import type { JobView } from '#shared/views'
import type { RepairView } from '#shared/record/kinds/repair'
import { faceOf } from '../../leaktest/testFaces'
import type { QuantityKind } from './quantityKinds'
import { cureReckoning } from './cureWords'
import { jointSentence } from './jointWords'
import { clockText } from './times'

/** Writes a quantity in the reader's unit. */
/** Writes a quantity with its unit. */
export type Short = (kind: QuantityKind, si: number, significant?: number) => string

/** A job's rows as its record prints them; quantities as text in the reader's units. */
export function recordRows(job: JobView, ledger: Ledger, now: number, short: Short) {
  const partName = (partId: string) => job.parts.find(part => part.id === partId)?.name ?? 'a part'
  return {
    found: foundRows(job, ledger, now, short, partName),
    rig: rigRows(job, now, partName),
    stages: stageRows(job, now),
    done: [...repairRows(job, now, short), ...touchRows(job, partName)].sort((a, b) => a.at - b.at),
    ...testRows(job, now, short, partName),
    joint: jointHolds(job).groups.map(group => ({ text: jointSentence(group) })),
    was: job.outcomes
      .filter(each => !each.struck)
      .map(each => `${lowerFirst(causeOf(each.cause).name)}${each.partId ? ` (${lowerFirst(partName(each.partId))})` : ''}`)
      .join(', '),
    struck: struckRows(job),
    missing: ledger.missing.map(partId => lowerFirst(partName(partId))),
  }
}

type PartName = (partId: string) => string
const noted = (text: string, note: string) => (note ? `${text}. ${note}` : text)
const leakNumber = (job: Pick<JobView, 'leaks'>, leakId: string) => job.leaks.find(leak => leak.id === leakId)?.number ?? 0

function foundRows(job: JobView, ledger: Ledger, now: number, short: Short, partName: PartName) {
  return ledger.leaks.flatMap(({ id, state }) => {
    const find = latestFind(job.finds, id)
    const leak = job.leaks.find(each => each.id === id)
    if (!find || !leak) return []
    return [
      {
        id,
        number: leak.number,
        part: partName(leak.partId),
        showed: noted(find.seen, find.note),
        length: find.length === null ? NOTHING : short('length', find.length, 2),
        by: `${find.testId ? '' : 'by eye, '}${clockText(find.at, now)}, ${find.by}`,
        state,
      },
    ]
  })
}

/** Leaks of the rig, as sentences: they are kept, and not counted to the tank. */
const rigRows = (job: JobView, now: number, partName: PartName) =>
  job.rigFinds
    .filter(each => !each.struck)
    .map(each => ({
      id: each.id,
      text: `${noted(`The ${each.piece}${each.partId ? ` at the ${lowerFirst(partName(each.partId))}` : ''}`, each.note)}, ${clockText(each.at, now)}, ${each.by}`,
    }))

/** Repairs that were made stage by stage: what was done in which order, what was left out, and why. */
const stageRows = (job: JobView, now: number) =>
  job.runs.map(run => {
    const { state } = runOfJob(job, run, now)
    const told = state.stages
      .filter(each => each.state === 'done' || each.state === 'skipped')
      .map(
        ({ stage, state: how, reason }) =>
          `${how === 'skipped' ? `left out: ${lowerFirst(stage.title)}` : stage.past}${reason ? ` (${reason})` : ''}`,
      )
    const mishaps = run.entries.flatMap(entry => {
      const facts = factsOfKind(entry, 'mishap')
      const words =
        facts &&
        stagesOfRun(run)
          .flatMap(stage => stage.mishaps)
          .find(each => each.key === facts.mishap)?.words
      return words ? [`${clockText(entry.at, now)} ${lowerFirst(words)}`] : []
    })
    const how = state.abandoned ? ', given up' : state.over ? '' : ', under way'
    return {
      id: run.id,
      text: `${repairSubject(job, run)}, ${lowerFirst(repairMethod(run.method).doing)}, begun ${clockText(run.at, now)} by ${run.by}${how}${run.simulated ? ', only practised' : ''}: ${told.join('; ') || 'nothing done yet'}.${mishaps.length > 0 ? ` Went wrong: ${mishaps.join('; ')}.` : ''}`,
    }
  })

const NOTHING = '–'

/** What a repair was for: its leaks, or its parts where nothing leaked. */
export function repairSubject(
  job: Pick<JobView, 'leaks' | 'parts'>,
  { leakIds, partIds }: Pick<RepairView, 'leakIds' | 'partIds'>,
): string {
  if (leakIds.length > 0) return `Leak ${listWords(leakIds.map(id => String(leakNumber(job, id))))}`
  const names = partIds.map(id => lowerFirst(job.parts.find(part => part.id === id)?.name ?? 'a part'))
  return names.length > 3 ? `${names.length} parts` : upperFirst(listWords(names))
}

function repairRows(job: JobView, now: number, short: Short) {
  return job.repairs.map(each => {
    const cures = each.material !== 'none'
    const cured = () =>
      readingOf(job).strippedSince(each)
        ? 'stripped off since'
        : [each.curedAt === null ? 'stands still, too cold' : clockText(each.curedAt, now), cureReckoning(each, now, short)]
            .filter(Boolean)
            .join(': ')
    return {
      id: each.id,
      at: each.at,
      what: repairSubject(job, each),
      done: noted(
        [
          repairMethodName(each.method),
          ...(each.runId ? [] : ['stages not recorded']),
          ...(each.until ? [`only until ${clockText(each.until, now)}: ${each.untilReason}`] : []),
          ...(each.notUsedUntil ? [`not to be used until ${each.notUsedUntil}`] : []),
        ].join(', '),
        each.note,
      ),
      material: cures ? [repairMaterial(each.material).name, each.batch].filter(Boolean).join(', ') : NOTHING,
      cured: cures ? cured() : NOTHING,
      by: each.by,
      struck: each.struck,
    }
  })
}

const touchRows = (job: JobView, partName: PartName) =>
  job.touches.map(each => ({
    id: each.id,
    at: each.at,
    what: each.partIds.map(partName).join(', '),
    done: noted(each.kind, each.note),
    material: NOTHING,
    cured: NOTHING,
    by: each.by,
    struck: each.struck,
  }))

/** Tests that measured, as rows of figures; those that looked, as sentences. */
function testRows(job: JobView, now: number, short: Short, partName: PartName) {
  const names = (partIds: readonly string[]) => partIds.map(partId => lowerFirst(partName(partId))).join(', ') || 'nothing'
  const at = ({ pressure, relief }: TestView) =>
    `${short('pressure', pressure)}${relief ? `, ${relief.kind} at ${short('pressure', relief.opensAt)}` : ''}`
  const by = (test: TestView) => (descriptorOf(test).isSimulated(test) ? `${test.by} (simulated tank)` : test.by)
  const when = (test: TestView) => clockText(test.stoppedAt ?? test.startedAt, now)
  const told = job.tests.filter(test => test.stoppedAt !== null || descriptorOf(test).ledger(test, job).length > 0)
  return {
    measured: told.flatMap(test => {
      const measured = descriptorOf(test).measured(test)
      return measured
        ? [
            {
              id: test.id,
              name: testName(test),
              when: when(test),
              pressure: at(test),
              ...measured,
              word: measured.estimate && measuredWord(measured.estimate, sealedFor(job, test, measured.estimate)),
              earlyReason: test.earlyReason,
              struck: test.struck,
              by: by(test),
            },
          ]
        : []
    }),
    looked: told
      .filter(test => descriptorOf(test).measured(test) === null)
      .map(test => ({
        id: test.id,
        earlyReason: test.earlyReason,
        struck: test.struck,
        text: `${testName(test)}, ${when(test)}, at ${at(test)}, ${by(test)}: ${faceOf(test).told(test, job, names)}.`,
      })),
  }
}

const struckRows = (job: JobView) =>
  [
    ...job.tests.map(each => ({ name: testName(each), struck: each.struck })),
    ...job.finds.map(each => ({ name: `A find of leak ${leakNumber(job, each.leakId)}`, struck: each.struck })),
    ...job.repairs.map(each => ({ name: `A repair: ${lowerFirst(repairSubject(job, each))}`, struck: each.struck })),
    ...job.touches.map(each => ({ name: 'A disturbance', struck: each.struck })),
  ].filter(each => each.struck)
