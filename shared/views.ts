import type { Closure, PartFamily, PartShape } from '../core/circuit/boundary'
import type { Circuit, LinkState } from '../core/circuit/circuit'
import type { TestSetup } from '../core/circuit/reach'
import type { BallReading, FlowTube } from '../core/leaktest/flowtube/flowTube'
import type { SmokeEvent } from '../core/leaktest/smoke/smoke'
import type { CraftKind, TankMaterial } from '../core/circuit/tankKinds'
import type { FuelKey } from '../core/fuel/fuels'
import type { WorkPlan } from '../core/fuel/makeSafe'
import type { GasReading } from '../core/fuel/vapour'
import type { Weighing } from '../core/fuel/weighing'
import type { JobState } from '../core/ledger/deriveLedger'
import type { TouchKind } from '../core/ledger/ledger'
import type { LeakState } from '../core/ledger/leakState'
import type { NextStep } from '../core/ledger/nextStep'
import type { MeasuredVolume } from '../core/gas/volumeCheck'
import type { BalloonEstimate, BalloonSetup } from '../core/leaktest/balloon/balloon'
import type { HoldEstimate, HoldSetup, HoldVerdict } from '../core/hold/hold'
import type { HoldAhead } from '../core/hold/holdAhead'
import type { PressureScale } from '../core/readings/pressureScale'
import type { SoapMark } from '../core/leaktest/soap/soap'
import type { HoldClock } from './holdClock'
import type { AirSupply, HoldKit, HoldSource, HoldState, MarkKind } from './schemas/hold'
import type { Relief } from './schemas/setup'
import type { KitFacts } from './schemas/kit'
import type { Complaint } from './schemas/job'
import type { ProbeMethod, PurchaseReason, PurchaseStep } from './schemas/narrow'
import type { FindLook } from './schemas/soap'
import type { Preferences, Role } from './schemas/person'

// What the server answers. Times are milliseconds since 1970, quantities SI.

export interface PersonView { id: string, login: string, name: string, role: Role, preferences: Preferences }

export interface PartView { id: string, name: string, family: PartFamily, shape: PartShape, opening: boolean, space: string | null, link: string | null, position: number, removedAt: number | null }

export interface MarkView { id: string, t: number, kind: MarkKind, amount: number | null }

/** A volume check with what it says. */
export interface VolumeCheckView extends MeasuredVolume { id: string, pushed: number, before: number, after: number, used: boolean, by: string, at: number }

/** What every test of a tank has: its number among those of its kind, who began it, and why it was struck out. */
interface TestView { id: string, number: number, /** why it was done before a repair had cured */ earlyReason: string | null, by: string, struck: string | null }

/** A test as it lasted. */
interface WalkView extends TestView { startedAt: number, stoppedAt: number | null }

/** How the openings and valves stood, and the parts that were under test so. */
interface BoundaryView { closures: Record<string, Closure>, links: Record<string, LinkState>, reached: string[] }

export interface HoldView extends TestView, BoundaryView {
  jobId: string
  state: HoldState
  source: HoldSource
  setup: HoldSetup
  hasThermometer: boolean
  hasBarometer: boolean
  supply: AirSupply | null
  relief: Relief | null
  createdAt: number
  clock: HoldClock | null
  settledAt: number | null
  stoppedAt: number | null
  estimate: HoldEstimate | null
  noEstimate: string | null
  scale: PressureScale
  kit: HoldKit
  volumeChecks: VolumeCheckView[]
}

/** A hold as the Bench shows it. A long one stays on the server: the page gets its curve thinned and the estimate as it stands. */
export interface BenchHold extends HoldView { marks: MarkView[], isLong: boolean, deviceKeys: DeviceKeyView[] }

export interface DeviceKeyView { id: string, name: string, by: string, createdAt: number, revokedAt: number | null }

/** A curve thinned for the eye, with every spike in it. */
export interface CurveView { points: ReadingView[] }

/** The estimate of a running hold as the server has it, with where the pressure goes. */
export interface LiveView { estimate: HoldEstimate | null, reason: string | null, ahead: HoldAhead | null }

export interface GirthView { id: string, t: number, at: number, girth: number, controlGirth: number | null, temperature: number | null, barometer: number | null, by: string }

export interface BalloonView extends WalkView, BoundaryView {
  setup: BalloonSetup
  girths: GirthView[]
  estimate: BalloonEstimate | null
  noEstimate: string | null
}

export interface RigLeakView { leak: number, uncertainty: number, checkedAt: number, at: number, by: string, simulated: boolean }

export interface KitItemView {
  id: string
  name: string
  facts: KitFacts
  calibratedAt: number | null
  calibrationDue: number | null
  retired: boolean
  /** of a rig, from its latest check */
  rigLeak: RigLeakView | null
}

export interface SoapView extends WalkView, BoundaryView {
  pressure: number
  relief: Relief | null
  /** the latest mark of each part */
  marks: { partId: string, mark: SoapMark, at: number }[]
}

/** Smoke: what it was set up with, and all that was done and seen. Where it stands is derived. */
export interface SmokeView extends WalkView {
  setup: TestSetup
  tube: FlowTube
  /** what the machine showed dead-ended */
  own: BallReading
  simulated: boolean
  relief: Relief | null
  events: (SmokeEvent & { id: string, by: string })[]
}

