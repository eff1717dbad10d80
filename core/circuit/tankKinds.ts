import type { BoundaryPart, PartFamily, PartShape } from './boundary'

export const craftKinds = ['road vehicle', 'boat', 'light aircraft', 'small equipment', 'heavy vehicle'] as const
export type CraftKind = (typeof craftKinds)[number]

export const tankMaterials = ['sheet steel', 'aluminium', 'riveted aluminium', 'moulded polyethylene', 'stainless steel', 'composite'] as const
export type TankMaterial = (typeof tankMaterials)[number]

/** A kind of tank: its outline on the map, the parts of its boundary in soap-route order, and what is usual for it. */
export interface TankKind {
  key: string
  name: string
  craft: CraftKind
  material: TankMaterial
  /** m3, what such a tank often holds */
  capacity: number
  /** Pa gauge */
  workingPressure: number
  /** Pa gauge, never above */
  pressureLimit: number
  /** where the limit comes from, to be confirmed for the tank in hand */
  limitSource: string
  /** acceptance limit that is usual, std mL/min; the shop decides */
  acceptance: number
  /** relative growth a kPa */
  wallGivePerKPa: number
  /** SVG path on a 1000 x 360 map */
  outline: string
  /** further lines that help the eye, SVG path */
  detail: string
  parts: readonly BoundaryPart[]
}

const point = (x: number, y: number): PartShape => ({ at: 'point', x, y })
const line = (x1: number, y1: number, x2: number, y2: number): PartShape => ({ at: 'line', x1, y1, x2, y2 })
const part = (key: string, name: string, family: PartFamily, shape: PartShape, opening = false): BoundaryPart => ({ key, name, family, shape, opening })

/** Usual limits: general trade practice for each kind; a maker's plate, manual or a local code wins. */
const USUAL = 'usual for this kind; the plate or manual wins'

