import { PLAIN_CIRCUIT } from '../core/circuit/circuit'
import { USUAL_PLAN } from '../core/fuel/makeSafe'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { emptyComplaint } from './schemas/job'
import type { JobView, PartView } from './views'
import { entryKind, entryKindKeys, type EntryLists } from './record/kinds'
import type { RepairView } from './record/kinds/repair'

/** A part of a plain tank, for tests. */
export const partView = (id: string, change: Partial<PartView> = {}): PartView => ({
  id,
  name: id.toUpperCase(),
  family: 'seam',
  shape: { at: 'point', x: 0, y: 0 },
  opening: false,
  space: 'tank',
  link: null,
  trait: null,
  position: 0,
  addedAt: null,
  removedAt: null,
  ...change,
})

/** Each list of a record, with nothing in it. */
const noEntries = Object.fromEntries(
  entryKindKeys.flatMap(key => entryKind(key).list ?? []).map(list => [list, []]),
) as unknown as EntryLists

/** A job to which nothing has happened yet, for tests. */
export const jobView = (change: Partial<JobView> = {}): JobView => ({
  id: 'j',
  craft: { id: 'c', name: 'Fire pump 3', kind: 'small equipment', built: null, registration: '' },
  tankName: 'fuel tank',
  work: 'leak',
  tankKind: 'small-steel',
  material: 'sheet steel',
  reality: 'real',
  capacity: 0.02,
  wallGive: 0,
  fuel: 'petrol',
  pressureLimit: 7000,
  limitSource: 'plate',
  acceptance: throughputFromStandard(1),
  fuelAcceptance: null,
  limitsReason: '',
  complaint: emptyComplaint(),
  revision: 1,
  openedAt: 0,
  openedBy: 'Finn',
  movedAt: 0,
  closedAt: null,
  closedReason: '',
  brought: null,
  hasStandIn: false,
  alsoOpen: [],
  plan: USUAL_PLAN,
  circuit: PLAIN_CIRCUIT,
  parts: [partView('a', { opening: true }), partView('b')],
  mapsBefore: [],
  photos: [],
  tests: [],
  leaks: [],
  limitsSet: [],
  takenOff: [],
  ownerCards: [],
  ...noEntries,
  ...change,
})

/** A repair of a moment, of leak L on part a, that cured at once. */
export const repairView = (change: Partial<RepairView> = {}): RepairView => ({
  id: 'r',
  leakIds: ['L'],
  partIds: ['a'],
  method: 'renew-seal',
  material: 'none',
  batch: '',
  temperature: 293,
  note: '',
  by: 'Finn',
  at: 10,
  cureTime: 0,
  cure: [],
  curedAt: 10,
  movableAt: null,
  fuelAt: null,
  sheet: null,
  until: null,
  untilReason: '',
  notUsedUntil: '',
  runId: null,
  struck: null,
  ...change,
})
