import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Diesel tank with feed, return and a standpipe added for a heater. */
export const saddleSteel: TankKind = {
  key: 'saddle-steel',
  name: 'Steel saddle tank',
  fits: 'diesel with feed, return and heater standpipe',
  craft: 'heavy vehicle',
  material: 'sheet steel',
  capacity: 0.12,
  shape: 'lying cylinder',
  pressures: 'heavy vehicle saddle tank',
  workingPressure: 12_000,
  pressureLimit: 25_000,
  limitSource: USUAL,
  acceptance: 5,
  wallGivePerKPa: 0.0003,
  upright: { top: 84, bottom: 316 },
  outline: 'M170 84 H830 Q910 84 910 200 Q910 316 830 316 H170 Q90 316 90 200 Q90 84 170 84 Z',
  detail: 'M170 84 Q120 200 170 316 M830 84 Q880 200 830 316',
  circuit: {
    spaces: [
      tank,
      pipe('feed', 'Feed line', 'feed', [600, 84], [600, 34], [720, 34]),
      pipe('return', 'Return line', 'return', [740, 84], [740, 52], [860, 52]),
      pipe('heater', 'Heater line', 'heater feed', [670, 84], [670, 18], [780, 18]),
    ],
    links: [
      link('feed-joint', 'Feed hose at the tank', 'passage', 'tank', 'feed', [600, 68], { pinch: true }),
      link('return-joint', 'Return hose at the tank', 'passage', 'return', 'tank', [740, 70], { pinch: true }),
      link('heater-joint', 'Heater hose at the standpipe', 'passage', 'tank', 'heater', [670, 62], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(260, 74), opening),
    part('neck', 'Filler neck weld', 'neck', line(230, 92, 290, 92)),
    part('vent', 'Vent valve', 'vent valve', point(400, 84), opening),
    part('sender', 'Sender ring', 'sender', point(500, 84), opening),
    part('feed', 'Feed standpipe', 'pickup', point(600, 84), opening),
    part('heater', 'Heater standpipe', 'standpipe', point(670, 84), opening),
    part('return', 'Return union', 'return', point(740, 84), { opening: true, space: 'return' }),
    part('left-head', 'Left head seam', 'seam', line(158, 96, 158, 304)),
    part('right-head', 'Right head seam', 'seam', line(842, 96, 842, 304)),
    part('long-seam', 'Long seam', 'seam', line(190, 204, 810, 204)),
    part('straps', 'Strap lines', 'wall', line(240, 304, 760, 304), { trait: 'strap' }),
    part('drain', 'Drain plug', 'drain', point(500, 316), opening),
    part('skin', 'Skin', 'wall', line(210, 100, 210, 290)),
  ],
}
