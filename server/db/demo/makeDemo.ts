import { and, eq, isNull, lt, or } from 'drizzle-orm'
import { database } from '../client'
import { bell } from '../schema'
import { simulateShop } from '../../services/house/shopReality'
import { demoHandedBack } from './handedBack'
import { demoKit } from './kit'
import { demoRepairs } from './repairs'
import { giveAuthority } from '../../services/people/authorities'
import { demoActor, demoId, demoJob, demoPerson, mLmin, type Passwords } from './shop'

const HOUR = 3_600_000
const DAY = 24 * HOUR

/**
 * The demo shop: Skerry Reach Workshop, its people, kit and tanks made by the services with simulated tanks and the real analysis,
 * on an empty database.
 * @param now that it is dated back from, ms since 1970
 * @param passwords make the hashes that people sign in by
 */
export async function makeTanks(now: number, passwords: Passwords): Promise<void> {
  const ago = (milliseconds: number) => new Date(now - milliseconds)

  await simulateShop(ago(90 * DAY))
  const oda = await demoPerson('oda', 'Oda Vint', 'owner', ago(90 * DAY), passwords)
  const finn = await demoPerson('finn', 'Finn Calder', 'technician', ago(90 * DAY), passwords)
  const ines = await demoPerson('ines', 'Ines Marrow', 'inspector', ago(90 * DAY), passwords)
  await giveAuthority(oda(ago(89 * DAY)), ines(ago(89 * DAY)).id, {
    id: demoId('authority of ines'),
    deed: 'return to service',
    authority: 'Island air office, invented',
    number: 'IA-117',
    until: now + 300 * DAY,
  })

  const kit = await demoKit(finn, ago(8 * DAY), now)

  const pump = await demoJob(
    finn,
    ago(6 * DAY),
    {
      craftName: 'Fire pump 3',
      craftKind: 'small equipment',
      tankName: 'fuel tank',
      tankKind: 'small-steel',
      fuel: 'petrol',
      craftBuilt: 2009,
      complaint: { signs: ['parked', 'wet-low', 'drip'], codes: [], words: 'Puddle under it after the night in the shed.' },
    },
    [{ part: 'Drain plug', rate: 31 }],
  )
  await pump.hold('1', ago(6 * DAY - 2 * HOUR), 15)
  await pump.soap('1', ago(6 * DAY - 3 * HOUR), {
    'Drain plug': { mark: 'bubbles', length: 12, note: 'Gasket flattened to one side.' },
  })
  await pump.repair(1, ago(6 * DAY - 4 * HOUR), {
    method: 'renew-seal',
    material: 'none',
    note: 'New fibre washer, face dressed.',
  })
  await pump.hold('2', ago(6 * DAY - 5 * HOUR), 30)
  await pump.hold('3', ago(5 * DAY - 2 * HOUR), 30)
  await pump.outcome(ago(5 * DAY), 'drain', 'Drain plug')
  await pump.hold('4', ago(4 * DAY), 40, {
    kit: { gauge: kit.digital, rig: kit.rig, thermometer: kit.thermometer, barometer: kit.barometer },
  })
  // Where fuel stands a hold does not see enough: those joints are soaped.
  await pump.soap('2', ago(4 * DAY - 2 * HOUR), {})

  const bay = await demoJob(
    finn,
    ago(5 * DAY),
    {
      craftName: 'Flying boat SK-11',
      craftKind: 'light aircraft',
      tankName: 'left outer bay',
      tankKind: 'riveted-bay',
      fuel: 'avgas',
      limitSource: 'maintenance manual',
      craftBuilt: 1987,
      complaint: {
        signs: ['parked', 'wet-low', 'wet-rivets', 'stain', 'full-only'],
        codes: [],
        words: 'Blue stain at the drain and along the upper rivets. Full tanks only.',
      },
    },
    [
      { part: 'Drain flange', rate: 38 },
      { part: 'Rib 4', rate: 6 },
      { part: 'Rivet row A', rate: 14 },
    ],
    { unruliness: 0.25 },
  )
  await bay.hold('1', ago(5 * DAY - 2 * HOUR), 25)
  await bay.soap('1', ago(5 * DAY - 3 * HOUR), {
    'Drain flange': { mark: 'bubbles', length: 18, note: 'Steady stream at the aft edge.' },
    'Rivet row A': { mark: 'foams', from: 0.46, to: 0.52, length: 34, note: 'Rivets 17 to 19.' },
    'Rib 4': { mark: 'foams', from: 0.86, to: 0.94, length: 15, note: 'Lower corner.' },
  })
  await bay.repair(1, ago(5 * DAY - 6 * HOUR), { method: 'renew-seal', material: 'none', note: 'New flange gasket.' })
  await bay.repair(3, ago(5 * DAY - 7 * HOUR), {
    method: 'fillet',
    material: 'polysulfide-fast',
    batch: 'PF-2207',
    temperature: 294.15,
  })
  await bay.repair(
    2,
    ago(5 * DAY - 8 * HOUR),
    { method: 'wick', material: 'thread-sealant', batch: 'TS-118', temperature: 294.15 },
    0.25,
  )
  await bay.hold('2', ago(2 * DAY), 30)
  await bay.outcome(ago(4 * DAY), 'drain', 'Drain flange')
  await bay.outcome(ago(4 * DAY), 'fillet', 'Rib 4')
  await bay.soap('2', ago(2 * DAY - HOUR), {
    'Rivet row A': { mark: 'foams', from: 0.47, to: 0.51, length: 22, note: 'Rivet 18 still weeps.', again: 2 },
  })

  const right = await demoJob(
    finn,
    ago(30 * HOUR),
    {
      craftName: 'Flying boat SK-11',
      craftKind: 'light aircraft',
      tankName: 'right outer bay',
      tankKind: 'riveted-bay',
      fuel: 'avgas',
      limitSource: 'maintenance manual',
      craftBuilt: 1987,
      complaint: {
        signs: ['wet-unknown', 'smell-only'],
        codes: [],
        words: 'Asked to look at the right one too, since the left one leaks.',
      },
    },
    [{ part: 'Rib 2', rate: 1.4 }],
    { unruliness: 0.25 },
  )
  await right.balloon('1', ago(26 * HOUR), 1.1, [0, 2, 6, 14, 22])

  const van = await demoJob(
    finn,
    ago(26 * HOUR),
    {
      craftName: 'Library van',
      craftKind: 'road vehicle',
      tankName: 'main tank',
      tankKind: 'moulded',
      fuel: 'petrol',
      craftBuilt: 2012,
      complaint: {
        signs: ['smell-after-fuelling', 'smell-only', 'cap-replaced'],
        codes: ['P0456'],
        words: 'Vapour code again after the second new cap.',
      },
    },
    [{ part: 'Filler neck and grommet', rate: 64 }],
    { unruliness: 0.4 },
  )
  await van.answer(ago(25.5 * HOUR), { 'sensor-zero': 'clear', 'cap-look': 'clear' })
  await van.purchase(
    ago(25 * HOUR),
    { name: 'Filler cap', reason: 'suspected', measure: 'bayonet or thread, vented or not', cause: 'cap-seal' },
    { measured: 'bayonet, three lugs, not vented', ordered: 'island store', arrived: '', returned: 'was not it' },
  )
  await van.hold('1', ago(25 * HOUR), 6, {
    gaugeStep: 100,
    gaugeNoise: 30,
    hasThermometer: false,
    hasBarometer: false,
    temperatureDoubt: 0.5,
    barometerDoubt: 40,
  })

  const lark = await demoJob(
    finn,
    ago(9 * HOUR),
    {
      craftName: 'Workboat Brine Lark',
      craftKind: 'boat',
      tankName: 'belly tank',
      tankKind: 'aluminium-belly',
      fuel: 'diesel',
      limitSource: 'label on the tank',
      craftBuilt: 2006,
      complaint: {
        signs: ['brim-full', 'under-way', 'wet-top', 'weep', 'smell-after-fuelling'],
        codes: [],
        words: 'Bilge smells after fuelling. Dry at half tank.',
      },
    },
    [{ part: 'Sender ring', rate: 44 }],
    { unruliness: 0.4 },
  )
  await lark.hold('1', ago(8 * HOUR), 20)
  await lark.soap('1', ago(7 * HOUR), {
    'Sender ring': { mark: 'bubbles', length: 25, note: 'Two screws were loose, ring is true.' },
  })
  await lark.outcome(ago(6 * HOUR), 'sender-seal', 'Sender ring')
  await lark.purchase(
    ago(6 * HOUR),
    { name: 'Sender seal', reason: 'confirmed', measure: 'ring diameter, section, number of holes', cause: 'sender-seal' },
    { measured: '84 mm ring, 5 mm section, 6 holes' },
  )
  await lark.repair(1, ago(3.5 * HOUR), {
    method: 'faying',
    material: 'polysulfide-fast',
    batch: 'PF-2231',
    temperature: 291.15,
    note: 'Both faces cleaned, screws in a star.',
  })

  const generator = await demoJob(
    finn,
    ago(3 * DAY),
    {
      craftName: 'Sprayer generator',
      craftKind: 'small equipment',
      tankName: 'moulded tank',
      tankKind: 'moulded',
      fuel: 'petrol',
      capacity: 0.022,
      acceptance: mLmin(1),
      craftBuilt: 2019,
      complaint: { signs: ['engine-running', 'wet-low', 'drip'], codes: [], words: 'Drips on the frame while it charges.' },
    },
    [{ part: 'Supply quick connector', rate: 9 }],
    { unruliness: 0.5 },
  )
  await generator.hold('1', ago(3 * DAY - HOUR), 20)
  await generator.soap('1', ago(3 * DAY - 2 * HOUR), { 'Supply quick connector': { mark: 'bubbles', length: 6 } })
  await generator.repair(1, ago(9 * HOUR), {
    method: 'renew-part',
    material: 'none',
    temperature: 291.15,
    note: 'New connector with its own O-ring.',
  })

  await demoJob(
    finn,
    ago(2 * HOUR),
    {
      craftName: 'Beach tractor',
      craftKind: 'heavy vehicle',
      tankName: 'saddle tank',
      tankKind: 'saddle-steel',
      fuel: 'diesel',
      craftBuilt: 2003,
      complaint: {
        signs: ['brim-full', 'tilted', 'wet-low', 'weep'],
        codes: [],
        words: 'Only after a full fill, nose up on the slip. Two senders bought already, both were fine.',
      },
    },
    [{ part: 'Heater standpipe', rate: 26 }],
    { unruliness: 0.6, senderDead: [0.44, 0.52] },
  )

  const tug = await demoJob(
    finn,
    ago(3 * HOUR),
    {
      craftName: 'Glider tug',
      craftKind: 'light aircraft',
      tankName: 'fuselage tank',
      tankKind: 'aluminium-belly',
      fuel: 'avgas',
      capacity: 0.09,
      acceptance: mLmin(1),
      pressureLimit: 7000,
      limitSource: 'maintenance manual',
      craftBuilt: 1994,
      complaint: { signs: ['smell-only', 'wet-inside', 'under-way'], codes: [], words: 'Smell in the cabin after a climb.' },
    },
    [{ part: 'Return fitting', rate: 2.6 }],
    { unruliness: 0.3 },
  )
  await tug.hold('1', ago(7 * 60_000), 7, { testPressure: 3500, gaugeStep: 10, gaugeNoise: 5 }, true)

  await demoRepairs(finn, now)
}

/** What is kept with the tanks: who has signed what covers its moment, so that it is made when the demo is put in. */
export async function finishDemo(now: number, passwords: Passwords): Promise<void> {
  const ago = (milliseconds: number) => new Date(now - milliseconds)
  await demoHandedBack(demoActor('oda', 'owner'), demoActor('finn', 'technician'), now, passwords)

  // Bells that would have been answered days ago.
  await database()
    .update(bell)
    .set({ answeredAt: ago(DAY) })
    .where(and(isNull(bell.answeredAt), or(lt(bell.dueAt, ago(20 * HOUR)), and(eq(bell.kind, 'move'), lt(bell.dueAt, ago(0))))))
}
