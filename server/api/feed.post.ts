import { watchDecision } from '../feeds/decisionWatch'
import { takeFeed } from '../services/bench/deviceFeed'
import { Refusal } from '../services/shop/refusal'

const MOST_BYTES = 4_000_000

/** Readings of a logger as newline-delimited JSON, with its key as bearer token. */
export default openRoute(null, async ({ event }) => {
  const key = /^Bearer (\S+)$/.exec(getHeader(event, 'authorization') ?? '')?.[1]
  if (!key) throw new Refusal(401, 'Send the logger’s key as: Authorization: Bearer KEY')
  if (Number(getHeader(event, 'content-length') ?? 0) > MOST_BYTES) throw new Refusal(413, 'Send at most 4 MB at once.')
  const { holdId, ...answer } = await takeFeed(key, await readRawBody(event) ?? '', Date.now())
  void watchDecision(holdId)
  return answer
})
