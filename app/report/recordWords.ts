import { fuelName } from '#core/fuel/fuels'
import { repairMethod } from '#core/repair/method/repairMethods'
import { lowerFirst } from '#core/words/words'
import { isSimulated, type jobStanding } from '#shared/jobEntries'
import { fuelLimit, systemLimit } from '#shared/ledgerParts'
import { jobProof } from '#shared/prove/jobProof'
import { signatureStandings } from '#shared/prove/signatures'
import { restsOn } from '#shared/restsOn'
import { whatToWatch, type Watching } from '#shared/prove/whatToWatch'
import type { LetterheadForm } from '#shared/schemas/handBack'
import type { JobView, KitItemView } from '#shared/views'
import { complaintLine } from '../composables/words/complaintWords'
import { instrumentVerdict } from '../composables/words/instrumentWords'
import { nextSentence } from '../composables/words/nextActions'
import { proofConditions } from '../composables/words/proofWords'
import { limitText, rateText } from '../composables/words/rateText'
import { recordRows, type Short } from '../composables/words/recordRows'
import { restsOnSentence, trustSentence, trustSource } from '../composables/words/trustWords'
import { signatureLine } from '../composables/words/signatureWords'
import { jobWords } from '../composables/words/stateLooks'
import { clockText, dayText, stampText } from '../composables/words/times'

/** All that a record says, as rows and sentences: what its page shows and its paper prints. */
export interface RecordWords {
  shop: string
  title: string
  under: string[]
  state: string
  sealed: boolean
  sentence: string
  /** what stands over the record because of where it comes from, or how it left */
  notes: string[]
  complaint: string
  rows: ReturnType<typeof recordRows>
  /** what the seal rests on, line by line; empty while it is not sealed */
  restsOn: string[]
  inUse: string[]
  instruments: string[]
  approved: string[]
  watching: Watching
  signed: string[]
  foot: string
}

/** What a record is written with besides the job. */
interface RecordSurroundings {
  shop: LetterheadForm | null
  kit: readonly KitItemView[]
  now: number
  short: Short
}

type Standing = ReturnType<typeof jobStanding>

/** The one sentence of how it stands. */
function sentenceOf(job: JobView, { ledger, next }: Standing, missing: readonly string[], now: number): string {
  const parts = ledger.parts.length
  if (ledger.state === 'sealed')
    return `Every one of ${parts} parts has evidence that stands: a test that reached it after it was last disturbed, found nothing, and could see less than ${limitText(systemLimit(job))} mL/min, where fuel stands less than ${rateText(fuelLimit(job))} mL/min.`
  const without = missing.length && missing.length < parts ? ` Without evidence: ${missing.join(', ')}.` : ''
  return `${nextSentence(next, now)}${without}`
}

function notesOf(job: JobView): string[] {
  const { brought, closedAt, closedReason } = job
  return [
    ...(brought
      ? [
          `Brought in from ${brought.shop} on ${stampText(brought.broughtAt)}. What is dated before then was recorded there: this shop did not see it.`,
        ]
      : []),
    ...(isSimulated(job)
      ? [
          job.reality === 'practice'
            ? 'This is practice on a simulated tank: it is evidence of nothing.'
            : 'This tank is simulated, and so is what was measured on it: it is no evidence for a real one.',
        ]
      : []),
    ...(closedAt !== null && closedReason
      ? [`It left as it is, ${stampText(closedAt)}, and was not handed back: ${closedReason}`]
      : []),
  ]
}

/** How what stands is known, and all that is taken on trust. */
function restsOnOf(job: JobView, { ledger, entries }: Standing): string[] {
  if (ledger.state !== 'sealed') return []
  const rests = restsOn(job, entries, ledger)
  const trusted = rests.onTrust.map(line => [trustSentence(line), trustSource(line)].filter(Boolean).join(' '))
  return [restsOnSentence(rests), ...(trusted.length > 0 ? ['Taken on trust:', ...trusted] : ['Nothing is taken on trust.'])]
}

