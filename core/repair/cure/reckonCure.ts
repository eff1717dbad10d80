import { cureSpeed } from './cure'
import type { CureSheet } from '../material/repairMaterials'

/** What was read off the shop's thermometer: how warm it is (K), and how cold it was at the lowest since a moment. */
export interface ShopTemperature {
  /** s since the material was put on */
  t: number
  /** K, null where only the lowest was read */
  temperature: number | null
  lowest: { temperature: number; since: number } | null
}

/** From `t` (s since the material was put on) to the next step it cures at a temperature (K). */
export interface CureStep {
  t: number
  temperature: number
}

interface CureReckoning {
  /** as it was counted and as it is foreseen */
  steps: CureStep[]
  /** s since it was put on; null when it stands still at what is foreseen */
  curedAt: number | null
}

interface Stretch {
  length: number
  temperature: number
}

const DAY = 86_400
/** The lowest on a thermometer speaks of no more than the time since so long ago, s. */
export const LOWEST_REACHES = 3 * DAY

/** How warm it is now speaks of no more than the time before it so long ago, s: of last week it says nothing. */
const READING_REACHES = DAY / 2

/**
 * When a material has cured, by the temperatures that were read in the shop since it was put on. Between two readings the colder
 * one counts, for half a day before the later, and a lowest counts for all the time that it speaks of: neither makes it cure sooner than it did. What is to come is
 * foreseen as the last day was, or as the last reading where that day is not whole yet.
 * @param sheet with the cure time of the sheet in hand
 * @param temperature when it was put on, K
 * @param read off the shop's thermometer, in any order
 */
export function reckonCure(sheet: CureSheet, temperature: number, read: readonly ShopTemperature[]): CureReckoning {
  const since = read.filter(each => each.t > 0).sort((a, b) => a.t - b.t)
  const steps: CureStep[] = []
  let t = 0
  let left = sheet.cureTime
  const counted: Stretch[] = []
  for (const stretch of countedStretches(temperature, since)) {
    if (left <= 0) break
    counted.push(stretch)
    cure(stretch)
  }
  const last = since.at(-1)
  const tomorrow =
    last && last.t >= DAY ? lastOf(counted, DAY) : [{ length: DAY, temperature: last ? readingOf(last) : temperature }]
  if (left > 0 && tomorrow.every(each => cureSpeed(sheet, each.temperature) === 0)) {
    step(tomorrow[0]!.temperature)
    return { steps, curedAt: null }
  }
  for (let i = 0; left > 0; i++) cure(tomorrow[i % tomorrow.length]!)
  return { steps, curedAt: t }

  function step(at: number) {
    if (steps.at(-1)?.temperature !== at) steps.push({ t, temperature: at })
  }
  function cure(stretch: Stretch) {
    step(stretch.temperature)
    const speed = cureSpeed(sheet, stretch.temperature)
    const isLast = left <= stretch.length * speed
    t += isLast ? left / speed : stretch.length
    left = isLast ? 0 : left - stretch.length * speed
  }
}

const readingOf = ({ temperature, lowest }: ShopTemperature) => temperature ?? lowest!.temperature

/** From the application to the last reading: each stretch at the coldest that is known of it. */
function* countedStretches(temperature: number, read: readonly ShopTemperature[]): Generator<Stretch> {
  const moments = [
    ...new Set([0, ...read.flatMap(({ t, lowest }) => [Math.max(0, lowest?.since ?? 0), Math.max(0, t - READING_REACHES), t])]),
  ].sort((a, b) => a - b)
  let next = 0
  for (const [i, from] of moments.slice(0, -1).entries()) {
    const until = moments[i + 1]!
    while (read[next]!.t < until) next++
    const before = read[next - 1]
    const after = read[next]!
    let coldest = before ? readingOf(before) : temperature
    if (from >= after.t - READING_REACHES) coldest = Math.min(coldest, readingOf(after))
    for (let k = next; k < read.length && read[k]!.t <= until + LOWEST_REACHES; k++) {
      const { lowest } = read[k]!
      if (lowest && lowest.since <= from) coldest = Math.min(coldest, lowest.temperature)
    }
    yield { length: until - from, temperature: coldest }
  }
}

/** The last `length` s of what was counted. */
function lastOf(stretches: readonly Stretch[], length: number): Stretch[] {
  let left = length
  return stretches
    .toReversed()
    .flatMap(each => {
      const taken = Math.min(left, each.length)
      left -= taken
      return taken > 0 ? [{ ...each, length: taken }] : []
    })
    .toReversed()
}
