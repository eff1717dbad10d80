import { proposedClosures } from '#core/circuit/proposedClosures'
import { holdingLinks } from '#core/circuit/reach'
import type { LinkState } from '#core/circuit/circuit'
import type { Closure } from '#core/circuit/boundary'
import { liveParts } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/** How a test is to be fed, as a link to its set-up asks for: closures are proposed, a person answers. */
interface FeedWanted {
  proposal: Record<string, Closure>
  links: Record<string, LinkState>
  vacuum: boolean
  /** Pa gauge, above zero; null where the usual one will do */
  pressure: number | null
}

/** The way of feeding that the page's address asks for, with every way straight to the open air shut; null when it asks for none. */
export function useFeedWanted(): (job: Pick<JobView, 'circuit' | 'parts' | 'pressureLimit'>) => FeedWanted | null {
  const { rig, vacuum, pressure } = useRoute().query
  const asked = Number(pressure)
  return job =>
    typeof rig === 'string' && rig
      ? {
          proposal: proposedClosures(liveParts(job), rig),
          links: holdingLinks(job.circuit),
          vacuum: vacuum === '1',
          pressure: asked > 0 && asked <= job.pressureLimit ? asked : null,
        }
      : null
}
