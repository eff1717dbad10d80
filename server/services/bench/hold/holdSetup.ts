import type { HoldSetup } from '../../../../core/hold/holdSetup'
import { systemLimit } from '../../../../shared/ledgerParts'
import { strictestLimit, type LimitsJob } from '../../../../shared/leaktest/limitsReached'
import type { HoldState } from '../../../../shared/leaktest/hold/holdForm'
import type { TestRow } from '../testRows'

export type HoldRow = TestRow<'hold'>

/** The whole set-up of a hold, as the core reads it. @param tank with its limits and its map as they are today */
export function holdSetupOf(row: HoldRow, tank: LimitsJob): HoldSetup {
  const strictest = strictestLimit(tank, { ...row, startedAt: +row.startedAt })
  return {
    ...row.facts.setup,
    limit: systemLimit(tank),
    ...(strictest !== undefined && { strictest }),
    testPressure: row.pressure,
    method: row.pressure < 0 ? 'vacuum-decay' : 'pressure-decay',
  }
}

/** Where a hold is: nothing of it is kept that its times do not say. */
export function holdState({ facts, stoppedAt }: Pick<HoldRow, 'facts' | 'stoppedAt'>): HoldState {
  if (stoppedAt !== null) return 'stopped'
  if (facts.settledAt !== null) return 'reading'
  return facts.clock ? 'settling' : 'set up'
}
