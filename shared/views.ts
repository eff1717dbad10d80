import type { PartFamily, PartShape, PartTrait } from '../core/circuit/boundary'
import type { Circuit } from '../core/circuit/circuit'
import type { CraftKind, TankMaterial } from '../core/circuit/tankKinds'
import type { FuelKey } from '../core/fuel/fuels'
import type { WorkPlan } from '../core/fuel/makeSafe'
import type { JobState } from '../core/ledger/deriveLedger'
import type { LeakState } from '../core/ledger/leakState'
import type { NextStep } from '../core/ledger/nextStep'
import type { HoldVerdict } from '../core/hold/belief/verdict'
import type { HeldRecord } from '../core/repair/decide/beta'
import type { RepairMaterialKey } from '../core/repair/material/repairMaterials'
import type { RepairMethodKey } from '../core/repair/method/repairMethods'
import type { SheetFacts } from './schemas/materials'
import type { BroughtView } from './archive/brought'
import type { LetterheadForm } from './schemas/handBack'
import type { KitFacts } from './schemas/kit'
import type { Complaint, Reality, WorkKind } from './schemas/job'
import type { TestView } from './leaktest/tests'
import type { EntryLists } from './record/kinds'
import type { RestsOn } from './restsOn'
import type { LeakView } from './record/kinds/leak'
import type { LimitsView } from './record/kinds/limits'
import type { TakenOffView } from './record/kinds/takenOff'
import type { Authority, Preferences, Role } from './schemas/person'
import type { InstrumentSight } from './schemas/sight'

// What the server answers. Times are milliseconds since 1970, quantities SI.

export interface PersonView {
  id: string
  login: string
  name: string
  role: Role
  preferences: Preferences
  authorities: Authority[]
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
interface MapBefore {
  until: number
  circuit: Circuit
  parts: MapPart[]
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

export interface PhotoView {
  id: string
  width: number
  height: number
  /** the photograph that it is with something drawn on it */ drawnOn: string | null
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
  /** what the seal rests on, without names; null while it is not sealed */
  rests: RestsOn | null
  watch: string[]
  untested: string[]
  /** what was said on cards of this job, the latest first */
  said: { id: string; wet: boolean; at: number; words: string }[]
}
/** A card that an owner has of a job; its address is told once, when it is made. */
interface OwnerCardView {
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

/** A job: what is known of its tank, and all that was recorded. */
export interface JobView extends EntryLists {
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
  /** the system's limit, Pa·m3/s at the pressure that is usual for its kind of tank */
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
  /** other jobs of the same tank that are in the Bay: what was found on them is not counted here */
  alsoOpen: { id: string; openedAt: number }[]
  plan: WorkPlan
  circuit: Circuit
  parts: PartView[]
  /** earlier maps, the first one first */
  mapsBefore: MapBefore[]
  photos: PhotoView[]
  /** of every kind, in the order in which they were begun */
  tests: TestView[]
  leaks: LeakView[]
  /** each time that its limits were set otherwise than is usual, in order of time */
  limitsSet: LimitsView[]
  /** each time that parts were taken off the map */
  takenOff: TakenOffView[]
  ownerCards: OwnerCardView[]
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
  jobs: (PastJob & { state: JobState; sentence: string; limit: number; descent: DescentPoint[] })[]
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
  /** what the system may leak, Pa·m3/s at its working pressure */
  limit: number
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
