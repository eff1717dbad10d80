import { onChange } from '../feeds/changeFeed'

/** Server-sent events: one notice for each committed change, and a beat so that a page knows that it is connected. */
export default defineEventHandler(async event => {
  const stream = createEventStream(event)
  const stop = onChange(notice => void stream.push(JSON.stringify(notice)))
  const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }), 15_000)
  stream.onClosed(async () => {
    clearInterval(beat)
    stop()
    await stream.close()
  })
  void stream.push({ event: 'beat', data: '' })
  return stream.send()
})