export interface AnswerView { id: string, check: string, outcome: string, by: string, at: number, struck: string | null }

/** A set-up that was tried while halving. */
export interface ProbeView { id: string, method: ProbeMethod, setup: TestSetup, reached: string[], leaks: boolean, relief: Relief | null, earlyReason: string | null, by: string, at: number, struck: string | null }

/** What a job turned out to be, as somebody said it. */
export interface OutcomeView { id: string, cause: string, partId: string | null, by: string, at: number, struck: string | null }

export interface PurchaseView {
  id: string, name: string, reason: PurchaseReason, measure: string, cause: string | null, fixing: string | null, leadDays: number | null
  by: string, at: number, steps: { id: string, step: PurchaseStep, note: string, by: string, at: number }[]
}

/** Something that came off, with when it went on again. */
export interface StripView { id: string, fixing: string | null, name: string, mark: string, facing: string, fastener: string, torque: number | null, condition: string, /** this tank has no such thing */ absent: boolean, photoId: string | null, by: string, at: number, struck: string | null, refit: { by: string, at: number, photoId: string | null } | null }

export interface PhotoView { id: string, width: number, height: number, /** the photograph that it is with something drawn on it */ drawnOn: string | null, by: string, at: number, struck: string | null }

/** That a person read a caution, and what called for it then. */
export interface CautionReadView { caution: string, calledBy: string[], personId: string, by: string, at: number }
export interface GasReadingView extends GasReading { id: string, by: string, struck: string | null }
export interface DrainedView { id: string, volume: number, method: string, gaugeShown: number | null, by: string, at: number, struck: string | null }
export interface WeighingView extends Weighing { id: string, by: string, at: number, struck: string | null }
export interface HotWorkView { id: string, shop: string, certificate: string, issuedOn: string, what: string, note: string, by: string, at: number, struck: string | null }

/** A past job on the same craft or kind of tank, with what it turned out to be. */
export interface SimilarJob { id: string, craft: string, tankName: string, sameCraft: boolean, openedAt: number, causes: { cause: string, part: string | null, at: number }[] }

/** A craft that was in the shop before, with what comes along from its last job. */
export interface CraftView { id: string, name: string, kind: CraftKind, built: number | null, tanks: { name: string, tankKind: string, material: TankMaterial, capacity: number, fuel: FuelKey, pressureLimit: number, limitSource: string, acceptance: number }[] }

export interface LeakView { id: string, number: number, partId: string }
export interface FindView {
  id: string, leakId: string, testId: string, seen: FindLook, x1: number, y1: number, x2: number, y2: number
  length: number, note: string, by: string, at: number, struck: string | null
}
export interface RepairView {
  id: string, leakId: string, method: string, material: string, batch: string, temperature: number, note: string
  by: string, at: number, cureTime: number, curedAt: number, struck: string | null
}
export interface TouchView { id: string, partIds: string[], kind: TouchKind, note: string, by: string, at: number, struck: string | null }

export const bellKinds = ['hold', 'cure', 'look', 'balloon', 'pressure', 'promise', 'vapour'] as const
export type BellKind = (typeof bellKinds)[number]
export interface BellView { id: string, jobId: string, kind: BellKind, subjectId: string, title: string, detail: string, dueAt: number, rungAt: number | null }

export interface JobView {
  id: string
  craft: { name: string, kind: CraftKind, built: number | null }
  tankName: string
  tankKind: string
  material: TankMaterial
  capacity: number
  wallGive: number
  fuel: FuelKey
  pressureLimit: number
  limitSource: string
  acceptance: number
  complaint: Complaint
  revision: number
  openedAt: number
  openedBy: string
  hasStandIn: boolean
  plan: WorkPlan
  cautionsRead: CautionReadView[]
  gasReadings: GasReadingView[]
  drained: DrainedView[]
  weighings: WeighingView[]
  hotWork: HotWorkView[]
  circuit: Circuit
  parts: PartView[]
  answers: AnswerView[]
  probes: ProbeView[]
  smokes: SmokeView[]
  outcomes: OutcomeView[]
  purchases: PurchaseView[]
  photos: PhotoView[]
  stripped: StripView[]
  holds: HoldView[]
  soaps: SoapView[]
  balloons: BalloonView[]
  leaks: LeakView[]
  finds: FindView[]
  repairs: RepairView[]
  touches: TouchView[]
}

/** One hold on the descent. */
export interface DescentPoint { label: string, at: number, rate: number, low: number, high: number, verdict: HoldVerdict }

/** One row of the Bay. */
export interface BayRow {
  id: string
  craft: string
  tankName: string
  tankKind: string
  material: TankMaterial
  capacity: number
  fuel: FuelKey
  acceptance: number
  state: JobState
  next: NextStep
  leaks: { number: number, state: LeakState, x: number, y: number }[]
  descent: DescentPoint[]
  /** the latest thing that happened */
  movedAt: number
}

export interface TrailView { id: number, at: number, by: string | null, verb: string, detail: Record<string, unknown> }

export interface ReadingView { t: number, pressure: number, temperature?: number, barometer?: number, event?: string }

/** What the server tells every open page when something changed. */
export interface ChangeNotice { verb: string, jobId: string | null, subjectId: string | null }
