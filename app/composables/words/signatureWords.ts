import { countOf } from '#core/words/words'
import type { SignatureStanding } from '#shared/prove/signatures'
import type { SignatureView } from '#shared/record/kinds/signature'
import { jobWords } from './stateLooks'
import { stampText } from './times'

export const capacityWords = { technician: 'did the work', inspector: 'inspector, with authority' } as const

/** What a signature covers, in figures. */
export const coverWords = ({ state, parts, tests, repairs, steps }: SignatureView['cover'], onTrust: number | null): string =>
  `“${jobWords[state].toLowerCase()}”, ${countOf(parts, 'part')}, ${countOf(tests, 'test')}, ${countOf(repairs, 'repair')}, ${countOf(steps, 'step')} in use${onTrust === null ? '' : `, ${onTrust === 0 ? 'nothing' : onTrust} taken on trust`}`

/** The beginning of a digest, as people compare it. */
export const shortDigest = (digest: string): string => `${digest.slice(0, 4)} ${digest.slice(4, 8)}`

/** A signature as a line of a record: who, as what, when, over what, and whether it still stands. */
export const signatureLine = ({ signature, stands, changed }: SignatureStanding): string =>
  [
    `${signature.by}, ${capacityWords[signature.capacity]}${signature.authority ? `, ${signature.authority}, no. ${signature.licence}` : ''}, ${stampText(signature.at)}`,
    `covers ${coverWords(signature.cover, signature.onTrust)}`,
    stands ? `stands, ${shortDigest(signature.digest)}` : `VOID, changed since: ${changed.join(', ')}`,
  ].join('; ')
