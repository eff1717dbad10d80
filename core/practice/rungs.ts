import type { LinkState } from '../circuit/circuit'
import type { CauseKey, SignKey } from '../complaint/keys'
import type { FuelKey } from '../fuel/fuels'

export const rungKeys = [
  'wet below',
  'cap twice',
  'dirt',
  'motion only',
  'cooling',
  'warming',
  'lying sensor',
  'second leak',
  'valve in the way',
  'comes back',
] as const
/** The guided first hour has a tank of its own, which is on no ladder. */
export type RungKey = (typeof rungKeys)[number] | 'first hour'

/** A fault of a rung: what it is, where, and how many times the limit it lets out. */
interface RungFault {
  cause: CauseKey
  part: string | null
  times: number
  whenMoving?: true
}

/** One rung of the ladder: something that fools people, and a tank on which it does. */
export interface Rung {
  key: RungKey
  /** the trap, told once it is over */
  name: string
  tank: string
  fuel: FuelKey
  /** years, from and to */
  age: readonly [number, number]
  signs: readonly SignKey[]
  codes: readonly string[]
  /** what others did and saw before, as somebody tells it who does not know */
  told: readonly string[]
  faults: readonly RungFault[]
  stuck?: Readonly<Record<string, LinkState>>
  /** how the air around the tank warms while it is held, K an hour */
  drift?: number
  /** V that the tank pressure sensor is off by */
  sensorOffset?: number
  /** the first repair from outside leaves some of the leak */
  comesBack?: true
  /** nothing but a leak moves its tank */
  calm?: true
  /** what somebody does who is fooled: mends one of these, or hands it back as tight while it is not */
  falls: { mends: readonly CauseKey[] | 'anything'; tight?: true }
  /** said to whoever was fooled, and worth keeping in mind */
  lesson: string
}