/** Steps in use since it was last disturbed, with those that are still to be done; none before it was ever sealed. */
function inUseOf(job: JobView, { ledger, entries }: Standing, short: Short): string[] {
  if (ledger.state !== 'sealed' && job.proof.every(each => each.struck)) return []
  return jobProof(job, entries).rows.map(({ step, entry }) =>
    entry
      ? `${[`${step.title}: ${entry.outcome}`, ...proofConditions(entry, short), `${entry.by} ${stampText(entry.at)}`].join(', ')}${entry.note ? `: ${entry.note}` : ''}`
      : `${step.title}: not done`,
  )
}

/** What was read with and when that was calibrated, and what the tank's own instruments came to. */
function instrumentsOf(job: JobView, { kit, now, short }: RecordSurroundings): string[] {
  const used = new Set(job.tests.flatMap(test => (test.kind === 'hold' && !test.struck ? Object.values(test.kit ?? {}) : [])))
  return [
    ...kit
      .filter(item => used.has(item.id))
      .map(
        ({ name, calibratedAt, calibrationDue }) =>
          `${name}: ${calibratedAt ? `calibrated ${dayText(calibratedAt)}` : 'no calibration on record'}${calibrationDue !== null && calibrationDue < now ? ', past its day' : ''}`,
      ),
    ...job.instruments
      .filter(each => !each.struck)
      .map(each => {
        const { name, text } = instrumentVerdict(each.facts, job, short)
        return `${name}: ${text}. ${each.by}, ${stampText(each.at)}${each.note ? `. ${each.note}` : ''}`
      }),
  ]
}

const approvedOf = (job: JobView, now: number): string[] => [
  ...job.approvals
    .filter(each => !each.struck)
    .map(
      each =>
        `Approved data, ${lowerFirst(repairMethod(each.method).doing)}: ${each.step} ${clockText(each.at, now)}${each.reference ? `, ${each.reference}` : ''}, ${each.by}`,
    ),
  ...job.choices
    .filter(each => !each.struck)
    .map(
      each =>
        `Chosen ${clockText(each.at, now)} by ${each.chosenBy}: ${lowerFirst(repairMethod(each.method).doing)}, of ${each.options.length} ways.`,
    ),
]

function footOf({ cautionsRead }: JobView): string {
  const last = cautionsRead.at(-1)
  const cautions = last
    ? `Cautions read by ${[...new Set(cautionsRead.map(each => each.by))].join(', ')}, last ${stampText(last.at)}.`
    : 'The cautions have not been read on this job.'
  return `${cautions} Local codes, the maker’s manual and licensed practice come first; this record does not return any craft to service.`
}

/** All that a record says of a job as it stands. */
export function recordWords(job: JobView, standing: Standing, around: RecordSurroundings): RecordWords {
  const { now, short, shop } = around
  const { ledger, entries } = standing
  const rows = recordRows(job, ledger, now, short)
  const { words } = job.complaint
  return {
    shop: [shop?.name, shop?.line].filter(Boolean).join(' · '),
    title: `${job.craft.name}, ${job.tankName}`,
    under: [
      ...(job.craft.registration ? [`Registration or hull number ${job.craft.registration}`] : []),
      `${short('volume', job.capacity)} ${job.material}, ${fuelName(job.fuel).toLowerCase()} · never above ${short('pressure', job.pressureLimit)} (${job.limitSource})`,
      `Opened ${dayText(job.openedAt)} by ${job.openedBy} · this copy ${stampText(now)}`,
    ],
    state: jobWords[ledger.state],
    sealed: ledger.state === 'sealed',
    sentence: sentenceOf(job, standing, rows.missing, now),
    notes: notesOf(job),
    complaint: [complaintLine(job.complaint), words && `“${words}”`].filter(Boolean).join('. ') || 'None recorded',
    rows,
    restsOn: restsOnOf(job, standing),
    inUse: inUseOf(job, standing, short),
    instruments: instrumentsOf(job, around),
    approved: approvedOf(job, now),
    watching: whatToWatch(job, ledger, entries),
    signed: signatureStandings(job, ledger)
      .filter(each => !each.signature.struck)
      .map(signatureLine),
    foot: footOf(job),
  }
}
