import { known } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

/** A way of looking for a leak that shows where, without holding a pressure for a rate. */
interface LookMethod {
  key: string
  name: string
  doing: string
  /** what has to be there first */
  needs: readonly string[]
  source: SourceKey
  /** what presses on the leak: fuel, gas under pressure, or both */
  reaches: 'fuel' | 'gas' | 'both'
  /** what it reaches and what not, in words */
  reach: string
  /** the smallest that it shows, in words, with where that comes from */
  smallest: string
  fooledBy: string
  /** s of watching at least; beside it what the way of looking asks of this fuel */
  watch: number
  /** places are wiped, dusted or papered, so that how long follows from the fuel */
  watchedFor: boolean
  /** what is counted to a rate */
  counts: 'drops' | 'bubbles' | null
  /** it is done at a pressure of gas */
  pressurised: boolean
  /** m3, the largest tank that it is for; null for any */
  largest: number | null
}

const MINUTE = 60
const HOUR = 3600

const rows = [
  {
    key: 'fuel in',
    name: 'Fuel in, by level',
    doing: 'A quarter, half, full, to the brim, and leaning: wipe it dry at each level, dust or paper it, and look.',
    needs: ['Spill tray and absorbent under it', 'No ignition source, air moving', 'Repairs cured until they may see fuel'],
    source: 'trade practice',
    reaches: 'fuel',
    reach: 'What is under the level; nothing above it.',
    smallest: 'What gathers in the watch less what dries off: minutes with paper or talc, never by wiping alone with petrol.',
    fooledBy: 'A run from a place above, condensate, dirt that holds fuel, and a cold tank that sweats.',
    watch: 20 * MINUTE,
    watchedFor: true,
    counts: null,
    pressurised: false,
    largest: null,
  },
  {
    key: 'engine running',
    name: 'Engine running',
    doing: 'Let it run with the return flowing. Look at feed, return and their unions; of twin tanks see which one fills.',
    needs: ['Outdoors, or the exhaust led away', 'Bilge or boot aired and sniffed first', 'Hands and cloths clear of belts'],
    source: 'trade practice',
    reaches: 'both',
    reach: 'Feed and return lines, and the tank that the return fills.',
    smallest: 'A stain in a quarter of an hour: under pressure more comes than by the weight of fuel.',
    fooledBy: 'Fan and heat dry it before it shows; a leak on the pressure side sprays and wets another place.',
    watch: 15 * MINUTE,
    watchedFor: false,
    counts: null,
    pressurised: false,
    largest: null,
  },
  {
    key: 'under way',
    name: 'Under way',
    doing: 'Drive, sail or taxi it, with corners and rough water or road. Look at once, before it dries.',
    needs: ['By whoever may', 'Nothing known to leak'],
    source: 'trade practice',
    reaches: 'fuel',
    reach: 'What slosh and bending open: sender, grommets, vents, seams under load.',
    smallest: 'A trail that has not dried: look within minutes.',
    fooledBy: 'It evaporates before it leaves a trail; spray and road dirt cover it.',
    watch: 10 * MINUTE,
    watchedFor: false,
    counts: null,
    pressurised: false,
    largest: null,
  },
  {
    key: 'soak',
    name: 'Soak',
    doing: 'Leave it full for hours to days with paper under foil on what was mended, and a tray below.',
    needs: ['Aired, nobody sleeps near it', 'Tray that holds what could come'],
    source: 'trade practice',
    reaches: 'fuel',
    reach: 'What is under the level.',
    smallest: 'Over a night paper under foil shows about a hundredth of a millilitre.',
    fooledBy: 'Warming fuel that rises over the brim, rain, and paper that was not under the place.',
    watch: 8 * HOUR,
    watchedFor: true,
    counts: null,
    pressurised: false,
    largest: null,
  },
  {
    key: 'look again',
    name: 'Look again, after days or weeks',
    doing: 'Filled up and used since: smell first, then a lamp along what was mended and under the tank.',
    needs: ['It has been used since'],
    source: 'trade practice',
    reaches: 'fuel',
    reach: 'What can be seen.',
    smallest: 'A stain, or a smell.',
    fooledBy: 'Fuel spilt while filling; old stains.',
    watch: 0,
    watchedFor: false,
    counts: null,
    pressurised: false,
    largest: null,
  },
  {
    key: 'drop count',
    name: 'Drop count',
    doing: 'Where it drips: a cup under it, count for a time, or weigh what came.',
    needs: ['Cup and clock', 'No ignition source below it'],
    source: 'trade practice',
    reaches: 'fuel',
    reach: 'The one place that drips.',
    smallest: 'One drop in the time that is watched, with the doubt of so few.',
    fooledBy: 'Fuel that runs along and drips from the lowest place, which is not the leak.',
    watch: 0,
    watchedFor: false,
    counts: 'drops',
    pressurised: false,
    largest: null,
  },
  {
    key: 'dye',
    name: 'Dye and lamp',
    doing: 'Dye in the fuel, or left by dyed smoke: look with the lamp in the dark along every joint.',
    needs: ['Dye that this fuel and engine stand', 'Lamp, and glasses for it', 'Dark'],
    source: 'trade practice',
    reaches: 'both',
    reach: 'What was under fuel, or reached by the smoke, and can be looked at.',
    smallest: 'A film that the eye would pass over; it stays when the fuel has dried.',
    fooledBy: 'Dye spilt while filling, coolant and oil that glow by themselves.',
    watch: 5 * MINUTE,
    watchedFor: false,
    counts: null,
    pressurised: false,
    largest: null,
  },
  {
    key: 'immersion',
    name: 'Immersion',
    doing: 'Under water at a low pressure, held down, a face at a time. Count the bubbles of one place.',
    needs: [
      'Out of the craft, dry of fuel, gas-free',
      'Water to cover it, help to hold it: it floats',
      'A column that spills at the limit',
    ],
    source: 'ASTM E515',
    reaches: 'gas',
    reach: 'Every place under water, but for what its own closures cover.',
    smallest: 'A bubble of 1 mm in half a minute: some thousandths of a millilitre a minute.',
    fooledBy: 'Air caught in seams and under paint, and a water pressure that closes what is deep.',
    watch: 30,
    watchedFor: false,
    counts: 'bubbles',
    pressurised: true,
    largest: 0.06,
  },
  {
    key: 'listening',
    name: 'Listening',
    doing: 'Under pressure, in the quiet: ear or a length of hose along the route, before any soap.',
    needs: ['Quiet', 'Ear kept off what moves'],
    source: 'trade practice',
    reaches: 'gas',
    reach: 'What hisses: large leaks. Silence says nothing.',
    smallest: 'Some tens of millilitres a minute in a quiet shed; the ear and the noise decide.',
    fooledBy: 'The rig, a regulator, wind, and echoes that name the wrong joint.',
    watch: 0,
    watchedFor: false,
    counts: null,
    pressurised: true,
    largest: null,
  },
] as const satisfies readonly LookMethod[]
export type LookMethodKey = (typeof rows)[number]['key']
export const lookMethodKeys = rows.map(row => row.key)

/** Ways of looking for a leak. Source: general trade practice; ASTM E515 for bubbles. What each shows is an order of magnitude. */
export const lookMethods: readonly LookMethod[] = known(
  'ways of looking',
  rows as readonly LookMethod[],
  row => row.key,
  row => ({ watch: [row.watch, 0, 86_400], ...(row.largest !== null && { largest: [row.largest, 0.001, 1] as const }) }),
)

/** @throws RangeError for a key that is none */
export function lookMethod(key: string): LookMethod {
  const found = lookMethods.find(each => each.key === key)
  if (!found) throw new RangeError(`There is no way of looking called “${key}”.`)
  return found
}
