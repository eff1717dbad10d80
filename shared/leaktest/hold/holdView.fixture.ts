import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { budgetParts, type Budget } from '../../../core/hold/budget'
import type { HoldEstimate } from '../../../core/hold/holdEstimate'
import type { HoldVerdict } from '../../../core/hold/belief/verdict'
import type { RateBounds } from '../../../core/hold/belief/verdict'
import type { HoldView } from './holdView'

/** Bounds that give each verdict at limits between 0.3 and 20 mL/min. */
const boundsFor: Record<HoldVerdict, RateBounds> = {
  'sealed': { above95: 0, below95: throughputFromStandard(0.25), belowZero: false },
  'leaking': { above95: throughputFromStandard(25), below95: throughputFromStandard(35), belowZero: false },
  'cannot-tell': { above95: 0, below95: throughputFromStandard(50), belowZero: false },
}

/** An estimate of a verdict, for tests. */
export const holdEstimate = (verdict: HoldVerdict): HoldEstimate => ({
  leakRate: verdict === 'leaking' ? throughputFromStandard(30) : 0.0001,
  low95: 0,
  high95: 0.002,
  ...boundsFor[verdict],
  uncertainty: 0.0005,
  verdict,
  smallestSeen: throughputFromStandard(0.2),
  decidedBy: null,
  minutesMore: null,
  budget: Object.fromEntries(budgetParts.map(part => [part, 0])) as Budget,
  readings: 9,
  ignored: [],
  steps: [],
  settling: null,
  viscousWeight: 1,
  thermometerJumps: [],
  emptyAt: null,
  engine: '1',
})

/** A typed hold at 5 kPa that was stopped without a verdict, for tests. */
export const holdView = (change: Partial<HoldView> = {}): HoldView => ({
  kind: 'hold',
  id: `h${change.number ?? 1}`,
  jobId: 'j',
  number: 1,
  pressure: 5000,
  state: 'stopped',
  source: 'typed',
  course: 'plain',
  closures: { a: 'fed' },
  wettedShare: 0,
  links: {},
  hasThermometer: false,
  hasBarometer: false,
  supply: null,
  relief: null,
  earlyReason: null,
  setup: {
    method: 'pressure-decay',
    space: { volume: 0.02, wallGive: 0 },
    volumeUncertainty: 0,
    wallGiveUncertainty: 0,
    gauge: { resolution: 1, noise: 1 },
    temperatureChangeUncertainty: 0,
    barometerChangeUncertainty: 0,
    testPressure: 5000,
    limit: throughputFromStandard(1),
    rigLeak: 0,
    rigLeakUncertainty: 0,
  },
  by: 'Finn',
  startedAt: 0,
  clock: null,
  settledAt: null,
  stoppedAt: 10,
  estimate: null,
  noEstimate: null,
  scale: { kind: 'gauge' },
  kit: {},
  marks: [],
  volumeChecks: [],
  struck: null,
  ...change,
})
