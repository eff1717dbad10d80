import { boxFaces } from '../../../core/repair/defect/defect'
import { closeJob } from '../../services/job/jobs'
import { setShopFigure } from '../../services/repair/decide'
import { saveLot, saveSheet } from '../../services/shelf/materials'
import { takeShopTemperature } from '../../services/shelf/shopTemperatures'
import { demoId, demoJob, type DemoAct, type Finn } from './shop'
import { append } from '../../services/record/append'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
const celsius = (degrees: number) => degrees + 273.15
const done = (minute: number, stage: string, facts: object = {}): DemoAct => [minute, 'done', { stage, ...facts }]
const ticks = (from: number, every: number, stage: string, items: readonly (string | null)[]): DemoAct[] =>
  items.map((item, i) => [from + i * every, 'tick', { stage, item }])

/** Jobs of the demo shop on which something is being repaired, and what the shop has for it. */
export async function demoRepairs(finn: Finn, now: number): Promise<void> {
  const ago = (milliseconds: number) => new Date(now - milliseconds)
  await shelf(finn, ago)
  await pastWicks(finn, ago)
  await coldNight(finn, ago)
  await liner(finn, ago)
  await wick(finn, ago)
  await patchOrRenew(finn, ago)
}
type Ago = (milliseconds: number) => Date

async function shelf(finn: Finn, ago: Ago) {
  const at = finn(ago(20 * DAY))
  const sheetId = demoId('sheet liner')
  await saveSheet(at, {
    id: sheetId,
    name: 'Grey tank liner, two parts',
    material: 'epoxy-liner',
    facts: {
      cureTime: 60 * 3600,
      moveTime: 20 * 3600,
      fuelTime: 96 * 3600,
      potLife: 30 * 60,
      referenceTemperature: celsius(25),
      floor: celsius(15),
      ceiling: celsius(30),
      ratio: { hardener: 45, baseDensity: 1150, hardenerDensity: 1000 },
      fuels: ['petrol', 'e85', 'diesel'],
      mustNotTouch: 'plastic senders, rubber',
      openedDays: 180,
      source: 'folder by the bench, issue 4',
    },
    retired: false,
  })
  const lot = { sheetId: null, openedAt: null, retired: false }
  await saveLot(at, {
    ...lot,
    id: demoId('lot L-31'),
    material: 'epoxy-liner',
    sheetId,
    batch: 'L-31',
    code: '4006001310',
    mass: 0.58,
    expiresAt: +ago(-200 * DAY),
  })
  await saveLot(at, {
    ...lot,
    id: demoId('lot PF-2231'),
    material: 'polysulfide-fillet',
    batch: 'PF-2231',
    code: '4006002231',
    mass: 0.25,
    openedAt: +ago(12 * DAY),
    expiresAt: +ago(-30 * DAY),
  })
  await saveLot(at, {
    ...lot,
    id: demoId('lot TS-118'),
    material: 'thread-sealant',
    batch: 'TS-118',
    code: '',
    mass: 0.05,
    openedAt: +ago(80 * DAY),
    expiresAt: +ago(-300 * DAY),
  })
  await saveLot(at, {
    ...lot,
    id: demoId('lot EP-9'),
    material: 'epoxy-patch',
    batch: 'EP-9',
    code: '',
    mass: 0.2,
    openedAt: +ago(400 * DAY),
    expiresAt: +ago(20 * DAY),
  })
  for (const [key, value] of [
    ['rate', 55],
    ['idle', 40],
    ['parts:patch', 18],
    ['parts:liner', 85],
    ['parts:renew-tank', 640],
    ['parts:hot-work', 180],
  ] as const)
    await setShopFigure(at, { key, value })
}

