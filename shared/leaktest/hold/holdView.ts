import type { MeasuredVolume } from '../../../core/gas/volumeCheck'
import type { HoldEstimate } from '../../../core/hold/holdEstimate'
import type { HoldSetup } from '../../../core/hold/holdSetup'
import type { HoldAhead } from '../../../core/hold/ahead/holdAhead'
import type { PressureScale } from '../../../core/readings/pressureScale'
import type { TestViewOf } from '../testView'
import type { HoldClock } from './holdClock'
import type { AirSupply, HoldCourse, HoldKit, HoldSource, HoldState, MarkKind } from './holdForm'

export interface HoldView extends TestViewOf<'hold'> {
  state: HoldState
  source: HoldSource
  course: HoldCourse
  setup: HoldSetup
  hasThermometer: boolean
  hasBarometer: boolean
  /** where its air came from; empty for a simulated tank, a vacuum and what was measured elsewhere */
  supply: AirSupply | null
  /** the moment at which the hold's own time is zero, and how fast that time runs; null until air is in */
  clock: HoldClock | null
  /** s of the hold's time at which settling was declared over */
  settledAt: number | null
  estimate: HoldEstimate | null
  /** its file had no dates: somebody said when it was taken */
  undated?: true
  /** its barometer and that of another hold went different ways at that hour */
  weatherDiffers?: WeatherDiffers
  /** why there is no estimate, when a stopped hold has none */
  noEstimate: string | null
  /** how what is read becomes a pressure */
  scale: PressureScale
  /** instruments and rig of the shop's kit that are used */
  kit: HoldKit
  marks: MarkView[]
  volumeChecks: VolumeCheckView[]
}

/** The other hold, and how far the two barometers went while both were read, Pa. */
export interface WeatherDiffers {
  hold: number
  craft: string
  mine: number
  theirs: number
}

/** A knock, a top-up, a push of air, at its s of the hold's time. */
export interface MarkView {
  id: string
  t: number
  kind: MarkKind
  /** m3 of outside air, of a push */ amount: number | null
}

/** A volume check with what it says. */
export interface VolumeCheckView extends MeasuredVolume {
  id: string
  pushed: number
  before: number
  after: number
  used: boolean
  by: string
  at: number
}

/**
 * A hold as the Bench shows it. A long one stays on the server: the page gets its curve thinned and the estimate as it stands.
 */
export interface BenchHold extends HoldView {
  isLong: boolean
  deviceKeys: DeviceKeyView[]
}

export interface DeviceKeyView {
  id: string
  name: string
  by: string
  createdAt: number
  revokedAt: number | null
}

export interface ReadingView {
  t: number
  pressure: number
  temperature?: number
  barometer?: number
  difference?: number
  noise?: number
  event?: string
}

/** A curve thinned for the eye, with every spike in it. */
export interface CurveView {
  points: ReadingView[]
}

/** The estimate of a running hold as the server has it, with where the pressure goes. */
export interface LiveView {
  estimate: HoldEstimate | null
  reason: string | null
  ahead: HoldAhead | null
}
