import type { PartFamily, PartShape, PartTrait } from '../core/circuit/boundary'
import type { Circuit } from '../core/circuit/circuit'
import type { TestSetup } from '../core/circuit/reach'
import type { CraftKind, TankMaterial } from '../core/circuit/tankKinds'
import type { FuelKey } from '../core/fuel/fuels'
import type { WorkPlan } from '../core/fuel/makeSafe'
import type { GasReading } from '../core/fuel/vapour'
import type { Weighing } from '../core/fuel/weighing'
import type { JobState } from '../core/ledger/deriveLedger'
import type { TouchKind } from '../core/ledger/ledger'
import type { LeakState } from '../core/ledger/leakState'
import type { NextStep } from '../core/ledger/nextStep'
import type { HoldVerdict } from '../core/hold/hold'
import type { HeldRecord } from '../core/repair/decide/beta'
import type { Defect } from '../core/repair/defect/defect'
import type { RepairMaterialKey } from '../core/repair/material/repairMaterials'
import type { RepairMethodKey } from '../core/repair/method/repairMethods'
import type { StagedMethod } from '../core/repair/stage/stages'
import type { RunFacts, RunKind } from './repair/runEntries'
import type { ApprovalStep } from './schemas/approval'
import type { ChosenOption } from './schemas/choice'
import type { SheetFacts } from './schemas/materials'
import type { NewTankOutcome } from './schemas/newTank'
import type { ProofOutcome } from '../core/ledger/proof/proofOf'
import type { WetLookKey } from '../core/leaktest/wet/wetLooks'
import type { BroughtView } from './archive/brought'
import type { SignedCover, SignedSections } from './prove/signedState'
import type { LetterheadForm, SignatureCapacity } from './schemas/handBack'
import type { InstrumentFacts } from './schemas/instruments'
import type { CureStep } from '../core/repair/cure/reckonCure'
import type { CureMilestones, CureSheet } from '../core/repair/material/repairMaterials'
import type { Relief } from './leaktest/setupForm'
import type { KitFacts } from './schemas/kit'
import type { Complaint, Reality, WorkKind } from './schemas/job'
import type { ProbeMethod, PurchaseReason, PurchaseStep } from './schemas/narrow'
import type { FindLook, RigPiece } from './leaktest/findForm'
import type { TestView } from './leaktest/tests'
import type { Preferences, Role } from './schemas/person'
import type { InstrumentSight } from './schemas/sight'

// What the server answers. Times are milliseconds since 1970, quantities SI.

export interface PersonView {
  id: string
  login: string
  name: string
  role: Role
  preferences: Preferences
  hasPin: boolean
}

/** A browser at which a person is signed in. */
export interface SignedInView {
  id: string
  device: string
  beganAt: number
  seenAt: number
  /** the one that asks */
  own: boolean
}

/** Whether a browser is told of bells while its page is closed, and the key that it asks its service with. */
export interface PushView {
  key: string
  on: boolean
}

/** Somebody signed in at a shared browser, who can be switched to by PIN. */
export interface TabletPerson {
  id: string
  name: string
}

export interface PartView {
  id: string
  name: string
  family: PartFamily
  shape: PartShape
  opening: boolean
  space: string | null
  link: string | null
  trait: PartTrait | null
  position: number
  /** when it came onto the tank; null when it was there from the start */
  addedAt: number | null
  removedAt: number | null
}

/** A part as a map draws and ties it. */
export type MapPart = Pick<PartView, 'id' | 'name' | 'family' | 'shape' | 'opening' | 'space'>

/** The map as it was until the tank itself was changed. */
export interface MapBefore {
  until: number
  circuit: Circuit
  parts: MapPart[]
}

/** That nothing can be held any more, as somebody said. */
export interface UnholdableView {
  id: string
  reason: string
  by: string
  at: number
  struck: string | null
}

export interface RigLeakView {
  leak: number
  uncertainty: number
  checkedAt: number
  at: number
  by: string
  simulated: boolean
}

export interface KitItemView {
  id: string
  name: string
  facts: KitFacts
  calibratedAt: number | null
  calibrationDue: number | null
  retired: boolean
  /** of a gauge, how a phone last saw it */
  sight: InstrumentSight | null
  /** of a rig, from its latest check */
  rigLeak: RigLeakView | null
}

