import Papa from 'papaparse'
import { testKinds, testName } from '../../core/leaktest/testKinds'
import { standardFromThroughput } from '../../core/quantity/standardLeakRate'
import { repairMethodName } from '../../core/repair/method/repairMethods'
import { jobStanding, latestFind } from '../../shared/jobEntries'
import { descriptorOf } from '../../shared/leaktest/tests'
import type { JobView } from '../../shared/views'

const headings = [
  'kind',
  'when',
  'name',
  'part',
  'what',
  'state',
  'rate_mLmin',
  'low95_mLmin',
  'high95_mLmin',
  'material',
  'batch',
  'by',
  'struck',
]
type Row = Partial<Record<(typeof headings)[number], string | number | null>>

const when = (at: number | null) => (at === null ? '' : new Date(at).toISOString())
const mLmin = (rate: number) => Number(standardFromThroughput(rate).toPrecision(4))

/** Leaks, tests, repairs, disturbances and steps in use of a job, a row each, in the order in which they happened. */
function registerRows(job: JobView, now: number): Row[] {
  const partName = (id: string) => job.parts.find(part => part.id === id)?.name ?? ''
  const { ledger } = jobStanding(job, now)
  const rows: (Row & { at: number })[] = [
    ...job.leaks.flatMap(leak => {
      const find = latestFind(job.finds, leak.id)
      return find
        ? [
            {
              at: find.at,
              kind: 'leak',
              name: `Leak ${leak.number}`,
              part: partName(leak.partId),
              what: [find.seen, find.note].filter(Boolean).join(': '),
              state: ledger.leaks.find(each => each.id === leak.id)?.state ?? '',
              by: find.by,
            },
          ]
        : []
    }),
    ...job.tests.map(test => {
      const estimate = descriptorOf(test).measured(test)?.estimate
      return {
        at: test.startedAt,
        kind: 'test',
        name: testName(test),
        what: testKinds[test.kind].name,
        ...(estimate && {
          state: estimate.verdict,
          rate_mLmin: mLmin(estimate.leakRate),
          low95_mLmin: mLmin(estimate.above95),
          high95_mLmin: mLmin(estimate.below95),
        }),
        by: test.by,
        struck: test.struck,
      }
    }),
    ...job.repairs.map(each => ({
      at: each.at,
      kind: 'repair',
      name: each.leakIds.map(id => `Leak ${job.leaks.find(leak => leak.id === id)?.number ?? ''}`).join(', '),
      part: each.partIds.map(partName).join(', '),
      what: [repairMethodName(each.method), each.note].filter(Boolean).join(': '),
      material: each.material,
      batch: each.batch,
      by: each.by,
      struck: each.struck,
    })),
    ...job.touches.map(each => ({
      at: each.at,
      kind: 'disturbed',
      part: each.partIds.map(partName).join(', '),
      what: [each.kind, each.note].filter(Boolean).join(': '),
      by: each.by,
      struck: each.struck,
    })),
    ...job.proof.map(each => ({
      at: each.at,
      kind: 'step in use',
      name: each.step,
      what: each.note,
      state: each.outcome,
      by: each.by,
      struck: each.struck,
    })),
  ]
  return rows.sort((a, b) => a.at - b.at).map(({ at, ...row }) => ({ ...row, when: when(at) }))
}

/** The register as CSV (RFC 4180). No cell can run as a formula in a spreadsheet: what would is led by a quote. */
export const registerCsv = (job: JobView, now: number): string =>
  Papa.unparse(
    { fields: headings, data: registerRows(job, now).map(row => headings.map(name => row[name] ?? '')) },
    { newline: '\r\n', escapeFormulae: true },
  )
