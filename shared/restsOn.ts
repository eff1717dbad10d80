import type { Ledger } from '../core/ledger/deriveLedger'
import type { LedgerEntries } from '../core/ledger/ledger'
import { testName } from '../core/leaktest/testKinds'
import { listWords, lowerFirst } from '../core/words/words'
import type { HoldView } from './leaktest/hold/holdView'
import { descriptorOf, testsOf, type TestView } from './leaktest/tests'
import { stagesOfRun } from './repair/runView'
import type { JobView } from './views'

/** What a verdict takes on trust: typed, left out or taken away, and checked by nothing. */
export const trustKinds = [
  'limits changed',
  'part off the map',
  'struck out',
  'blamed on the rig',
  'cannot be held',
  'step left out',
  'volume typed',
  'smallest mark typed',
  'rig leak typed',
  'one test alone',
] as const
export type TrustKind = (typeof trustKinds)[number]

/** One thing taken on trust. */
export interface TrustLine {
  key: string
  kind: TrustKind
  /** what it is about, as people know it */
  about: string
  /** who and when, ms; null where the record does not keep it beside what it is about */
  by: string | null
  at: number | null
  /** the reason that was given; empty where none was asked */
  why: string
}

/** What a seal rests on. */
export interface RestsOn {
  /** parts whose evidence was measured by an instrument with a clock of its own, and those whose test the program watched */
  measured: number
  watched: number
  onTrust: TrustLine[]
}

/** Whether an instrument with a clock of its own measured it. */
const isMeasured = (test: TestView): boolean => test.kind === 'hold' && test.source !== 'typed'

/** What a job's verdict rests on today: how each part that stands is known, and all that is taken on trust. */
export function restsOn(job: JobView, entries: LedgerEntries, ledger: Ledger): RestsOn {
  const testOf = new Map(job.tests.map(test => [test.id, test]))
  const standing = ledger.parts.flatMap(row => {
    if (row.standing !== 'stands') return []
    return [entries.tests.flatMap((test, i) => (row.evidence[i] === 'stands' ? [testOf.get(test.id)!] : []))]
  })
  const measured = standing.filter(tests => tests.some(isMeasured)).length
  const used = new Set(standing.flat())
  return {
    measured,
    watched: standing.length - measured,
    onTrust: [
      ...changedOnTrust(job),
      ...leftOutOnTrust(job),
      ...typedOnTrust(testsOf(job, 'hold').filter(hold => used.has(hold))),
      ...aloneOnTrust(standing, used),
    ],
  }
}

/** What was changed, taken away or explained so that less speaks against it. */
function changedOnTrust(job: JobView): TrustLine[] {
  const limits: TrustLine[] = job.limitsReason
    ? [{ key: 'limits', kind: 'limits changed', about: 'Limits of this tank', by: null, at: null, why: job.limitsReason }]
    : []
  const off = job.parts.flatMap(({ id, name, removedAt }): TrustLine[] =>
    removedAt === null ? [] : [{ key: id, kind: 'part off the map', about: name, by: null, at: removedAt, why: '' }],
  )
  const struck = [
    ...job.tests.map(test => ({ id: test.id, about: testName(test), by: test.by, at: test.startedAt, struck: test.struck })),
    ...job.finds.map(find => ({ ...find, about: 'A leak that was seen' })),
    ...job.gasReadings.map(each => ({ ...each, about: `The vapour reading at ${lowerFirst(each.point)}` })),
  ].flatMap(({ id, about, by, at, struck: why }): TrustLine[] =>
    why === null ? [] : [{ key: id, kind: 'struck out', about, by, at, why }],
  )
  const rig = job.rigFinds.flatMap((find): TrustLine[] =>
    find.struck
      ? []
      : [{ key: find.id, kind: 'blamed on the rig', about: find.piece, by: find.by, at: find.at, why: find.note }],
  )
  return [...limits, ...off, ...struck, ...rig]
}

/** What was not done, with the reason that was given. */
function leftOutOnTrust(job: JobView): TrustLine[] {
  const held = job.unholdable.flatMap((each): TrustLine[] =>
    each.struck
      ? []
      : [{ key: each.id, kind: 'cannot be held', about: 'This tank', by: each.by, at: each.at, why: each.reason }],
  )
  const steps = job.runs.flatMap(run =>
    run.entries.flatMap((act): TrustLine[] => {
      if (act.kind !== 'skip') return []
      const { stage, reason } = act.facts as { stage: string; reason: string }
      return [{ key: act.id, kind: 'step left out', about: stageTitle(run, stage), by: act.by, at: act.at, why: reason }]
    }),
  )
  return [...held, ...steps]
}

const stageTitle = (run: JobView['runs'][number], key: string): string =>
  stagesOfRun(run).find(stage => stage.key === key)?.title ?? key

/** What of holds was typed and never checked, a line for all of them. Of a simulated tank all is known. */
function typedOnTrust(holds: readonly HoldView[]): TrustLine[] {
  const real = holds.filter(hold => !descriptorOf(hold).isSimulated(hold))
  const unchecked: [TrustKind, (hold: HoldView) => boolean][] = [
    ['volume typed', hold => !hold.volumeChecks.some(check => check.used)],
    ['smallest mark typed', hold => hold.kit.gauge === undefined && hold.source === 'typed'],
    ['rig leak typed', hold => hold.setup.rigLeak > 0 && hold.kit.rig === undefined],
  ]
  return unchecked.flatMap(([kind, is]): TrustLine[] => {
    const those = real.filter(is)
    const last = those.at(-1)
    if (!last) return []
    const [first, ...others] = those.map(testName)
    const by = listWords([...new Set(those.map(hold => hold.by))])
    return [{ key: kind, kind, about: listWords([first!, ...others.map(lowerFirst)]), by, at: last.startedAt, why: '' }]
  })
}

/** A result that hangs on one test alone is taken on trust with it. */
function aloneOnTrust(standing: readonly TestView[][], used: ReadonlySet<TestView>): TrustLine[] {
  const [only] = [...used]
  if (used.size !== 1 || standing.length < 2) return []
  return [{ key: 'alone', kind: 'one test alone', about: testName(only!), by: only!.by, at: only!.startedAt, why: '' }]
}
