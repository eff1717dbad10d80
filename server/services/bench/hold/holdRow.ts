import type { HoldSetup } from '../../../../core/hold/hold'
import type { HoldState } from '../../../../shared/leaktest/hold/holdForm'
import type { TestRow } from '../testRows'

export type HoldRow = TestRow<'hold'>

/** The whole set-up of a hold, as the core reads it. @param limit the job's acceptance limit today, Pa·m3/s */
export const holdSetupOf = ({ facts, pressure }: Pick<HoldRow, 'facts' | 'pressure'>, limit: number): HoldSetup => ({
  ...facts.setup,
  limit,
  testPressure: pressure,
  method: pressure < 0 ? 'vacuum-decay' : 'pressure-decay',
})

/** Where a hold is: nothing of it is kept that its times do not say. */
export function holdState({ facts, stoppedAt }: Pick<HoldRow, 'facts' | 'stoppedAt'>): HoldState {
  if (stoppedAt !== null) return 'stopped'
  if (facts.settledAt !== null) return 'reading'
  return facts.clock ? 'settling' : 'set up'
}
