import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils'
import type { Ledger } from '../../core/ledger/deriveLedger'
import { proofSteps } from '../../core/ledger/proof/proofSteps'
import { entryKind, entryKindKeys, type EntryList } from '../record/kinds'
import type { JobView } from '../views'
import { signedSections, type SignedCover, type SignedSection, type SignedSections } from './signedSections'

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
/**
 * A value with every list in an order of its own: what was recorded in one moment has none, and is read in one or another.
 * @param value what JSON carries; an order that means something is a field of its entries
 */
export function unordered(value: unknown): unknown {
  if (Array.isArray(value)) {
    const entries = value.map(each => [canonicalJson(unordered(each)), unordered(each)] as const)
    return entries.sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)).map(([, each]) => each)
  }
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, unordered(each)]))
  return value
}
const digestOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(unordered(value)))))

/** What of a repair was said; how its cure goes is reckoned anew with each thermometer reading, and what follows is in the ledger. */
const saidOf = ({ cure: _, curedAt: __, movableAt: ___, fuelAt: ____, ...said }: JobView['repairs'][number]) => said

/** A later look that stays dry, and an owner who says so, take nothing back of what was signed; what is wet does. */
const countsInUse = (job: JobView) => {
  const later = new Set(proofSteps(job.craft.kind).flatMap(step => (step.wait > 0 ? [step.key] : [])))
  return job.proof.filter(each => each.outcome === 'wet' || !(each.owner || later.has(each.step)))
}

/** Lists whose entries are signed with the id of their job: as they were when the first were signed, so that these still stand. */
const withJob: ReadonlySet<EntryList> = new Set([
  'gasReadings',
  'drained',
  'weighings',
  'hotWork',
  'answers',
  'probes',
  'outcomes',
  'stripped',
  'rigFinds',
  'touches',
  'unholdable',
])

/** Lists that are signed even when nothing is in them; any other only with what it has, so that a new kind voids nothing of before. */
const signedWhenEmpty: ReadonlySet<EntryList> = new Set([
  ...withJob,
  'finds',
  'cautionsRead',
  'runs',
  'choices',
  'approvals',
  'defectCards',
  'newTank',
  'instruments',
  'repairs',
])

/** What was recorded of the kinds that a section covers, list by list. */
const recorded = (job: JobView, section: SignedSection): Record<string, unknown> =>
  Object.fromEntries(
    entryKindKeys.flatMap(key => {
      const kind = entryKind(key)
      const list = kind.list as EntryList | null
      if (kind.section !== section || list === null) return []
      const rows: readonly object[] = job[list]
      if (rows.length === 0 && !signedWhenEmpty.has(list)) return []
      return [[list, withJob.has(list) ? rows.map(row => ({ ...row, jobId: job.id })) : rows]]
    }),
  )

/** The state of a job that a signature covers: what was recorded, what was struck out, and what the ledger makes of it. */
export function signedState(job: JobView, ledger: Ledger): SignedState {
  const inUse = countsInUse(job)
  const { name, kind, built, registration } = job.craft
  const contents: Record<SignedSection, unknown> = {
    'tank and complaint': {
      craft: { name, kind, built, registration },
      tankName: job.tankName,
      work: job.work,
      tankKind: job.tankKind,
      material: job.material,
      capacity: job.capacity,
      wallGive: job.wallGive,
      fuel: job.fuel,
      pressureLimit: job.pressureLimit,
      limitSource: job.limitSource,
      acceptance: job.acceptance,
      fuelAcceptance: job.fuelAcceptance,
      limitsReason: job.limitsReason,
      complaint: job.complaint,
      circuit: job.circuit,
      parts: job.parts,
      mapsBefore: job.mapsBefore,
      ...(job.limitsSet.length > 0 && { limitsSet: job.limitsSet }),
      ...(job.takenOff.length > 0 && { takenOff: job.takenOff }),
    },
    'making safe': { plan: job.plan, ...recorded(job, 'making safe') },
    'narrowing': recorded(job, 'narrowing'),
    'taking apart': { photos: job.photos.map(each => ({ ...each, jobId: job.id })), ...recorded(job, 'taking apart') },
    'tests': { tests: job.tests, ...recorded(job, 'tests') },
    'leaks': { leaks: job.leaks.map(each => ({ ...each, jobId: job.id })), ...recorded(job, 'leaks') },
    'repairs': { ...recorded(job, 'repairs'), repairs: job.repairs.map(saidOf) },
    'steps in use': inUse,
    'what it amounts to': {
      state: ledger.state,
      leaks: ledger.leaks.map(({ id, state }) => ({ id, state })),
      parts: ledger.parts.map(({ partId, standing }) => ({ partId, standing })),
    },
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
