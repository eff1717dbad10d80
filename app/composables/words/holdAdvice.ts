import type { Decider, HoldEstimate } from '#core/hold/holdEstimate'
import type { HoldSetup } from '#core/hold/holdSetup'
import type { HoldVerdict } from '#core/hold/belief/verdict'
import { unsoundSigns } from '#core/hold/belief/holdSigns'
import type { SealedFor } from '#shared/leaktest/limitsReached'
import { holdSignWords } from './holdSignWords'
import { verdictWords } from './stateLooks'
import { limitText, rateText } from './rateText'

const means: Record<Decider, string> = {
  'time': 'More time decides it.',
  'thermometer': 'A thermometer on the tank’s skin would decide it: an unseen change of temperature is the largest doubt.',
  'barometer': 'A barometer would decide it: unseen weather is the largest doubt.',
  'finer gauge': 'A finer gauge would decide it: its step is the largest doubt.',
  'measured volume': 'Measure the gas volume: it is the largest doubt.',
  'another method': 'This hold cannot see it in sensible time. Soap the route, or test a smaller volume.',
}

/** The limit that sealed is held against. */
export const strictestWords = ({ limit, strictest = limit }: Pick<HoldSetup, 'limit' | 'strictest'>): string =>
  strictest < limit ? `strictest limit is ${limitText(strictest)} mL/min` : `limit is ${limitText(limit)} mL/min`

/** The word for what a test measured: sealed for some of its parts is said as such. */
export function measuredWord({ verdict }: { verdict: HoldVerdict }, parts: SealedFor | null): string {
  return verdict === 'cannot-tell' && parts?.left && parts.sealed > 0
    ? `Sealed for ${parts.sealed} of ${parts.of} parts`
    : verdictWords[verdict]
}

/** Why some parts are sealed and others not yet. */
export function othersSay(estimate: Pick<HoldEstimate, 'verdict' | 'below95'>, { sealed, left }: SealedFor): string {
  if (!left || sealed === 0 || estimate.verdict !== 'cannot-tell') return ''
  const [are, their] = left.parts > 1 ? [`${left.parts} others under test have`, 'their'] : ['other under test has', 'its']
  const why = left.underFuel
    ? `fuel on ${left.parts > 1 ? 'them' : 'it'}`
    : `less pressure on ${left.parts > 1 ? 'them' : 'it'}`
  return `95 % sure below ${rateText(estimate.below95)} mL/min. The ${are} ${why}, and ${their} limit is ${limitText(left.limit)} mL/min. `
}

/** What can be said so far, and what would decide it, in a few sentences. @param parts for how many it is sealed; null where nobody asks */
export const holdAdvice = (estimate: HoldEstimate, setup: HoldSetup, parts: SealedFor | null = null): string =>
  (parts ? othersSay(estimate, parts) : '') + adviceOn(estimate, setup)

function adviceOn(estimate: HoldEstimate, setup: HoldSetup): string {
  const limit = `${limitText(setup.limit)} mL/min`
  if (estimate.verdict === 'sealed')
    return `95 % sure below ${rateText(estimate.below95)} mL/min, and the ${strictestWords(setup)}. This hold saw leaks down to ${rateText(estimate.smallestSeen)} mL/min.`
  if (estimate.verdict === 'leaking')
    return `95 % sure above ${rateText(estimate.above95)} mL/min, and the limit is ${limit}. Find it with soap while it is under pressure.`
  const unsound = unsoundSigns.find(sign => estimate.signs?.includes(sign))
  if (unsound) return holdSignWords[unsound]
  if (estimate.belowZero)
    return 'The pressure rises by more than its doubt explains: something in it warms or evaporates, or the gauge drifts. It says nothing of a leak. Wait until it is steady, drain and air the tank, or shade it, and hold again.'
  const parts = Object.entries(estimate.budget).sort((a, b) => b[1] - a[1])
  const largest = {
    readings: 'The readings themselves are',
    temperature: 'Temperature is',
    unseenTemperature: 'Temperature that nobody sees is',
    barometer: 'The weather is',
    fuelVapour: 'Fuel vapour is',
    wallCreep: 'A wall that goes on giving is',
    instrumentDrift: 'Drift of the gauge is',
    leakChange: 'A leak that may open or close is',
    volume: 'The volume is',
    wallGive: 'Wall give is',
    law: 'The kind of leak is',
    rig: 'The rig is',
  }[parts[0]![0] as keyof HoldEstimate['budget']]
  if (estimate.decidedBy === 'time' && estimate.minutesMore !== null)
    return `About ${estimate.minutesMore} more min decide it. ${largest} the largest doubt.`
  const wait = estimate.minutesMore !== null ? ` Or about ${estimate.minutesMore} more min.` : ''
  return (estimate.decidedBy ? means[estimate.decidedBy] : '') + wait
}
