import { eq } from 'drizzle-orm'
import { standInTank, type StandInTank } from '../../../../core/standin/standInTank'
import type { BenchHold, MarkView } from '../../../../shared/leaktest/hold/holdView'
import { database } from '../../../db/client'
import { job } from '../../../db/schema'
import { loadJob } from '../../job/loadJobs'
import { standInFor } from '../hiddenTank'

/** The simulated tank of a hold, at its start; null where its job has none. */
export async function standInOf(hold: BenchHold): Promise<StandInTank | null> {
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, hold.jobId))
  if (!own?.hiddenTank) return null
  return standInTank(standInFor(own.hiddenTank, await loadJob(hold.jobId), hold, hold.startedAt))
}

/** What a mark does to a simulated tank. Gas on its way is in or out once the next mark says so. */
export function feel(tank: StandInTank, { kind, t, amount }: MarkView): void {
  switch (kind) {
    case 'knock':
      return tank.knock(t)
    case 'push':
      return tank.push(t, amount ?? 0)
    case 'pumped':
    case 'top-up':
      return tank.topUp(t)
    case 'closed at room pressure':
    case 'vented and closed':
      return tank.vent(t)
    case 'moving gas':
  }
}
