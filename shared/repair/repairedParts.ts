import { isSkin } from '../../core/circuit/service'
import type { RepairMethodKey } from '../../core/repair/method/repairMethods'
import { liveParts } from '../jobCircuit'
import type { JobView } from '../views'

/** What wets the whole inside: every piece of the skin is worked on, not only what leaks. */
const wholeInside: readonly RepairMethodKey[] = ['liner', 'poured-lining', 'renew-tank']

/**
 * Parts that a repair works on: those of its leaks, those that were named, and the whole skin for what wets all of it.
 * @returns ids, each once
 */
export function repairedParts(
  job: Pick<JobView, 'parts' | 'leaks' | 'circuit'>,
  { method, leakIds, partIds }: { method: RepairMethodKey; leakIds: readonly string[]; partIds: readonly string[] },
): string[] {
  const skin = wholeInside.includes(method) ? liveParts(job).filter(part => isSkin(part.family)) : []
  return [
    ...new Set([
      ...job.leaks.filter(leak => leakIds.includes(leak.id)).map(leak => leak.partId),
      ...partIds,
      ...skin.map(part => part.id),
    ]),
  ]
}
