const RETRY_AFTER = 2000 // ms

/**
 * What becomes of something that the server did not take: it waits for the network, waits for somebody to sign in, or is
 * refused for good.
 */
type Fate = 'later' | 'signed out' | 'refused'

/** @throws what is no answer of the server, as it is */
export function fateOf(error: unknown): { fate: Fate; message: string } {
  if (!(error instanceof ApiError)) throw error
  return {
    fate: error.offline || error.status >= 500 ? 'later' : error.status === 401 ? 'signed out' : 'refused',
    message: error.message,
  }
}

/** Of what waits in this browser, what a person put there. */
export const ofPerson = <T extends { personId: string }>(waiting: readonly T[], person: { id: string } | null): T[] =>
  waiting.filter(each => each.personId === person?.id)

/**
 * Sends what waits in the browser, one round after the other, so that what is added while a round ends has a round of its own.
 * @param round sends all that waits; when it ends with `later`, another follows after a while
 */
export function outbox(round: () => Promise<Fate | void>): () => Promise<void> {
  let sending: Promise<void> = Promise.resolve()
  let again: ReturnType<typeof setTimeout> | undefined
  async function once() {
    if ((await round()) !== 'later') return
    clearTimeout(again)
    again = setTimeout(() => void flush(), RETRY_AFTER)
  }
  function flush(): Promise<void> {
    sending = sending.then(once, once)
    return sending
  }
  return flush
}
