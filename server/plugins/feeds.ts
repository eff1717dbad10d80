import { listenForChanges } from '../feeds/changeFeed'
import { standInFeed } from '../feeds/standInFeed'
import { ringDueBells } from '../services/shop/bells'
import { log } from '../utils/log'

/** Runs one at a time, again and again, whatever a turn throws. @returns a function that ends it */
function every(milliseconds: number, work: () => Promise<unknown>): () => void {
  let timer: NodeJS.Timeout
  let stopped = false
  const go = async () => {
    await work().catch((error: unknown) => log.error({ error }))
    if (!stopped) timer = setTimeout(go, milliseconds)
  }
  timer = setTimeout(go, milliseconds)
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}

export default defineNitroPlugin(nitro => {
  const url = process.env.DATABASE_URL
  if (!url) return
  // Whoever started this process holds the other end of the channel: when that is gone, so are we.
  if (process.channel) process.on('disconnect', () => process.exit(0))
  const listening = listenForChanges(url)
  const { turn } = standInFeed()
  const stops = [every(1000, turn), every(1000, ringDueBells)]
  nitro.hooks.hook('close', async () => {
    stops.forEach(stop => stop())
    await (
      await listening
    )()
  })
})