export interface AnswerView {
  id: string
  check: string
  outcome: string
  note: string
  by: string
  at: number
  struck: string | null
}

/** A set-up that was tried while halving. */
export interface ProbeView {
  id: string
  method: ProbeMethod
  setup: TestSetup
  reached: string[]
  leaks: boolean
  relief: Relief | null
  earlyReason: string | null
  by: string
  at: number
  struck: string | null
}

/** What a job turned out to be, as somebody said it. */
export interface OutcomeView {
  id: string
  cause: string
  partId: string | null
  by: string
  at: number
  struck: string | null
}

export interface PurchaseView {
  id: string
  name: string
  reason: PurchaseReason
  measure: string
  cause: string | null
  fixing: string | null
  leadDays: number | null
  by: string
  at: number
  steps: { id: string; step: PurchaseStep; note: string; by: string; at: number }[]
}

/** Something that came off, with when it went on again. */
export interface StripView {
  id: string
  fixing: string | null
  name: string
  mark: string
  facing: string
  fastener: string
  torque: number | null
  condition: string
  /** this tank has no such thing */ absent: boolean
  photoId: string | null
  by: string
  at: number
  struck: string | null
  refit: { by: string; at: number; photoId: string | null } | null
}

export interface PhotoView {
  id: string
  width: number
  height: number
  /** the photograph that it is with something drawn on it */ drawnOn: string | null
  by: string
  at: number
  struck: string | null
}

/** That a person read a caution, and what called for it then. */
export interface CautionReadView {
  caution: string
  calledBy: string[]
  personId: string
  by: string
  at: number
}
export interface GasReadingView extends GasReading {
  id: string
  by: string
  struck: string | null
}
export interface DrainedView {
  id: string
  volume: number
  method: string
  gaugeShown: number | null
  by: string
  at: number
  struck: string | null
}
export interface WeighingView extends Weighing {
  id: string
  by: string
  at: number
  struck: string | null
}
export interface HotWorkView {
  id: string
  shop: string
  certificate: string
  issuedOn: string
  what: string
  note: string
  by: string
  at: number
  struck: string | null
}

/** A past job on the same craft or kind of tank, with what it turned out to be. */
export interface SimilarJob {
  id: string
  craft: string
  tankName: string
  sameCraft: boolean
  openedAt: number
  causes: { cause: string; part: string | null; at: number }[]
}

/** A craft that was in the shop before, with what comes along from its last job. */
export interface CraftView {
  id: string
  name: string
  kind: CraftKind
  built: number | null
  registration: string
  tanks: {
    name: string
    tankKind: string
    material: TankMaterial
    capacity: number
    fuel: FuelKey
    pressureLimit: number
    limitSource: string
    acceptance: number
  }[]
}

