import type { LedgerLook, LedgerMeasurement } from '../../core/ledger/ledger'
import { testName, type TankTestKind } from '../../core/leaktest/testKinds'
import type { MeasuredRate, TestViewOf } from './testView'

/** What a test that measures gives the ledger: nothing until it has ended with an estimate. */
export function measurementOf(test: TestViewOf<TankTestKind> & { estimate: MeasuredRate | null }): LedgerMeasurement[] {
  const { id, kind, stoppedAt, estimate, reached } = test
  if (stoppedAt === null || !estimate) return []
  return [
    {
      says: 'rate',
      id,
      kind,
      name: testName(test),
      at: stoppedAt,
      reached,
      verdict: estimate.verdict,
      smallestSeen: estimate.smallestSeen,
    },
  ]
}

/** What a test that looks gives the ledger: its marks so far. @param smallestSeen Pa·m3/s */
export function lookOf(test: TestViewOf<TankTestKind>, marks: LedgerLook['marks'], smallestSeen: number): LedgerLook {
  const { id, kind, stoppedAt, startedAt } = test
  return { says: 'looks', id, kind, name: testName(test), at: stoppedAt ?? startedAt, marks, smallestSeen }
}
