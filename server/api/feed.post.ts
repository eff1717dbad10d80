import { watchDecision } from '../feeds/decisionWatch'
import { MOST_FEED_BYTES, mustOpenHold, takeFeed } from '../services/bench/hold/deviceFeed'
import { Refusal } from '../services/ground/refusal'

/** Readings of a logger as newline-delimited JSON, with its key as bearer token. The key is looked at before anything is read. */
export default openRoute(null, async ({ event }) => {
  const key = /^Bearer (\S+)$/.exec(getHeader(event, 'authorization') ?? '')?.[1]
  if (!key) throw new Refusal(401, 'Send the logger’s key as: Authorization: Bearer KEY')
  const opened = await mustOpenHold(key)
  const body = await boundedBody(
    event,
    MOST_FEED_BYTES,
    () => new Refusal(413, `Send at most ${MOST_FEED_BYTES / 1e6} MB at once.`),
  )
  const answer = await takeFeed(opened, body.toString('utf8'))
  watchDecision(opened.holdId)
  return answer
})
