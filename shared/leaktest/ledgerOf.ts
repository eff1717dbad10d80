import type { LedgerLook, LedgerMark, LedgerMeasurement } from '../../core/ledger/ledger'
import { testName, type TankTestKind } from '../../core/leaktest/testKinds'
import { feltIn, type MappedJob } from './felt'
import type { MeasuredRate, TestViewOf } from './testView'

/** What a test that measures gives the ledger: nothing until it has ended with an estimate. */
export function measurementOf(
  test: TestViewOf<TankTestKind> & { estimate: MeasuredRate | null },
  job: MappedJob,
): LedgerMeasurement[] {
  const { id, kind, stoppedAt, startedAt, pressure, estimate } = test
  if (stoppedAt === null || !estimate) return []
  const { above95, below95, belowZero, smallestSeen } = estimate
  return [
    {
      says: 'rate',
      id,
      kind,
      name: testName(test),
      begin: startedAt,
      end: stoppedAt,
      pressure,
      felt: feltIn(job, test),
      bounds: { above95, below95, belowZero },
      smallestSeen,
    },
  ]
}

/** What a test that looks gives the ledger: its marks so far. @param smallestSeen Pa·m3/s */
export function lookOf(
  test: TestViewOf<TankTestKind>,
  job: MappedJob,
  marks: readonly LedgerMark[],
  smallestSeen: number,
): LedgerLook {
  const { id, kind, stoppedAt, startedAt, pressure } = test
  return {
    says: 'looks',
    id,
    kind,
    name: testName(test),
    begin: startedAt,
    end: stoppedAt ?? startedAt,
    pressure,
    felt: feltIn(job, test),
    marks,
    smallestSeen,
  }
}
