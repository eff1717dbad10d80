import type { BallReading, FlowTube } from '../../../core/leaktest/flowtube/flowTube'
import type { SmokeEvent } from '../../../core/leaktest/smoke/smoke'
import type { TestViewOf } from '../testView'

/** Smoke: what it was set up with, and all that was done and seen. Where it stands is derived. */
export interface SmokeView extends TestViewOf<'smoke'> {
  tube: FlowTube
  /** what the machine showed dead-ended */
  own: BallReading
  simulated: boolean
  events: (SmokeEvent & { id: string; by: string })[]
}
