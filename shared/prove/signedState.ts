import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils'
import type { Ledger } from '../../core/ledger/deriveLedger'
import { proofSteps } from '../../core/ledger/proof/proofSteps'
import type { JobView } from '../views'

/** What of a job a signature covers, each with a digest of its own, so that a change can be named. */
export const signedSections = [
  'tank and complaint',
  'making safe',
  'narrowing',
  'taking apart',
  'tests',
  'leaks',
  'repairs',
  'steps in use',
  'what it amounts to',
] as const
export type SignedSection = (typeof signedSections)[number]
/** SHA-256 by section, in hexadecimal. */
export type SignedSections = Record<SignedSection, string>

/** What was signed in figures, for whoever reads the signature. */
export interface SignedCover {
  state: Ledger['state']
  parts: number
  tests: number
  repairs: number
  steps: number
}

export interface SignedState {
  /** SHA-256 over the sections, in hexadecimal */
  digest: string
  sections: SignedSections
  cover: SignedCover
}

/**
 * JSON with keys in order and nothing that JSON does not carry, so that equal contents give equal text wherever they come from.
 * Source: RFC 8785 in spirit; numbers as JavaScript writes them.
 */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(each => canonicalJson(each ?? null)).join(',')}]`
  if (typeof value === 'object' && value !== null) {
    const entries = Object.entries(value).filter(([, each]) => each !== undefined)
    entries.sort(([a], [b]) => (a < b ? -1 : 1))
    return `{${entries.map(([key, each]) => `${JSON.stringify(key)}:${canonicalJson(each)}`).join(',')}}`
  }
  return JSON.stringify(value ?? null)
}
/** Entries in an order that does not depend on how they were read. */
const unordered = (entries: readonly unknown[]): string[] => entries.map(canonicalJson).sort()
const digestOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(value))))

/** What of a repair was said; how its cure goes is reckoned anew with each thermometer reading, and what follows is in the ledger. */
const saidOf = ({ cure: _, curedAt: __, movableAt: ___, fuelAt: ____, ...said }: JobView['repairs'][number]) => said

/** A later look that stays dry, and an owner who says so, take nothing back of what was signed; what is wet does. */
const countsInUse = (job: JobView) => {
  const later = new Set(proofSteps(job.craft.kind).flatMap(step => (step.wait > 0 ? [step.key] : [])))
  return job.proof.filter(each => each.outcome === 'wet' || !(each.owner || later.has(each.step)))
}

/** The state of a job that a signature covers: what was recorded, what was struck out, and what the ledger makes of it. */
export function signedState(job: JobView, ledger: Ledger): SignedState {
  const inUse = countsInUse(job)
  const contents: Record<SignedSection, unknown> = {
    'tank and complaint': [
      [job.craft.name, job.craft.kind, job.craft.built, job.craft.registration],
      job.tankName,
      job.work,
      job.tankKind,
      job.material,
      job.capacity,
      job.wallGive,
      job.fuel,
      job.pressureLimit,
      job.limitSource,
      job.acceptance,
      job.fuelAcceptance,
      job.limitsReason,
      job.complaint,
      job.circuit,
      job.parts,
      job.mapsBefore,
    ],
    'making safe': [
      job.plan,
      unordered(job.cautionsRead),
      unordered(job.gasReadings),
      unordered(job.drained),
      unordered(job.weighings),
      unordered(job.hotWork),
    ],
    'narrowing': [unordered(job.answers), unordered(job.probes), unordered(job.outcomes)],
    'taking apart': [unordered(job.stripped), unordered(job.photos)],
    'tests': [unordered(job.tests), unordered(job.instruments)],
    'leaks': [unordered(job.leaks), unordered(job.finds), unordered(job.rigFinds)],
    'repairs': [
      unordered(job.repairs.map(saidOf)),
      unordered(job.runs),
      unordered(job.defectCards),
      unordered(job.approvals),
      unordered(job.choices),
      unordered(job.newTank),
      unordered(job.touches),
      unordered(job.unholdable),
    ],
    'steps in use': unordered(inUse),
    'what it amounts to': [
      ledger.state,
      unordered(ledger.leaks.map(({ id, state }) => [id, state])),
      unordered(ledger.parts.map(({ partId, standing }) => [partId, standing])),
    ],
  }
  const sections = Object.fromEntries(signedSections.map(name => [name, digestOf(contents[name])])) as SignedSections
  const counts = (all: readonly { struck: string | null }[]) => all.filter(each => !each.struck).length
  return {
    digest: digestOf(sections),
    sections,
    cover: {
      state: ledger.state,
      parts: ledger.parts.length,
      tests: counts(job.tests),
      repairs: counts(job.repairs),
      steps: counts(inUse),
    },
  }
}
