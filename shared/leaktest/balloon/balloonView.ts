import type { BalloonEstimate, BalloonSetup } from '../../../core/leaktest/balloon/balloon'
import type { TestViewOf } from '../testView'

export interface GirthView {
  id: string
  /** s since it was tied on */
  t: number
  at: number
  girth: number
  /** one standard deviation of a girth from a picture, m; null for one by tape */
  girthDoubt: number | null
  controlGirth: number | null
  temperature: number | null
  barometer: number | null
  by: string
}

export interface BalloonView extends TestViewOf<'balloon'> {
  setup: BalloonSetup
  girths: GirthView[]
  estimate: BalloonEstimate | null
  noEstimate: string | null
}