/** Wicked joints of earlier months: three held, four came back. */
async function pastWicks(finn: Finn, ago: Ago) {
  const parts = ['Rib 1', 'Rib 2', 'Rib 3', 'Rib 4', 'Rivet row A', 'Rivet row B', 'Rear spar line'].slice(0, 6)
  const past = await demoJob(
    finn,
    ago(150 * DAY),
    {
      craftName: 'Flying boat SK-11',
      craftKind: 'light aircraft',
      tankName: 'left tip bay',
      tankKind: 'riveted-bay',
      fuel: 'avgas',
      limitSource: 'maintenance manual',
      craftBuilt: 1987,
    },
    [],
  )
  for (const [i, part] of parts.entries()) {
    await past.seen(ago((148 - i) * DAY), part, 'stain', 0.01)
    await past.repair(i + 1, ago((146 - i) * DAY), {
      method: 'wick',
      material: 'thread-sealant',
      batch: 'TS-101',
      temperature: celsius(21),
    })
    if (i % 2 === 0) await past.seen(ago((138 - i) * DAY), part, 'wet', 0.012)
  }
  await closeJob(finn(ago(120 * DAY)), past.id, { reason: 'Sold as it was; the next owner has the bay opened.' })
}

/** A fillet that was put on yesterday evening, and a night that was cold. */
async function coldNight(finn: Finn, ago: Ago) {
  const bay = await demoJob(
    finn,
    ago(3 * DAY),
    {
      craftName: 'Flying boat SK-11',
      craftKind: 'light aircraft',
      tankName: 'left inner bay',
      tankKind: 'riveted-bay',
      fuel: 'avgas',
      limitSource: 'maintenance manual',
      craftBuilt: 1987,
    },
    [{ part: 'Rib 3', rate: 9 }],
  )
  const leakId = await bay.seen(ago(2.5 * DAY), 'Rib 3', 'wet', 0.09, { what: 'fillet', inside: ['plate'] })
  await bay.approve(ago(2.4 * DAY), 'fillet', 'asked')
  await bay.approve(ago(1.5 * DAY), 'fillet', 'granted', 'structural repair manual 57-20')
  const none = { reason: 'seen by two, no camera at hand' }
  await bay.run(ago(23 * HOUR), { leakIds: [leakId], method: 'fillet', material: 'polysulfide-fillet' }, [
    done(40, 'open', none),
    done(95, 'strip', none),
    ...ticks(98, 2, 'degrease', [null, null, null]),
    done(104, 'degrease'),
    done(112, 'dry'),
    ...ticks(114, 1, 'ready', [
      'respirator and gloves',
      'air moves, nothing can ignite',
      'what is beside it moved away',
      'bag over the bench',
      'tools, cloths and a tin for the rest',
    ]),
    done(119, 'ready'),
    [
      121,
      'mix',
      {
        stage: 'mix',
        base: 0.02,
        hardener: 0.002,
        depth: null,
        temperature: celsius(19),
        taken: [{ lotId: demoId('lot PF-2231'), mass: 0.022, reason: '' }],
        batch: 'PF-2231',
        reason: '',
      },
    ],
    done(124, 'mix'),
    done(131, 'brush', none),
    done(142, 'bead', { temperature: celsius(19) }),
  ])
  const read = (hours: number, degrees: number, lowest: number | null) =>
    takeShopTemperature(finn(ago(hours * HOUR)), {
      id: demoId(`thermometer ${hours}`),
      temperature: celsius(degrees),
      lowest: lowest === null ? null : celsius(lowest),
      sure: true,
    })
  await read(20.4, 18, null)
  await read(9.6, 12, 3)
}

