import type { Ledger } from '../core/ledger/deriveLedger'
import type { LedgerEntries } from '../core/ledger/ledger'
import type { LeansOn } from '../core/hold/besides/leansOn'
import { effectiveVolume } from '../core/gas/inventory'
import { checkDisagreement } from '../core/gas/volumeCheck'
import { closedByTouch } from '../core/ledger/measuredLeaks'
import { tankKind } from '../core/circuit/tankKinds'
import { testName } from '../core/leaktest/testKinds'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { repairMethod, type RepairMethodKey } from '../core/repair/method/repairMethods'
import { listWords, lowerFirst } from '../core/words/words'
import type { HoldView } from './leaktest/hold/holdView'
import { descriptorOf, testsOf, type TestView } from './leaktest/tests'
import { proofSteps } from '../core/ledger/proof/proofSteps'
import { stagesOfRun } from './repair/runView'
import type { RunEntryForm } from './record/kinds/runActs'
import { inKilopascals, inMillilitres, limitIsUsual } from './limits'
import type { JobView } from './views'

/** What a verdict takes on trust: typed, left out or taken away, and checked by nothing. */
export const trustKinds = [
  'limits raised',
  'pressure lowered',
  'drawn where no fuel stands',
  'part off the map',
  'struck out',
  'blamed on the rig',
  'answered by a touch',
  'typed later',
  'cannot be held',
  'step left out',
  'step cut short',
  'step in use left out',
  'file without dates',
  'volume typed',
  'volume contradicted',
  'smallest mark typed',
  'rig leak typed',
  'one instrument alone',
  'weather differs',
  'one test alone',
  'another job open',
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
  /**
   * parts whose evidence was measured by an instrument with a clock of its own, those whose test the program watched, and those for
   * whose time there is only somebody's word
   */
  measured: number
  watched: number
  said: number
  onTrust: TrustLine[]
}

/** How a test is known. */
function howKnown(test: TestView): 'measured' | 'watched' | 'said' {
  if (test.kind !== 'hold' || test.source === 'typed') return 'watched'
  return test.undated ? 'said' : 'measured'
}

/** What a job's verdict rests on today: how each part that stands is known, and all that is taken on trust. */
export function restsOn(job: JobView, entries: LedgerEntries, ledger: Ledger): RestsOn {
  const testOf = new Map(job.tests.map(test => [test.id, test]))
  const standing = ledger.parts.flatMap(row => {
    if (row.standing !== 'stands') return []
    return [entries.tests.flatMap((test, i) => (row.evidence[i] === 'stands' ? [testOf.get(test.id)!] : []))]
  })
  const known = standing.map(tests => tests.map(howKnown))
  const best = (how: 'measured' | 'watched') => known.filter(each => each.includes(how))
  const used = new Set(standing.flat())
  const holds = testsOf(job, 'hold').filter(hold => used.has(hold))
  return {
    measured: best('measured').length,
    watched: best('watched').filter(each => !each.includes('measured')).length,
    said: known.filter(each => each.every(how => how === 'said')).length,
    onTrust: [
      ...limitsOnTrust(job),
      ...takenAway(job),
      ...explainedAway(job, entries),
      ...typedLater(job, [...used]),
      ...leftOut(job),
      ...typedInHolds(holds),
      ...leaning(holds),
      ...aloneOnTrust(standing, used),
      ...job.alsoOpen.map(({ id, openedAt }): TrustLine => ({
        key: id,
        kind: 'another job open',
        about: 'Another job',
        by: null,
        at: openedAt,
        why: '',
      })),
    ],
  }
}

/** Limits that are looser than is usual, pressures that are lower, parts that were drawn where another limit counts. */
function limitsOnTrust(job: JobView): TrustLine[] {
  const { acceptance, workingPressure } = tankKind(job.tankKind)
  const usual = throughputFromStandard(acceptance)
  const changed = job.limitsSet.filter(each => each.movedParts.length === 0)
  const set = changed.findLast(each => each.acceptance === job.acceptance) ?? changed.at(-1)
  const source = {
    by: set?.by ?? job.openedBy,
    at: set?.at ?? job.openedAt,
    why: set?.reason ?? job.limitsReason,
  }
  const raised = (key: string, about: string, is: boolean): TrustLine[] =>
    is ? [{ key, kind: 'limits raised', about, ...source }] : []
  return [
    ...raised(
      'acceptance',
      `It may leak ${inMillilitres(job.acceptance)} a minute, and ${inMillilitres(usual)} is usual`,
      job.acceptance > 1.001 * usual,
    ),
    ...raised(
      'fuel acceptance',
      `Where fuel stands it may leak ${inMillilitres(job.fuelAcceptance ?? 0)} a minute, which somebody typed`,
      job.fuelAcceptance !== null,
    ),
    ...(job.pressureLimit < 0.999 * workingPressure
      ? [
          {
            key: 'pressure',
            kind: 'pressure lowered' as const,
            about: `It is tested at ${inKilopascals(job.pressureLimit)}, and ${inKilopascals(workingPressure)} is usual`,
            by: set?.by ?? job.openedBy,
            at: set?.at ?? job.openedAt,
            why: limitIsUsual(job) ? '' : job.limitSource,
          },
        ]
      : []),
    ...job.limitsSet.flatMap((each): TrustLine[] =>
      each.movedParts.length === 0
        ? []
        : [
            {
              key: each.id,
              kind: 'drawn where no fuel stands',
              about: partNames(job, each.movedParts),
              by: each.by,
              at: each.at,
              why: '',
            },
          ],
    ),
  ]
}

