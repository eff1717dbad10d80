import { SOAP_SMALLEST_SEEN, SOAP_WATCH_TIME } from '../leaktest/soap'
import type { LedgerEntries } from './ledger'

export interface SettlingTest {
  kind: 'hold' | 'soap'
  partIds: string[]
  /** about how long it takes, min */
  minutes: number
}

const PUMP_UP = 5 // min, plugs already in
const HOLD = 25 // min, settling and reading a small tank

/**
 * The shortest test that would settle parts without evidence: soap on a few, a hold for many or where soap cannot see the limit.
 * @returns null when nothing is missing
 */
export function settlingTest(missing: readonly string[], entries: Pick<LedgerEntries, 'limit'>): SettlingTest | null {
  if (missing.length === 0) return null
  const soap = PUMP_UP + Math.ceil(missing.length * (SOAP_WATCH_TIME + 15) / 60)
  const kind = SOAP_SMALLEST_SEEN <= entries.limit && soap < HOLD && missing.length <= 5 ? 'soap' : 'hold'
  return { kind, partIds: [...missing], minutes: kind === 'soap' ? soap : HOLD }
}
