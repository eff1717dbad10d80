import type { InferType } from 'yup'
import type { JobAspect } from '../changes'
import type { EntryKind } from './entryKind'
import { answerKind } from './kinds/answer'
import { approvalKind } from './kinds/approval'
import { cardKind } from './kinds/card'
import { cautionsKind } from './kinds/cautions'
import { choiceKind } from './kinds/choice'
import { drainedKind } from './kinds/drained'
import { findKind } from './kinds/find'
import { gasKind } from './kinds/gas'
import { hotWorkKind } from './kinds/hotWork'
import { instrumentEntryKinds } from './kinds/instruments'
import { leakFactsSchema } from './kinds/leak'
import { limitsFactsSchema } from './kinds/limits'
import { newTankKind } from './kinds/newTank'
import { outcomeKind } from './kinds/outcome'
import { probeKind } from './kinds/probe'
import { proofKind } from './kinds/proof'
import { purchaseKind } from './kinds/purchase'
import { purchaseStepKind } from './kinds/purchaseStep'
import { purchaseTermsKind } from './kinds/purchaseTerms'
import { refitKind } from './kinds/refit'
import { repairKind } from './kinds/repair'
import { rigFindKind } from './kinds/rigFind'
import { runKind } from './kinds/run'
import { runActKinds } from './kinds/runActs'
import { signatureKind } from './kinds/signature'
import { strikeKind } from './kinds/strike'
import { stripKind } from './kinds/strip'
import { takenOffFactsSchema } from './kinds/takenOff'
import { touchKind } from './kinds/touch'
import { unholdableKind } from './kinds/unholdable'
import { weighingKind } from './kinds/weighing'

/** Every kind of entry that somebody can append to a job, by the word of its address. */
const entryKinds = {
  'cautions': cautionsKind,
  'gas': gasKind,
  'drained': drainedKind,
  'weighing': weighingKind,
  'hot-work': hotWorkKind,
  'answer': answerKind,
  'probe': probeKind,
  'outcome': outcomeKind,
  'purchase': purchaseKind,
  'purchase-step': purchaseStepKind,
  'purchase-terms': purchaseTermsKind,
  'strip': stripKind,
  'refit': refitKind,
  'find': findKind,
  'rig-find': rigFindKind,
  'unholdable': unholdableKind,
  'repair': repairKind,
  'card': cardKind,
  'approval': approvalKind,
  'choice': choiceKind,
  'run': runKind,
  ...runActKinds,
  'new-tank': newTankKind,
  'proof': proofKind,
  ...instrumentEntryKinds,
  'signature': signatureKind,
  'touch': touchKind,
  'strike': strikeKind,
}
export type EntryKindKey = keyof typeof entryKinds
export const entryKindKeys = Object.keys(entryKinds) as EntryKindKey[]
export const isEntryKind = (word: string): word is EntryKindKey => Object.hasOwn(entryKinds, word)

/** How an entry of a kind is sent. */
export type EntryForm<K extends EntryKindKey> = InferType<(typeof entryKinds)[K]['schema']>
type Types<K extends EntryKindKey> = NonNullable<(typeof entryKinds)[K]['types']>
/** What is kept of an entry of a kind. */
export type EntryFacts<K extends EntryKindKey> = Types<K>['facts']

/** What of a kind the program asks when it does not ask which. */
type AnyEntryKind = EntryKind<string | null, { id: string }, object, never>
export const entryKind = (key: EntryKindKey) => entryKinds[key] as unknown as AnyEntryKind

type ListOf<K extends EntryKindKey> = (typeof entryKinds)[K]['list']
type KindIn<L> = { [K in EntryKindKey]: ListOf<K> extends L ? K : never }[EntryKindKey]
/** Lists of a job in which entries stand. */
export type EntryList = NonNullable<ListOf<EntryKindKey>>
/** A job's entries, list by list. */
export type EntryLists = { [L in EntryList]: Types<KindIn<L>>['view'][] }

/** What changes when an entry of a kind is appended. */
export const aspectsOf = (key: EntryKindKey): JobAspect[] => {
  const { aspect, alters = [] } = entryKind(key)
  return [...new Set([aspect, ...alters])]
}

/** What other changes leave in the record: the leak that a find is of, the limits that a job is given, what is taken off its map. */
export const keptAlongSchemas = {
  'leak': leakFactsSchema,
  'limits': limitsFactsSchema,
  'taken-off': takenOffFactsSchema,
} as const
export type KeptAlong = keyof typeof keptAlongSchemas
export const isKeptAlong = (word: string): word is KeptAlong => Object.hasOwn(keptAlongSchemas, word)
/** What is kept: what somebody appends, and what other changes leave. */
export type StoredKind = EntryKindKey | KeptAlong
export const isStoredKind = (word: string): word is StoredKind => isKeptAlong(word) || isEntryKind(word)
export type StoredFacts<K extends StoredKind> = K extends EntryKindKey
  ? EntryFacts<K>
  : K extends KeptAlong
    ? InferType<(typeof keptAlongSchemas)[K]>
    : never