const partNames = ({ parts }: JobView, ids: readonly string[]): string => {
  const [first, ...others] = ids.map(id => parts.find(part => part.id === id)?.name ?? 'A part')
  return listWords([first ?? 'A part', ...others.map(lowerFirst)])
}

/** Parts that were taken off the map, and entries that were struck out. */
function takenAway(job: JobView): TrustLine[] {
  const off = job.takenOff.map((each): TrustLine => ({
    key: each.id,
    kind: 'part off the map',
    about: partNames(job, each.partIds),
    by: each.by,
    at: each.at,
    why: each.reason,
  }))
  const told = new Set(job.takenOff.flatMap(each => each.partIds))
  const untold = job.parts.flatMap(({ id, name, removedAt }): TrustLine[] =>
    removedAt === null || told.has(id)
      ? []
      : [{ key: id, kind: 'part off the map', about: name, by: null, at: removedAt, why: '' }],
  )
  const struckBy = new Map(job.strikes.map(each => [each.subjectId, each]))
  const struck = [
    ...job.tests.map(test => ({ id: test.id, about: testName(test), struck: test.struck })),
    ...job.finds.map(({ id, struck: why }) => ({ id, about: 'A leak that was seen', struck: why })),
    ...job.repairs.map(({ id, struck: why }) => ({ id, about: 'A repair', struck: why })),
    ...job.gasReadings.map(each => ({ ...each, about: `The vapour reading at ${lowerFirst(each.point)}` })),
  ].flatMap(({ id, about, struck: why }): TrustLine[] =>
    why === null ? [] : [{ key: `struck ${id}`, kind: 'struck out', about, by: null, at: struckBy.get(id)?.at ?? null, why }],
  )
  return [...off, ...untold.filter(line => !renewedWith(job, line.at)), ...struck]
}

/** Whether parts went with the tank that was renewed then: nothing of them is left to be tested. */
const renewedWith = ({ repairs }: JobView, at: number | null): boolean =>
  repairs.some(repair => repair.method === 'renew-tank' && repair.at === at)

/** Leaks that were measured and then put down to something, or were gone once something was touched. */
function explainedAway(job: JobView, entries: LedgerEntries): TrustLine[] {
  const rig = job.rigFinds.flatMap((find): TrustLine[] =>
    find.struck
      ? []
      : [{ key: find.id, kind: 'blamed on the rig', about: find.piece, by: find.by, at: find.at, why: find.note }],
  )
  const touched = closedByTouch(entries).map(({ testId, at, partIds }): TrustLine => {
    const touch = job.touches.find(each => each.at === at)
    const test = job.tests.find(each => each.id === testId)
    const about = `${test ? testName(test) : 'A hold'} leaked, ${lowerFirst(partNames(job, partIds))} was touched`
    return { key: `touched ${testId}`, kind: 'answered by a touch', about, by: touch?.by ?? null, at, why: touch?.note ?? '' }
  })
  return [...rig, ...touched]
}

/** What was typed only after a test that rests on its having been done before. */
function typedLater(job: JobView, used: readonly TestView[]): TrustLine[] {
  const did = [
    ...job.repairs.map(each => ({ ...each, about: repairMethod(each.method as RepairMethodKey).name })),
    ...job.touches.map(each => ({ ...each, about: `${partNames(job, each.partIds)}: ${each.kind}` })),
  ]
  return did.flatMap(({ id, about, by, at, saidAt, struck }): TrustLine[] => {
    const rests = saidAt !== undefined && struck === null && used.some(test => test.startedAt >= at && test.startedAt < saidAt)
    return rests ? [{ key: id, kind: 'typed later', about, by, at: saidAt, why: '' }] : []
  })
}

