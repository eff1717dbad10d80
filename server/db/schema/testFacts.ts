import type { HoldEstimate } from '../../../core/hold/holdEstimate'
import type { HoldSetup, Reading } from '../../../core/hold/holdSetup'
import type { BalloonSetup } from '../../../core/leaktest/balloon/balloon'
import type { BallReading, FlowTube } from '../../../core/leaktest/flowtube/flowTube'
import type { SmokeEvent } from '../../../core/leaktest/smoke/smoke'
import type { SoapMark } from '../../../core/leaktest/soap/soap'
import type { LookMethodKey } from '../../../core/leaktest/look/lookMethods'
import type { WetLookKey } from '../../../core/leaktest/wet/wetLooks'
import type { LookView } from '../../../shared/leaktest/look/lookView'
import type { TestKindKey } from '../../../core/leaktest/testKinds'
import type { PressureScale } from '../../../core/readings/pressureScale'
import type { HoldClock } from '../../../shared/leaktest/hold/holdClock'
import type { WeatherDiffers } from '../../../shared/leaktest/hold/holdView'
import type { AirSupply, HoldCourse, HoldKit, HoldSource, MarkKind } from '../../../shared/leaktest/hold/holdForm'

/** Leaves a member out of each kind of a union. */
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

/** What is kept of a test besides what all kinds have in common. The pressure has a column of its own. */
export interface TestFacts {
  hold: HoldFacts
  balloon: { setup: Omit<BalloonSetup, 'pressure' | 'limit'> }
  soap: Record<string, never>
  smoke: {
    tube: FlowTube
    /** what the tube showed with the machine dead-ended */
    own: BallReading
    simulated: boolean
  }
  look: { method: LookMethodKey; way: WetLookKey | null; tilt: number | null; distance: number | null; simulated: boolean }
  rig: { setup: KeptSetup & Pick<HoldSetup, 'limit'>; readings: Reading[]; estimate: HoldEstimate; simulated: boolean }
}

/** Pressure and method follow from the test's own pressure; what it is held against is the job's limit of today. */
export type KeptSetup = Omit<HoldSetup, 'testPressure' | 'method' | 'limit'>

export interface HoldFacts {
  source: HoldSource
  /** plain when absent */
  course?: HoldCourse
  setup: KeptSetup
  hasThermometer: boolean
  hasBarometer: boolean
  supply: AirSupply | null
  clock: HoldClock | null
  settledAt: number | null
  estimate: HoldEstimate | null
  noEstimate: string | null
  undated?: true
  weatherDiffers?: WeatherDiffers
  /** of a file, by which its readings are known again */
  readingsMark?: string[]
  scale: PressureScale
  kit: HoldKit
}

/** What can be recorded while a test of a kind runs, without its time. */
export interface TestEntries {
  hold: HoldMark | VolumeCheckEntry
  balloon: {
    kind: 'girth'
    girth: number
    /** m; absent for one by tape */
    girthDoubt?: number | null
    controlGirth: number | null
    temperature: number | null
    barometer: number | null
  }
  soap: { kind: 'mark'; partId: string; mark: SoapMark } | { kind: 'watch'; partIds: string[] }
  smoke: DistributiveOmit<SmokeEvent, 'at'>
  look:
    | { kind: 'mark'; partId: string; mark: LookView['marks'][number]['mark'] }
    | {
        kind: 'count'
        partId: string
        of: 'drops' | 'bubbles'
        count: number
        seconds: number
        width: number | null
        depth: number | null
      }
  rig: never
}
export type TestEntry = TestEntries[TestKindKey]

/** A mark at s of the hold's time; of a push with m3 of outside air. */
export interface HoldMark {
  kind: MarkKind
  t: number
  amount: number | null
}

/** A known volume pushed into the closed tank, and what the gauge did. What it says is derived. */
export interface VolumeCheckEntry {
  kind: 'volume check'
  pushed: number
  pushedUncertainty: number
  before: number
  after: number
  barometer: number | null
  /** whether the hold's set-up took its space from this check */
  used: boolean
}