export interface LeakView {
  id: string
  number: number
  partId: string
}
export interface FindView {
  id: string
  leakId: string
  /** null when it was seen by eye */
  testId: string | null
  seen: FindLook
  x1: number
  y1: number
  x2: number
  y2: number
  /** m; null where nobody measured it */
  length: number | null
  photoId: string | null
  note: string
  by: string
  at: number
  struck: string | null
}
/** A leak that is proved to be the rig's own. */
export interface RigFindView {
  id: string
  piece: RigPiece
  testId: string | null
  partId: string | null
  note: string
  by: string
  at: number
  struck: string | null
}
export interface RepairView {
  id: string
  /** leaks that it mends; none where nothing leaked yet */
  leakIds: string[]
  partIds: string[]
  method: string
  material: string
  batch: string
  temperature: number
  note: string
  by: string
  at: number
  cureTime: number
  /** how its cure is reckoned, from s after it was put on; what is to come is foreseen */
  cure: CureStep[]
  /** null while it stands still */
  curedAt: number | null
  /** when what it is on may be moved, and may see fuel; null while it stands still, or where nothing cures */
  movableAt: number | null
  fuelAt: number | null
  /** the sheet that it was put on by; null where it is what is usual of its family */
  sheet: (CureSheet & CureMilestones) | null
  /** until when it counts, why, and when it may be used again; for what only gets it home */
  until: number | null
  untilReason: string
  notUsedUntil: string
  /** the run in which it was made stage by stage; null where its stages were not recorded */
  runId: string | null
  struck: string | null
}
/** What is there, as somebody filled in the card of a leak; the last one counts. */
export interface DefectCardView {
  id: string
  leakId: string
  defect: Defect
  by: string
  at: number
}
export interface ApprovalView {
  id: string
  method: RepairMethodKey
  step: ApprovalStep
  reference: string
  note: string
  by: string
  at: number
  struck: string | null
}
export interface ChoiceView {
  id: string
  leakId: string
  method: RepairMethodKey
  options: ChosenOption[]
  /** who chose */
  chosenBy: string
  note: string
  by: string
  at: number
  struck: string | null
}
export interface RunEntryView {
  id: string
  kind: RunKind
  facts: RunFacts
  by: string
  at: number
}
/** A repair that is made stage by stage. */
export interface RunView {
  id: string
  leakIds: string[]
  partIds: string[]
  method: StagedMethod
  material: RepairMaterialKey
  sheet: { id: string; name: string; facts: SheetFacts } | null
  until: number | null
  untilReason: string
  notUsedUntil: string
  simulated: boolean
  entries: RunEntryView[]
  by: string
  at: number
}
export interface NewTankEntryView {
  id: string
  item: string
  outcome: NewTankOutcome
  note: string
  by: string
  at: number
  struck: string | null
}
/** A step in use between sealed and proved. */
export interface ProofEntryView {
  id: string
  step: string
  outcome: ProofOutcome
  /** s */
  watched: number | null
  /** how it was looked at; null where nobody said */
  look: WetLookKey | null
  /** m that it went, and rad that it leant */
  distance: number | null
  tilt: number | null
  note: string
  by: string
  /** an owner said so on a card */
  owner: boolean
  at: number
  struck: string | null
}
/** Somebody's name under the state of a job. */
export interface SignatureView {
  id: string
  capacity: SignatureCapacity
  authority: string
  licence: string
  digest: string
  sections: SignedSections
  cover: SignedCover
  personId: string
  by: string
  at: number
  struck: string | null
}
/** What was measured or switched of a tank's own instruments. */
export interface InstrumentCheckView {
  id: string
  facts: InstrumentFacts
  note: string
  by: string
  at: number
  struck: string | null
}
/** What the shop calls itself on papers. */
export interface LetterheadView extends LetterheadForm {
  /** changes with the mark; null where it has none */
  mark: number | null
  /** what new jobs here stand on */
  reality: Exclude<Reality, 'practice'>
}
/** What an owner sees of the one job of a card. */
export interface OwnerSheetView {
  shop: string
  shopLine: string
  craft: string
  tankName: string
  state: JobState
  proved: boolean
  /** the look that is next, and when; null when none is */
  look: { title: string; doing: string; due: number | null } | null
  watch: string[]
  untested: string[]
  /** what was said on cards of this job, the latest first */
  said: { id: string; wet: boolean; at: number; words: string }[]
}
/** A card that an owner has of a job; its address is told once, when it is made. */
export interface OwnerCardView {
  id: string
  by: string
  at: number
  endedAt: number | null
}
/** A sheet of a material in hand. */
export interface MaterialSheetView {
  id: string
  name: string
  material: RepairMaterialKey
  facts: SheetFacts
  retired: boolean
}
/** A tin or cartridge of the shop. */
export interface LotView {
  id: string
  material: RepairMaterialKey
  sheetId: string | null
  batch: string
  code: string
  /** kg, as it came and what is left */
  mass: number
  left: number
  openedAt: number | null
  expiresAt: number | null
  retired: boolean
}
/** What the Shelf has of materials. */
export interface MaterialsView {
  sheets: MaterialSheetView[]
  lots: LotView[]
}
/** Figures of the shop that are typed once, by key. */
export type ShopFigures = Partial<Record<string, number>>
/** How repairs of each method held in this shop. */
export type HeldRecords = Partial<Record<RepairMethodKey, HeldRecord>>

/** What was read off the shop's thermometer. */
export interface ShopTemperatureView {
  id: string
  at: number
  source: 'typed' | 'file'
  /** K */
  temperature: number | null
  /** K, the lowest since a moment */
  lowest: number | null
  since: number | null
  by: string
  struck: string | null
}
export interface TouchView {
  id: string
  partIds: string[]
  kind: TouchKind
  note: string
  by: string
  at: number
  struck: string | null
}