/** A lining in the middle of its work time. */
async function liner(finn: Finn, ago: Ago) {
  const pump = await demoJob(
    finn,
    ago(2 * DAY),
    {
      craftName: 'Fire pump 3',
      craftKind: 'small equipment',
      tankName: 'spare tank',
      tankKind: 'small-steel',
      fuel: 'petrol',
      craftBuilt: 2009,
    },
    [{ part: 'Bottom seam', rate: 12 }],
  )
  const leakId = await pump.seen(ago(1.9 * DAY), 'Bottom seam', 'holes', 0.03, {
    what: 'pinholes',
    pinholes: { count: 2, run: 0.15 },
    inside: ['filler'],
    face: 'bottom',
  })
  const openings = pump
    .view()
    .parts.filter(part => part.opening)
    .map(part => part.name)
  const start = 150
  await pump.run(
    ago(start * MINUTE),
    { leakIds: [leakId], method: 'liner', material: 'epoxy-liner', sheetId: demoId('sheet liner') },
    [
      ...ticks(4, 4, 'degrease', [null, null, null, null]),
      done(18, 'degrease'),
      ...ticks(26, 8, 'derust', boxFaces),
      done(67, 'derust'),
      ...ticks(71, 3, 'flush', [null, null, null]),
      done(79, 'flush'),
      done(112, 'dry'),
      ...ticks(114, 1, 'tie', openings),
      done(121, 'tie'),
      ...ticks(123, 1, 'ready', [
        'respirator and gloves',
        'air moves, nothing can ignite',
        'what is beside it moved away',
        'bag over the bench',
        'tools, cloths and a tin for the rest',
      ]),
      done(129, 'ready'),
      [
        start - 8,
        'mix',
        {
          stage: 'mix',
          base: 0.131,
          hardener: 0.059,
          depth: null,
          temperature: celsius(27),
          taken: [{ lotId: demoId('lot L-31'), mass: 0.19, reason: '' }],
          batch: 'L-31',
          reason: '',
        },
      ],
      done(start - 5.8, 'mix'),
      done(start - 4.6, 'pour'),
      ...ticks(start - 3.4, 1.1, 'roll', ['top', 'left', 'bottom']),
    ],
  )
}

/** A weeping rivet, wicked, on the third day of its trial. */
async function wick(finn: Finn, ago: Ago) {
  const bay = await demoJob(
    finn,
    ago(6 * DAY),
    {
      craftName: 'Flying boat SK-11',
      craftKind: 'light aircraft',
      tankName: 'right inner bay',
      tankKind: 'riveted-bay',
      fuel: 'avgas',
      limitSource: 'maintenance manual',
      craftBuilt: 1987,
    },
    [{ part: 'Rivet row B', rate: 7 }],
    { unruliness: 0.25 },
  )
  const leakId = await bay.seen(ago(5.5 * DAY), 'Rivet row B', 'stain', 0.011, { what: 'rivet', inside: ['plate'] })
  await bay.approve(ago(5.2 * DAY), 'wick', 'granted', 'structural repair manual 57-20')
  const begun = 5 * DAY
  await bay.run(ago(begun), { leakIds: [leakId], method: 'wick', material: 'thread-sealant' }, [
    ...ticks(2, 2, 'degrease', [null, null]),
    done(6, 'degrease'),
    done(14, 'dry'),
    done(20, 'column'),
    [24, 'vacuum', { stage: 'draw', pressure: 1200 }],
    done(34, 'draw'),
    done(38, 'wipe', { temperature: celsius(22) }),
  ])
  const cured = begun - 30 * HOUR - 40 * MINUTE
  await bay.hold('1', ago(cured - HOUR), 30)
  await bay.soap('1', ago(cured - 2 * HOUR), {})
  await bay.hold('2', ago(cured - DAY - HOUR), 30)
  await bay.soap('2', ago(cured - DAY - 2 * HOUR), {})
}

/** A saddle tank with two pinholes at a strap: patch, or renew. */
async function patchOrRenew(finn: Finn, ago: Ago) {
  const tractor = await demoJob(
    finn,
    ago(1.2 * DAY),
    {
      craftName: 'Beach tractor',
      craftKind: 'heavy vehicle',
      tankName: 'left saddle tank',
      tankKind: 'saddle-steel',
      fuel: 'diesel',
      craftBuilt: 2003,
    },
    [{ part: 'Skin', rate: 18 }],
  )
  const leakId = await tractor.seen(ago(1.1 * DAY), 'Skin', 'holes', 0.02, {
    what: 'pinholes',
    pinholes: { count: 2, run: 0.2 },
    before: ['paint or underseal'],
    inside: ['sender'],
    face: 'left',
  })
  const spread = (low: number, expected: number, high: number) => ({ low, expected, high })
  await append('choice', finn(ago(DAY)), tractor.id, {
    id: demoId('choice tractor'),
    leakId,
    method: 'renew-tank',
    options: [
      { method: 'renew-tank', days: spread(3, 8.7, 14), cost: spread(980, 1290, 1600), chance: spread(0.86, 0.95, 0.99) },
    ],
    by: 'the owner, by telephone',
    note: 'wants it over with before the season',
  })
}
