import { suspectsOf } from '../complaint/suspects'
import { lowerFirst } from '../words/words'
import { uniformAt } from '../standin/seededRandom'
import { situationAtFirst, type Hunt } from './hunt'
import { rungOf } from './rungs'

const draws = { any: 270, which: 271, repair: 272, weather: 273 } as const

/** How often somebody was at it before, with a part or with a tube. General trade practice. */
const BOUGHT = 0.4
const SMEARED = 0.2

const weathers = [
  'It has been wet for a week.',
  'Nights are cold and the shed is not heated.',
  'It is warm, and the sun is on it from noon.',
  'The weather has been still and mild.',
]

/** What was done before it came, as it is told: parts that were bought in vain, sealant on the wrong place, and the weather. */
export function historyOf(hunt: Hunt): readonly string[] {
  if (hunt.rung !== null) return rungOf(hunt.rung).told
  const draw = (what: keyof typeof draws, index = 0) => uniformAt(hunt.seed, draws[what], index)
  const suspects = suspectsOf(situationAtFirst(hunt)).list.slice(0, 8)
  const wrong = suspects.filter(({ cause }) => !hunt.faults.some(fault => fault.cause === cause.key))
  const bought = wrong.filter(({ cause }) => cause.buy.length > 0)
  const part = bought[Math.floor(draw('which') * bought.length)]?.cause.buy[0]
  const smeared = wrong.filter(({ cause, parts }) => parts.length > 0 && cause.mechanisms.includes('seep'))
  const place = smeared[Math.floor(draw('which', 1) * smeared.length)]?.parts[0]
  return [
    ...(part && draw('any') < BOUGHT ? [`A new ${lowerFirst(part.name)} is on it already: it did not help.`] : []),
    ...(place && draw('repair') < SMEARED ? [`There is old sealant on the ${lowerFirst(place.name)}.`] : []),
    weathers[Math.floor(draw('weather') * weathers.length)]!,
  ]
}
