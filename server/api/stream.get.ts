import { onChange } from '../feeds/changeFeed'
import { hearsOf } from '../services/practice/reach'

/**
 * Server-sent events, each with a number of its own: one notice for each committed change, and a beat so that a page knows that
 * it is connected. A stream ends with its session.
 */
export default defineEventHandler(async event => {
  const stream = createEventStream(event)
  let count = 0
  const push = (message: { event?: string; data: string }) => void stream.push({ ...message, id: String(++count) })
  const lasts = async () => {
    delete (event.context as { caller?: unknown }).caller
    // A database that does not answer says nothing of the session.
    const ended = await callerOf(event).then(
      caller => caller === null,
      () => false,
    )
    if (ended) await stream.close()
  }
  const person = await callerOf(event)
  // One after the other, as they came.
  let told: Promise<void> = Promise.resolve()
  const stop = onChange(notice => {
    told = told.then(async () => {
      if (person && (await hearsOf(person.id, notice.jobId))) push({ data: JSON.stringify(notice) })
    })
    if (notice.topics.includes('people')) void lasts()
  })
  const beat = setInterval(() => {
    push({ event: 'beat', data: '' })
    void lasts()
  }, 15_000)
  stream.onClosed(async () => {
    clearInterval(beat)
    stop()
    await stream.close()
  })
  push({ event: 'beat', data: '' })
  return stream.send()
})
