import { randomUUID } from 'node:crypto'
import { proposedClosures } from '../../core/circuit/proposedClosures'
import { holdingLinks } from '../../core/circuit/reach'
import { cautions } from '../../core/fuel/makeSafe'
import type { HoldForm } from '../../shared/leaktest/hold/holdForm'
import type { JobView } from '../../shared/views'

/** Sends to a route of a signed-in shop. @throws when it is refused */
export type Post = (path: string, data: object) => Promise<unknown>

/**
 * Reads the cautions and sets up a hold on a job, its openings closed as proposed.
 * @param testPressure Pa gauge; a water column opens half a kilopascal above
 * @returns its id
 */
export async function setUpHold(
  post: Post,
  job: JobView,
  source: HoldForm['source'],
  testPressure: number,
  change: Partial<HoldForm> = {},
): Promise<string> {
  const id = randomUUID()
  await post(`jobs/${job.id}/entries/cautions`, {
    id: randomUUID(),
    cautions: cautions.map(caution => caution.key),
    act: 'air or smoke',
  })
  await post(`jobs/${job.id}/tests/hold`, {
    id,
    source,
    method: 'pressure-decay',
    volume: job.capacity,
    volumeUncertainty: 0.025 * job.capacity,
    testPressure,
    gaugeStep: 10,
    gaugeNoise: 5,
    temperatureDoubt: 0.3,
    barometerDoubt: 40,
    rigLeak: 0,
    rigLeakDoubt: 0,
    closures: proposedClosures(job.parts),
    wettedShare: 0,
    links: holdingLinks(job.circuit),
    relief: { kind: 'water column', opensAt: testPressure + 500 },
    ...change,
  })
  return id
}
