import { Refusal } from './refusal'

/**
 * A queue for work that takes a processor for itself: one piece after the other, so that nobody fills the machine with it.
 * @param most how many may wait
 * @param sentence what is said to whoever comes when they do
 * @returns does a piece of work in its turn; it throws what the work throws, and Refusal 429 when too many wait
 */
export function inTurn(most: number, sentence: string): <T>(work: () => Promise<T>) => Promise<T> {
  let waiting = 0
  let last: Promise<unknown> = Promise.resolve()
  return async work => {
    if (waiting >= most) throw new Refusal(429, sentence)
    waiting++
    const turn = last.then(work)
    last = turn.catch(() => {})
    try {
      return await turn
    } finally {
      waiting--
    }
  }
}
