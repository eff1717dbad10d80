import { PLAIN_CIRCUIT } from '../core/circuit/circuit'
import { USUAL_PLAN } from '../core/fuel/makeSafe'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { emptyComplaint } from './schemas/job'
import type { JobView, PartView } from './views'

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

/** A job to which nothing has happened yet, for tests. */
export const jobView = (change: Partial<JobView> = {}): JobView => ({
  id: 'j',
  craft: { name: 'Fire pump 3', kind: 'small equipment', built: null },
  tankName: 'fuel tank',
  work: 'leak',
  tankKind: 'small-steel',
  material: 'sheet steel',
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
  hasStandIn: false,
  plan: USUAL_PLAN,
  cautionsRead: [],
  gasReadings: [],
  drained: [],
  weighings: [],
  hotWork: [],
  circuit: PLAIN_CIRCUIT,
  parts: [partView('a', { opening: true }), partView('b')],
  mapsBefore: [],
  answers: [],
  probes: [],
  outcomes: [],
  purchases: [],
  photos: [],
  stripped: [],
  tests: [],
  leaks: [],
  finds: [],
  rigFinds: [],
  repairs: [],
  touches: [],
  unholdable: [],
  ...change,
})
