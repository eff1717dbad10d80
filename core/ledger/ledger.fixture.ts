import type { HoldVerdict } from '../hold/belief/verdict'
import type { RateBounds } from '../hold/belief/verdict'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import type { Felt, LedgerEntries, LedgerLook, LedgerMark, LedgerMeasurement, LedgerPart, LedgerRepair } from './ledger'

/** Pa gauge at which the tanks of these tests work, and their system's limit. */
export const WORKING = 5000
export const LIMIT = throughputFromStandard(1)

/** A part of the vapour side, there from the start. */
export const ledgerPart = (id: string, change: Partial<LedgerPart> = {}): LedgerPart => ({
  id,
  name: id === 'seam' ? 'Top seam' : id.charAt(0).toUpperCase() + id.slice(1),
  limit: LIMIT,
  service: ['pressure'],
  opens: true,
  skin: id === 'seam',
  since: -Infinity,
  ...change,
})

/** A tank of some parts to which nothing has happened. */
export const untouched = (parts: readonly LedgerPart[]): LedgerEntries => ({
  parts,
  tests: [],
  leaks: [],
  finds: [],
  struckFinds: [],
  rigFinds: [],
  repairs: [],
  touches: [],
  limit: LIMIT,
  pressure: WORKING,
  usualPressure: WORKING,
  cannotBeHeld: null,
  seenWet: [],
})

/** Bounds that give each verdict at the usual limit. */
export const boundsFor: Record<HoldVerdict, RateBounds> = {
  'sealed': { above95: 0, below95: throughputFromStandard(0.3), belowZero: false },
  'leaking': { above95: throughputFromStandard(2), below95: throughputFromStandard(4), belowZero: false },
  'cannot-tell': { above95: 0, below95: throughputFromStandard(3), belowZero: false },
}

export const feltAt = (partIds: readonly string[], felt: Partial<Felt> = {}): Map<string, Felt> =>
  new Map(partIds.map(id => [id, { pressure: WORKING, underLiquid: false, ...felt }]))

/** A hold of a moment over some parts. */
export const ledgerHold = (
  at: number,
  verdict: HoldVerdict,
  reached: readonly string[],
  change: Partial<LedgerMeasurement> = {},
): LedgerMeasurement => ({
  says: 'rate',
  kind: 'hold',
  id: `h${at}`,
  name: `Hold ${at}`,
  begin: at,
  end: at,
  pressure: WORKING,
  felt: feltAt(reached),
  bounds: boundsFor[verdict],
  smallestSeen: throughputFromStandard(0.3),
  ...change,
})

/** A soap walk of a moment, with the marks of the parts that it reached. */
export const ledgerSoap = (
  at: number,
  marks: Record<string, LedgerMark['mark']>,
  change: Partial<LedgerLook> = {},
): LedgerLook => ({
  says: 'looks',
  kind: 'soap',
  id: `s${at}`,
  name: `Soap ${at}`,
  begin: at,
  end: at,
  pressure: WORKING,
  felt: feltAt(Object.keys(marks)),
  marks: Object.entries(marks).map(([partId, mark]) => ({ partId, mark, at })),
  smallestSeen: throughputFromStandard(0.1),
  ...change,
})

export const ledgerRepair = (
  leakId: string,
  partId: string,
  at: number,
  curedAt: number,
  change: Partial<LedgerRepair> = {},
): LedgerRepair => ({
  id: `${leakId} ${at}`,
  leakIds: [leakId],
  partIds: [partId],
  at,
  curedAt,
  trial: [],
  until: null,
  replaces: true,
  struck: false,
  ...change,
})
