import { listenForChanges } from '../feeds/changeFeed'
import { leader } from '../feeds/leader'
import { standInFeed } from '../feeds/standInFeed'
import { beat, lookAtClock, noteClockJump } from '../services/house/beat'
import { pushRungBells } from '../services/bells/bellPush'
import { ringDueBells } from '../services/bells/bells'
import { pushSender } from '../services/bells/sendPush'
import { log } from '../utils/log'
import { publicAddress } from '../utils/publicAddress'

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

/** How often simulated tanks are read, ms. */
const STAND_IN_TURN = Number(process.env.ZINC_STAND_IN_TURN ?? 1000)
/** How often the leader says that it is at work, ms. */
const BEAT = 10_000

export default defineNitroPlugin(nitro => {
  const url = process.env.DATABASE_URL
  if (!url) return
  // Whoever started this process holds the other end of the channel: when that is gone, so are we.
  if (process.channel) process.on('disconnect', () => process.exit(0))
  const listening = listenForChanges(url)
  const own = leader(url)
  const standIns = standInFeed()
  const address = publicAddress()
  const send = pushSender(address?.protocol === 'https:' ? { subject: address.origin } : {})
  let began = false
  const turn = async () => {
    if (!own.leads()) {
      standIns.forget()
      began = false
      return
    }
    if (!began) {
      await lookAtClock()
      await beat()
      began = true
    }
    await standIns.turn()
  }
  const led = (work: () => Promise<unknown>) => async () => {
    if (own.leads()) await work()
  }
  const stops = [
    every(STAND_IN_TURN, turn),
    every(1000, led(ringDueBells)),
    every(
      1000,
      led(() => pushRungBells(send)),
    ),
    every(BEAT, led(beat)),
    every(
      5000,
      led(() => noteClockJump()),
    ),
  ]
  nitro.hooks.hook('close', async () => {
    stops.forEach(stop => stop())
    await own.end()
    await (
      await listening
    )()
  })
})
