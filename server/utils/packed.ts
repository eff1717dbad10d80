import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

/** From so many bytes on an answer is packed: below, a header says more than packing saves. */
const WORTH_PACKING = 1000
/** Quality of brotli at which it takes about as long as gzip and is a tenth smaller. */
const QUICK = 4

const ways = {
  br: (bytes: Buffer) => promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: QUICK } }),
  gzip: (bytes: Buffer) => promisify(gzip)(bytes),
}

/** An answer as it goes over the wire. */
interface Packed {
  body: Buffer
  /** by what it is packed; null for as it is */
  encoding: keyof typeof ways | null
}

/**
 * Packs an answer as whoever asked can take it.
 * @param accepted the request's Accept-Encoding
 * Source: RFC 9110, 12.5.3
 */
export async function packed(bytes: Buffer, accepted: string): Promise<Packed> {
  const takes = accepted
    .split(',')
    .map(each => each.trim().split(/\s*;\s*/))
    .filter(([, weight]) => !/^q=0(\.0*)?$/.test(weight ?? ''))
    .map(([name]) => name)
  const encoding = bytes.length < WORTH_PACKING ? undefined : (['br', 'gzip'] as const).find(each => takes.includes(each))
  return encoding ? { body: await ways[encoding](bytes), encoding } : { body: bytes, encoding: null }
}

/** What names the content of an answer: the same as before is not sent again. Source: RFC 9110, 8.8.3 */
export const entityTag = (bytes: Buffer): string => `W/"${createHash('sha1').update(bytes).digest('base64url')}"`

/** Whether whoever asks has it already. Source: RFC 9110, 13.1.2 */
export const isKnown = (tag: string, ifNoneMatch: string): boolean => ifNoneMatch.split(/\s*,\s*/).includes(tag)