/** What was not done, or not for as long as it takes, with the reason that was given. */
function leftOut(job: JobView): TrustLine[] {
  const held = job.unholdable.flatMap((each): TrustLine[] =>
    each.struck
      ? []
      : [{ key: each.id, kind: 'cannot be held', about: 'This tank', by: each.by, at: each.at, why: each.reason }],
  )
  const stages = job.runs.flatMap(run =>
    run.entries.flatMap((act): TrustLine[] => {
      if (act.kind !== 'skip' && act.kind !== 'done') return []
      const { stage, reason } = act.facts as RunEntryForm<'skip'>
      const kind = act.kind === 'skip' ? 'step left out' : 'step cut short'
      return reason ? [{ key: act.id, kind, about: stageTitle(run, stage), by: act.by, at: act.at, why: reason }] : []
    }),
  )
  const titles = new Map(proofSteps(job.craft.kind).map(step => [step.key, step.title]))
  const inUse = job.proof.flatMap((each): TrustLine[] =>
    each.struck || each.outcome !== 'left out'
      ? []
      : [
          {
            key: each.id,
            kind: 'step in use left out',
            about: titles.get(each.step) ?? each.step,
            by: each.by,
            at: each.at,
            why: each.note,
          },
        ],
  )
  return [...held, ...stages, ...inUse]
}

const stageTitle = (run: JobView['runs'][number], key: string): string =>
  stagesOfRun(run).find(stage => stage.key === key)?.title ?? key

/** A check of the volume was made, says another one, and was not used. */
function isContradicted({ volumeChecks, setup }: HoldView): boolean {
  const last = volumeChecks.at(-1)
  if (!last || last.used) return false
  const effective = effectiveVolume(setup.space, setup.testPressure)
  return checkDisagreement(last, { effective, uncertainty: setup.volumeUncertainty }) > 3
}

/** What of holds was typed and never checked, a line for all of them. Of a simulated tank all is known. */
function typedInHolds(holds: readonly HoldView[]): TrustLine[] {
  const real = holds.filter(hold => !descriptorOf(hold).isSimulated(hold))
  const unchecked: [TrustKind, (hold: HoldView) => boolean][] = [
    ['file without dates', hold => hold.undated === true],
    ['volume typed', hold => !hold.volumeChecks.some(check => check.used) && !isContradicted(hold)],
    ['volume contradicted', isContradicted],
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

/** What each takes off the fall, as people say it. */
const leaningWords = {
  thermometer: ({ change }: LeansOn) => `the thermometer: ${Math.abs(change).toFixed(1)} K hide`,
  barometer: ({ change }: LeansOn) => `the barometer: ${Math.abs(change / 100).toFixed(1)} hPa hide`,
  knocks: ({ change }: LeansOn) => `what was taken as knocks: ${inKilopascals(change)} of fall hide`,
} satisfies Record<LeansOn['on'], (leaning: LeansOn) => string>

/** Holds that are tight only by what one instrument or some knocks take off their fall, or whose weather was not another's. */
function leaning(holds: readonly HoldView[]): TrustLine[] {
  return holds.flatMap((hold): TrustLine[] => {
    const source = { by: hold.by, at: hold.startedAt, why: '' }
    const { weatherDiffers: other } = hold
    const hPa = (change: number) => `${(change / 100).toFixed(1)} hPa`
    return [
      ...(hold.estimate?.leansOn ?? []).map(each => ({
        key: `${each.on} ${hold.id}`,
        kind: 'one instrument alone' as const,
        about: `${testName(hold)} rests on ${leaningWords[each.on](each)} ${inMillilitres(each.hides)} a minute`,
        ...source,
      })),
      ...(other
        ? [
            {
              key: `weather ${hold.id}`,
              kind: 'weather differs' as const,
              about: `${testName(hold)} read ${hPa(other.mine)} of weather while hold ${other.hold} of ${other.craft} read ${hPa(other.theirs)}`,
              ...source,
            },
          ]
        : []),
    ]
  })
}

/** What the result of one hold takes on trust. */
export const holdOnTrust = (hold: HoldView): TrustLine[] => [...typedInHolds([hold]), ...leaning([hold])]

/** A result that hangs on one test alone is taken on trust with it. */
function aloneOnTrust(standing: readonly TestView[][], used: ReadonlySet<TestView>): TrustLine[] {
  const [only] = [...used]
  if (used.size !== 1 || standing.length < 2) return []
  return [{ key: 'alone', kind: 'one test alone', about: testName(only!), by: only!.by, at: only!.startedAt, why: '' }]
}
