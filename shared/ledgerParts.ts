import { isSkin, isVapourSystem, pressureOpens } from '../core/circuit/service'
import { tankKind } from '../core/circuit/tankKinds'
import { gasLimitForFuel } from '../core/fuel/fuelThroughLeak'
import { fuels } from '../core/fuel/fuels'
import { isFuelSide } from '../core/fuel/wettedParts'
import { boundsAt } from '../core/ledger/atLimitPressure'
import type { LedgerPart } from '../core/ledger/ledger'
import { liveParts, targetPressure } from './jobCircuit'
import type { JobView, PartView } from './views'

/** What of a job says its limits. */
export type LimitedJob = Pick<
  JobView,
  'tankKind' | 'pressureLimit' | 'acceptance' | 'fuelAcceptance' | 'fuel' | 'circuit' | 'parts'
>

/**
 * A limit that was typed is meant at the pressure that is usual for the kind of tank. One that is tested below it passes less through
 * the same hole: its limit is as much less, by whichever law makes it stricter. Pa·m3/s at the working pressure.
 */
const atWorking = (limit: number, job: Pick<JobView, 'tankKind' | 'pressureLimit'>): number => {
  const usual = tankKind(job.tankKind).workingPressure
  const working = targetPressure(job)
  return working < usual ? boundsAt({ above95: limit, below95: limit, belowZero: false }, usual, working).above95 : limit
}

/** What the whole system may leak, Pa·m3/s at its working pressure. */
export const systemLimit = (job: Pick<JobView, 'tankKind' | 'pressureLimit' | 'acceptance'>): number =>
  atWorking(job.acceptance, job)

/**
 * The limit of a part that fuel stands on, Pa·m3/s at the working pressure: as somebody set it, else from the fuel that may come
 * out and neither drip nor stain; never above the system's.
 */
export function fuelLimit(job: Omit<LimitedJob, 'circuit' | 'parts'>): number {
  const fuel = fuels.find(each => each.key === job.fuel)!
  const { fuelAcceptance } = job
  const own = fuelAcceptance === null ? gasLimitForFuel(targetPressure(job), fuel) : atWorking(fuelAcceptance, job)
  return Math.min(systemLimit(job), own)
}

/** The limit that a part is held against, Pa·m3/s at the working pressure. */
export const partLimit = (job: LimitedJob, part: PartView): number =>
  isFuelSide(part, job.circuit, tankKind(job.tankKind)) ? fuelLimit(job) : systemLimit(job)

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
