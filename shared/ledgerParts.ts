import { isSkin, isVapourSystem, pressureOpens } from '../core/circuit/service'
import { tankKind } from '../core/circuit/tankKinds'
import { gasLimitForFuel } from '../core/fuel/fuelThroughLeak'
import { fuels } from '../core/fuel/fuels'
import { isFuelSide } from '../core/fuel/wettedParts'
import type { LedgerPart } from '../core/ledger/ledger'
import { liveParts, targetPressure } from './jobCircuit'
import type { JobView, PartView } from './views'

/** What of a job says its limits. */
export type LimitedJob = Pick<
  JobView,
  'tankKind' | 'pressureLimit' | 'acceptance' | 'fuelAcceptance' | 'fuel' | 'circuit' | 'parts'
>

/**
 * The limit of a part that fuel stands on, Pa·m3/s at the working pressure: as somebody set it, else from the fuel that may come
 * out and neither drip nor stain; never above the system's.
 */
export function fuelLimit(job: Omit<LimitedJob, 'circuit' | 'parts'>): number {
  const fuel = fuels.find(each => each.key === job.fuel)!
  return Math.min(job.acceptance, job.fuelAcceptance ?? gasLimitForFuel(targetPressure(job), fuel))
}

/** The limit that a part is held against, Pa·m3/s at the working pressure. */
export const partLimit = (job: LimitedJob, part: PartView): number =>
  isFuelSide(part, job.circuit, tankKind(job.tankKind)) ? fuelLimit(job) : job.acceptance

/** The parts of a job's tank as the ledger holds them against their limits. */
export const ledgerParts = (job: LimitedJob): LedgerPart[] =>
  liveParts(job).map(part => ({
    id: part.id,
    name: part.name,
    limit: partLimit(job, part),
    service: isVapourSystem(part, job.circuit) ? ['pressure', 'vacuum'] : ['pressure'],
    opens: pressureOpens(part.family),
    skin: isSkin(part.family),
    since: part.addedAt ?? -Infinity,
  }))