/** From what is seen through soonest to what fools for longest. Source: HANDBOOK sections 1, 5, 6 and 9, as tanks. */
export const rungs: readonly Rung[] = [
  {
    key: 'wet below',
    name: 'A wet place below the leak',
    tank: 'carburetted',
    fuel: 'petrol',
    age: [18, 30],
    signs: ['brim-full', 'wet-seam', 'drip', 'full-only'],
    codes: [],
    told: ['Somebody smeared sealant along the flange seam last month.', 'It drips from the lowest corner of the seam.'],
    faults: [{ cause: 'sender-seal', part: 'sender', times: 14 }],
    falls: { mends: ['lower-seam', 'pinholes', 'drain', 'drain-boss', 'strap-rub', 'old-patch'] },
    lesson: 'Fuel runs down: look for the highest wet place before the lowest is mended.',
  },
  {
    key: 'cap twice',
    name: 'A cap that was replaced twice',
    tank: 'moulded',
    fuel: 'petrol',
    age: [8, 14],
    signs: ['smell-after-fuelling', 'smell-only', 'cap-replaced'],
    codes: ['P0456'],
    told: ['It has its second new cap, and the code is back.', 'It smells on the filler side.'],
    faults: [{ cause: 'neck', part: 'neck', times: 16 }],
    falls: { mends: ['cap-seal'] },
    lesson: 'A cap that did not help the first time does not help the second: look at what it closes on.',
  },
  {
    key: 'dirt',
    name: 'Dirt that holds fuel',
    tank: 'injected-steel',
    fuel: 'petrol',
    age: [15, 25],
    signs: ['wet-strap', 'stain', 'smell-always', 'engine-running'],
    codes: [],
    told: ['Under the strap it stays dark for days after it was run empty.', 'One offered to cut the strap off and weld.'],
    faults: [{ cause: 'return-union', part: 'return', times: 10 }],
    falls: { mends: ['strap-rub', 'pinholes', 'lower-seam', 'top-rust'] },
    lesson: 'Dirt drinks fuel and gives it back for days: clean and dry it first, then see where it is wet anew.',
  },
  {
    key: 'motion only',
    name: 'A leak that opens only in motion',
    tank: 'aluminium-belly',
    fuel: 'diesel',
    age: [8, 20],
    signs: ['under-way', 'dry-parked', 'wet-top', 'smell-inside'],
    codes: [],
    told: ['It was held at the quay and nothing moved.', 'Under way it smells, and in harbour it is dry.'],
    faults: [{ cause: 'motion-grommet', part: 'plate', times: 8, whenMoving: true }],
    falls: { mends: ['lower-seam', 'upper-seam', 'weld-crack', 'porous-weld'], tight: true },
    lesson: 'Gas at rest says nothing of a seal that only fuel in motion opens: drive it, or rock it, and look at once.',
  },
  {
    key: 'cooling',
    name: 'Cooling that was taken for a leak',
    tank: 'small-steel',
    fuel: 'petrol',
    age: [3, 12],
    signs: ['hot-day', 'brim-full', 'smell-after-fuelling'],
    codes: [],
    told: [
      'The last workshop pumped it up in the evening yard: the needle fell by a tenth in an hour.',
      'They have offered a new tank. It was filled to the brim on the hot day.',
    ],
    faults: [{ cause: 'overfull', part: null, times: 0 }],
    drift: -1.4,
    falls: { mends: 'anything' },
    lesson: 'Three kelvin of cooling are a hundredth of the whole pressure: without a thermometer a falling needle is no leak.',
  },
  {
    key: 'warming',
    name: 'A warming tank that hides a leak',
    tank: 'small-steel',
    fuel: 'petrol',
    age: [5, 20],
    signs: ['parked', 'wet-low', 'drip'],
    codes: [],
    told: ['It was held in the morning as the sun came in. The needle even rose, and it was handed back as tight.'],
    faults: [{ cause: 'drain', part: 'drain', times: 5 }],
    drift: 1.6,
    falls: { mends: [], tight: true },
    lesson: 'What warms rises, and a rise hides a leak: read the wall’s temperature, or wait until it stands still.',
  },
  {
    key: 'lying sensor',
    name: 'A sensor that lies',
    tank: 'moulded',
    fuel: 'petrol',
    age: [6, 12],
    signs: ['no-smell', 'wet-unknown'],
    codes: ['P0442', 'P0452'],
    told: ['A cap, a purge valve and a canister are in already.', 'Nobody has smelled or seen anything.'],
    faults: [{ cause: 'pressure-sensor', part: 'sensor', times: 0 }],
    sensorOffset: 0.7,
    falls: {
      mends: ['cap-seal', 'purge-valve', 'canister', 'vapour-hose', 'vent-solenoid', 'sender-seal', 'neck', 'vent-hose'],
    },
    lesson: 'A code is the word of a sensor: read its volts with the cap off before anything that it accuses is bought.',
  },
  {
    key: 'second leak',
    name: 'A second leak behind the first',
    tank: 'carburetted',
    fuel: 'petrol',
    age: [20, 32],
    signs: ['brim-full', 'drip', 'old-hoses'],
    codes: [],
    told: ['It leaks at the drain plug, everybody can see that.'],
    faults: [
      { cause: 'drain', part: 'drain', times: 24 },
      { cause: 'vent-hose', part: 'vent', times: 5 },
    ],
    falls: { mends: [], tight: true },
    lesson: 'A large leak hides a small one: after each repair everything is held again.',
  },
  {
    key: 'valve in the way',
    name: 'A valve in the way',
    tank: 'moulded',
    fuel: 'petrol',
    age: [9, 15],
    signs: ['smell-only', 'wet-unknown', 'full-only'],
    codes: ['P0442'],
    told: ['It was held from the service port and stood like a rock.', 'A new cap changed nothing.'],
    faults: [{ cause: 'sender-seal', part: 'pump-ring', times: 18 }],
    stuck: { 'rollover': 'shut', 'fill-limit': 'shut' },
    falls: { mends: ['cap-seal', 'vapour-hose', 'purge-valve', 'pressure-sensor', 'canister'], tight: true },
    lesson:
      'What was not seen to arrive was not tested: smoke at the far end, or a valve proved open, before a hold says “tight”.',
  },
  {
    key: 'comes back',
    name: 'A repair that comes back',
    tank: 'saddle-steel',
    fuel: 'diesel',
    age: [16, 28],
    signs: ['after-repair', 'wet-strap', 'weep', 'lined-before'],
    codes: [],
    told: ['Patched under the strap in spring, and over the patch again in autumn.', 'It stays dry for three weeks.'],
    faults: [{ cause: 'pinholes', part: 'straps', times: 6 }],
    comesBack: true,
    falls: { mends: ['old-patch'] },
    lesson: 'A patch on rot holds until the rot goes on: take it to bright metal, or line or renew the tank.',
  },
]

const firstHour: Rung = {
  key: 'first hour',
  name: 'The first hour',
  tank: 'small-steel',
  fuel: 'petrol',
  age: [12, 13],
  signs: ['parked', 'wet-low', 'drip'],
  codes: [],
  told: ['There is a puddle under it after a night in the shed.'],
  faults: [{ cause: 'drain', part: 'drain', times: 28 }],
  calm: true,
  falls: { mends: ['lower-seam', 'pinholes', 'tap'], tight: true },
  lesson: 'Look where it is highest and wet, measure it, mend that, and measure again.',
}

/** @throws RangeError for an unknown rung */
export function rungOf(key: RungKey): Rung {
  const found = [...rungs, firstHour].find(each => each.key === key)
  if (!found) throw new RangeError(`There is no rung “${key}”.`)
  return found
}
