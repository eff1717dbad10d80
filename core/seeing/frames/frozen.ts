import type { Picture } from '../picture'

/** A camera’s sensor is never twice the same: the same picture for longer than this is one that stands still, ms. */
const STILL = 4000
/** Of the bytes of a picture each so-many-th is looked at; prime, so that no column is passed over. */
const EVERY = 199

/**
 * Watches whether a camera has stopped and shows one picture on and on: what is read in that stands as still as a tight tank.
 * @returns tells of each picture, with when it was taken, ms, whether it has stood for too long
 */
export function frozenWatch(): (picture: Picture, at: number) => boolean {
  let before: number | null = null
  let since = 0
  return ({ data, width, height }, at) => {
    let sum = width * 31 + height
    for (let k = 0; k < data.length; k += EVERY) sum = (Math.imul(sum, 31) + data[k]!) | 0
    if (sum !== before) {
      before = sum
      since = at
    }
    return at - since > STILL
  }
}
