import type { Decider, HoldEstimate, HoldSetup } from '#core/hold/hold'
import { unsoundSigns } from '#core/hold/belief/holdSigns'
import { holdSignWords } from './holdSignWords'
import { limitText, rateText } from './rateText'

const means: Record<Decider, string> = {
  'time': 'More time decides it.',
  'thermometer': 'A thermometer on the tank’s skin would decide it: an unseen change of temperature is the largest doubt.',
  'barometer': 'A barometer would decide it: unseen weather is the largest doubt.',
  'finer gauge': 'A finer gauge would decide it: its step is the largest doubt.',
  'measured volume': 'Measure the gas volume: it is the largest doubt.',
  'another method': 'This hold cannot see it in sensible time. Soap the route, or test a smaller volume.',
}

/** What can be said so far, and what would decide it, in one or two sentences. */
export function holdAdvice(estimate: HoldEstimate, setup: HoldSetup): string {
  const limit = `${limitText(setup.limit)} mL/min`
  if (estimate.verdict === 'sealed')
    return `95 % sure below ${rateText(estimate.below95)} mL/min, and the limit is ${limit}. This hold saw leaks down to ${rateText(estimate.smallestSeen)} mL/min.`
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
