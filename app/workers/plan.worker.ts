import { planHold, type PlanPiece } from '#core/planning/planHold'
import type { PlannedHold } from '#core/planning/plannedHold'

/** Tries a planned hold on simulated tanks beside the page. One plan a worker: another one ends it. */
self.onmessage = ({ data }: MessageEvent<PlannedHold>) => {
  planHold(data, piece => {
    self.postMessage(piece)
  })
  self.postMessage({ kind: 'done' } satisfies FromPlanWorker)
}

export type FromPlanWorker = PlanPiece | { kind: 'done' }