export interface JobView {
  id: string
  craft: { id: string; name: string; kind: CraftKind; built: number | null; registration: string }
  tankName: string
  reality: Reality
  work: WorkKind
  tankKind: string
  material: TankMaterial
  capacity: number
  wallGive: number
  fuel: FuelKey
  pressureLimit: number
  limitSource: string
  /** the system's limit, Pa·m3/s at the working pressure */
  acceptance: number
  /** limit of parts that fuel stands on, Pa·m3/s; null where it follows from the fuel */
  fuelAcceptance: number | null
  limitsReason: string
  complaint: Complaint
  revision: number
  openedAt: number
  openedBy: string
  /** when somebody last did something on it */
  movedAt: number
  /** when it left the Bay, null while it is in */
  closedAt: number | null
  /** why it left without being handed back; empty where it was handed back */
  closedReason: string
  /** where it was brought in from; null for a job of this shop alone */
  brought: BroughtView | null
  hasStandIn: boolean
  plan: WorkPlan
  cautionsRead: CautionReadView[]
  gasReadings: GasReadingView[]
  drained: DrainedView[]
  weighings: WeighingView[]
  hotWork: HotWorkView[]
  circuit: Circuit
  parts: PartView[]
  /** earlier maps, the first one first */
  mapsBefore: MapBefore[]
  answers: AnswerView[]
  probes: ProbeView[]
  outcomes: OutcomeView[]
  purchases: PurchaseView[]
  photos: PhotoView[]
  stripped: StripView[]
  /** of every kind, in the order in which they were begun */
  tests: TestView[]
  leaks: LeakView[]
  finds: FindView[]
  rigFinds: RigFindView[]
  repairs: RepairView[]
  defectCards: DefectCardView[]
  approvals: ApprovalView[]
  choices: ChoiceView[]
  runs: RunView[]
  newTank: NewTankEntryView[]
  proof: ProofEntryView[]
  signatures: SignatureView[]
  ownerCards: OwnerCardView[]
  instruments: InstrumentCheckView[]
  touches: TouchView[]
  unholdable: UnholdableView[]
}

/** A job as it is found again among all. */
export interface PastJob {
  id: string
  craftId: string
  craft: string
  registration: string
  tankName: string
  material: TankMaterial
  fuel: FuelKey
  openedAt: number
  closedAt: number | null
  closedReason: string
  /** what it turned out to be, with the part */
  causes: { cause: string; part: string | null }[]
  /** how it was repaired, and with what */
  repairs: { method: string; material: string; batch: string }[]
}
export interface PastPage {
  rows: PastJob[]
  /** how many fit */
  all: number
  /** what to ask for the next page with; null on the last one */
  next: string | null
}
/** All that a craft has been here for, the latest job first. */
export interface CraftHistory {
  craft: { id: string; name: string; kind: CraftKind; built: number | null; registration: string }
  jobs: (PastJob & { state: JobState; sentence: string; acceptance: number; descent: DescentPoint[] })[]
}
/** The shop's own figures. */
export interface PastFigures {
  jobs: number
  /** days from complaint to handed back, the middle one of those that were; null where none was */
  days: number | null
  causes: { cause: string; jobs: number }[]
  /** how repairs of a method held: days that each was followed, and whether it came back */
  methods: { method: string; followed: { days: number; back: boolean }[] }[]
  /** s by step: tests that ran, curing, watching in use */
  hours: { tests: number; repairs: number; curing: number; watching: number }
}

/** One hold on the descent. */
export interface DescentPoint {
  label: string
  at: number
  rate: number
  low: number
  high: number
  verdict: HoldVerdict
}

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
  leaks: { number: number; state: LeakState; x: number; y: number }[]
  descent: DescentPoint[]
  /** the shop that it was brought in from; null for a job of this shop alone */
  brought: string | null
  /** when somebody last did something on it */
  movedAt: number
}

/** A page of the Bay. */
export interface BayPage {
  rows: BayRow[]
  /** how many jobs are in, and how many were closed */
  open: number
  closed: number
  /** what to ask for the next page with; null on the last one */
  next: string | null
}

/** Most lines of the trail in one answer. */
export const TRAIL_PAGE = 200

export interface TrailView {
  id: number
  at: number
  by: string | null
  verb: string
  detail: Record<string, unknown>
}