export const tankKinds: readonly TankKind[] = [
  {
    key: 'small-steel', name: 'Small steel tank', craft: 'small equipment', material: 'sheet steel',
    capacity: 0.018, workingPressure: 5000, pressureLimit: 7000, limitSource: USUAL, acceptance: 0.5, wallGivePerKPa: 0.0002,
    outline: 'M230 110 Q230 84 256 84 H400 L430 46 H570 L600 84 H744 Q770 84 770 110 V290 Q770 316 744 316 H256 Q230 316 230 290 Z',
    detail: 'M230 200 H770',
    parts: [
      part('cap', 'Cap', 'cap', point(500, 46), true),
      part('neck', 'Filler neck', 'neck', line(430, 66, 570, 66)),
      part('vent', 'Vent hose', 'hose', point(690, 84), true),
      part('sender', 'Sender ring', 'sender', point(320, 84), true),
      part('top-seam', 'Top seam', 'seam', line(256, 100, 744, 100)),
      part('mid-seam', 'Middle seam', 'seam', line(230, 200, 770, 200)),
      part('strap', 'Strap rub line', 'wall', line(250, 260, 750, 260)),
      part('bottom-seam', 'Bottom seam', 'seam', line(256, 304, 744, 304)),
      part('tap', 'Fuel tap', 'pickup', point(300, 316), true),
      part('drain', 'Drain plug', 'drain', point(500, 316), true),
    ],
  },
  {
    key: 'aluminium-belly', name: 'Aluminium belly tank', craft: 'boat', material: 'aluminium',
    capacity: 0.21, workingPressure: 14_000, pressureLimit: 20_000, limitSource: USUAL, acceptance: 2, wallGivePerKPa: 0.001,
    outline: 'M110 60 H890 L850 262 Q500 330 150 262 Z',
    detail: 'M370 60 L382 292 M630 60 L618 292',
    parts: [
      part('fill', 'Deck fill hose', 'hose', point(200, 60), true),
      part('vent', 'Hull vent hose', 'hose', point(300, 60), true),
      part('sender', 'Sender ring', 'sender', point(500, 60), true),
      part('pickup', 'Pickup and anti-siphon valve', 'pickup', point(640, 60), true),
      part('return', 'Return fitting', 'fitting', point(730, 60), true),
      part('plate', 'Access plate', 'plate', point(820, 60)),
      part('fore-weld', 'Forward corner weld', 'seam', line(112, 72, 150, 256)),
      part('aft-weld', 'Aft corner weld', 'seam', line(888, 72, 850, 256)),
      part('fore-baffle', 'Forward baffle weld', 'seam', line(371, 80, 382, 286)),
      part('aft-baffle', 'Aft baffle weld', 'seam', line(629, 80, 618, 286)),
      part('bottom-weld', 'Bottom weld', 'seam', line(180, 271, 820, 271)),
      part('cradle', 'Cradle rub line', 'wall', line(260, 288, 740, 288)),
    ],
  },
  {
    key: 'riveted-bay', name: 'Riveted wing bay', craft: 'light aircraft', material: 'riveted aluminium',
    capacity: 0.095, workingPressure: 3500, pressureLimit: 7000, limitSource: USUAL, acceptance: 1, wallGivePerKPa: 0.002,
    outline: 'M40 176 Q92 74 236 66 L960 44 V296 L236 310 Q92 290 40 176 Z',
    detail: 'M150 246 L960 232',
    parts: [
      part('cap', 'Cap', 'cap', point(890, 120), true),
      part('vent', 'Vent line', 'hose', point(930, 70), true),
      part('pickup', 'Pickup and strainer', 'pickup', point(90, 180), true),
      part('sender', 'Sender ring', 'sender', point(800, 196), true),
      part('plate', 'Access plate', 'plate', point(330, 212)),
      part('drain', 'Drain flange', 'drain', point(170, 276), true),
      part('row-a', 'Rivet row A', 'rivets', line(240, 86, 940, 66)),
      part('row-b', 'Rivet row B', 'rivets', line(240, 290, 940, 276)),
      part('spar', 'Rear spar line', 'seam', line(160, 246, 940, 233)),
      part('rib-1', 'Rib 1', 'rib', line(236, 70, 236, 306)),
      part('rib-2', 'Rib 2', 'rib', line(420, 64, 420, 302)),
      part('rib-3', 'Rib 3', 'rib', line(600, 58, 600, 300)),
      part('rib-4', 'Rib 4', 'rib', line(770, 54, 770, 298)),
    ],
  },
  {
    key: 'moulded', name: 'Moulded tank', craft: 'road vehicle', material: 'moulded polyethylene',
    capacity: 0.064, workingPressure: 3000, pressureLimit: 7000, limitSource: USUAL, acceptance: 20, wallGivePerKPa: 0.006,
    outline: 'M90 130 Q90 82 140 82 H380 Q424 82 430 124 H570 Q576 82 620 82 H860 Q910 82 910 130 V262 Q910 308 860 308 H620 Q576 308 570 250 H430 Q424 308 380 308 H140 Q90 308 90 262 Z',
    detail: 'M90 196 H430 M570 196 H910',
    parts: [
      part('cap', 'Cap', 'cap', point(140, 36), true),
      part('neck', 'Filler neck and grommet', 'neck', line(144, 46, 180, 82)),
      part('filler-vent', 'Filler vent hose', 'hose', point(250, 82), true),
      part('vent-valve', 'Rollover and vent valve', 'valve', point(330, 82)),
      part('canister-hose', 'Canister hose', 'hose', point(500, 124), true),
      part('pump-ring', 'Pump ring and seal', 'sender', point(700, 82), true),
      part('supply', 'Supply quick connector', 'fitting', point(780, 82), true),
      part('return', 'Return connector', 'fitting', point(840, 82), true),
      part('left-seam', 'Left pinch seam', 'seam', line(94, 196, 426, 196)),
      part('right-seam', 'Right pinch seam', 'seam', line(574, 196, 906, 196)),
      part('strap', 'Strap rub line', 'wall', line(140, 298, 860, 298)),
    ],
  },
  {
    key: 'saddle-steel', name: 'Steel saddle tank', craft: 'heavy vehicle', material: 'sheet steel',
    capacity: 0.12, workingPressure: 12_000, pressureLimit: 25_000, limitSource: USUAL, acceptance: 5, wallGivePerKPa: 0.0003,
    outline: 'M170 70 H830 Q910 70 910 190 Q910 310 830 310 H170 Q90 310 90 190 Q90 70 170 70 Z',
    detail: 'M170 70 Q120 190 170 310 M830 70 Q880 190 830 310',
    parts: [
      part('cap', 'Cap', 'cap', point(260, 60), true),
      part('neck', 'Filler neck weld', 'neck', line(230, 78, 290, 78)),
      part('vent', 'Vent valve', 'valve', point(420, 70), true),
      part('sender', 'Sender ring', 'sender', point(540, 70), true),
      part('feed', 'Feed standpipe', 'pickup', point(640, 70), true),
      part('return', 'Return union', 'fitting', point(740, 70), true),
      part('left-head', 'Left head seam', 'seam', line(158, 82, 158, 298)),
      part('right-head', 'Right head seam', 'seam', line(842, 82, 842, 298)),
      part('long-seam', 'Long seam', 'seam', line(190, 190, 810, 190)),
      part('straps', 'Strap lines', 'wall', line(240, 298, 760, 298)),
      part('drain', 'Drain plug', 'drain', point(500, 310), true),
    ],
  },
]

/** The tank kind with a key. @throws Error when there is none */
export function tankKind(key: string): TankKind {
  const found = tankKinds.find(kind => kind.key === key)
  if (!found) throw new Error(`There is no tank kind “${key}”.`)
  return found
}
