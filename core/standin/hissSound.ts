import { normalAt } from './seededRandom'

/** What a stand-in microphone hears: a room that hums and talks, and gas that escapes now and then. */
interface HissTaking {
  /** samples a second */
  rate: number
  /** s */
  length: number
  /** deviation of the room’s noise, of full scale */
  room: number
  /** share of the time that somebody talks: low, and no hiss */
  voice: number
  /** how loud the hiss is at a time, deviation of full scale */
  hissAt: (second: number) => number
  seed: number
}

/** The sound, -1 to 1. A hiss is white noise with what is low taken off; a room’s noise falls with the frequency. */
export function hissSound({ rate, length, room, voice, hissAt, seed }: HissTaking): Float64Array {
  const out = new Float64Array(Math.round(rate * length))
  let low = 0
  let before = 0
  for (let k = 0; k < out.length; k++) {
    const t = k / rate
    const white = normalAt(seed, 500, k)
    low += 0.06 * (white - low)
    const talks = voice > 0 && Math.sin(2.1 * t) > 1 - 2 * voice
    const tone = talks ? 0.08 * Math.sin(2 * Math.PI * 180 * t) * Math.abs(Math.sin(9 * t)) : 0
    const jet = normalAt(seed, 501, k)
    const high = jet - before
    before = jet
    out[k] = room * (4 * low + 0.15 * white) + tone + 0.5 * hissAt(t) * high + 0.01 * Math.sin(2 * Math.PI * 100 * t)
  }
  return out
}
