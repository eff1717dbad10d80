import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { SLOW } from '../fit/settling'
import { COMPRESSION } from './discrepancy'
import {
  bottleWarmth,
  CHANGE_BELIEF,
  closesAfter,
  GAUGE_DRIFT,
  gasFollows,
  opensAbove,
  UNREAD_BAROMETER,
  unseenWarmth,
  vapourRise,
  wallCreep,
} from './surroundings'

const percent = (share: number) => `${Math.round(share * 100)}`
const sized = ({ mean, spread }: { mean: number; spread: number }) => `${percent(mean)} ± ${percent(spread)} %`
const or = (values: readonly (number | string)[]) => `${values.slice(0, -1).join(', ')} or ${values.at(-1)}`
const { 'still room': still, indoors, outdoors } = unseenWarmth
const [near, far, late] = gasFollows
const { dry, aired, 'wet with fuel': wet } = vapourRise
const [little, much] = wallCreep.plastic!.shares

// The page's table of what acts besides a leak, made from the figures that the estimate uses.
const cells = [
  `${still.floor} K in a still room, ${indoors.floor} K indoors, ${outdoors.floor} K outdoors`,
  `indoors ${indoors.wander.map(([scale, belief]) => `${scale === 0 ? 'none' : `${scale} K`} (${percent(belief)} %)`).join(', ')} a root hour`,
  `drift ${still.blind.drift}, ${indoors.blind.drift}, ${outdoors.blind.drift} K a root hour by place`,
  `± ${percent(near.far.spread)} % (${percent(near.belief)} %), −${percent(-far.far.mean)} ± ${percent(far.far.spread)} % (${percent(far.belief)} %), or late (${percent(late.belief)} %)`,
  `${late.lag.tau} s, ${sized(late.lag)} of it`,
  `${percent(SLOW.share)} %, in ${or(SLOW.taus)} s (${percent(SLOW.belief)} %)`,
  `${COMPRESSION} K for each share of the absolute pressure`,
  `a rise that levels out in ${or(wet.map(rise => rise.tau))} s`,
  `aired ${aired[0]!.mean} ± ${aired[0]!.spread} Pa, with ${percent(1 - aired[0]!.belief)} % belief that there is fuel after all; dry ${dry[0]!.mean} ± ${dry[0]!.spread} Pa, ${percent(1 - dry[0]!.belief)} %; wet ${wet[0]!.mean} ± ${wet[0]!.spread} Pa`,
  `plastic ${sized(little!)} (${percent(little!.belief)} %) or ${sized(much!)} (${percent(much!.belief)} %) of their give for each tenfold, composite ${sized(wallCreep.composite!.shares[0]!)}`,
  `${GAUGE_DRIFT} Pa an hour`,
  `${UNREAD_BAROMETER} Pa`,
  `after ${or(closesAfter)} s, ${percent(CHANGE_BELIEF.closes)} %`,
  `at ${or(opensAbove.map(percent))} % of the test pressure, ${percent(CHANGE_BELIEF.opens)} %`,
  `${bottleWarmth.inside.floor} K inside, ${bottleWarmth['on the skin'].floor} K on the skin, ${bottleWarmth.beside.floor} K beside`,
]

test.each(cells)('the page says what the estimate reckons with: %s', cell =>
  expect(readFileSync(join(process.cwd(), 'docs/hold.md'), 'utf8')).toContain(cell),
)
