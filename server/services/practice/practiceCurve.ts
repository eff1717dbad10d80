import type { CurveWord } from '../../../core/practice/curve'
import type { CurveView } from '../../../shared/practice'
import { inThread } from '../ground/inThread'
import { drawCurve } from './drawCurve'
import { practiceWork } from './practiceWork'

/** A curve as it is shown, and what it was. */
export interface PracticeCurve {
  view: CurveView
  truth: { right: CurveWord; leak: number; low: number; high: number }
}

/** A curve from its seed, in a thread of its own: its estimate takes a fifth of a second. */
export const practiceCurve = (seed: number): Promise<PracticeCurve> =>
  practiceWork(() => inThread('practiceCurve', seed, drawCurve))
