import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Fabricated box with a poured flexible lining and foam inside. */
export const linedCell: TankKind = {
  key: 'lined-cell',
  name: 'Lined cell with foam',
  fits: 'fabricated boxes, flexible lining, foam',
  craft: 'light aircraft',
  material: 'aluminium',
  capacity: 0.06,
  shape: 'box',
  pressures: 'riveted or integral wing tank',
  workingPressure: 2500,
  pressureLimit: 5000,
  limitSource: USUAL,
  acceptance: 1,
  wallGivePerKPa: 0.004,
  upright: { top: 96, bottom: 312 },
  outline: 'M140 96 H860 V312 H140 Z',
  detail: 'M152 108 H848 V300 H152 Z',
  circuit: {
    spaces: [
      tank,
      pipe('vent', 'Vent line', 'vent', [320, 96], [320, 40], [470, 40]),
      pipe('feed', 'Feed line', 'feed', [720, 300], [720, 340], [930, 340]),
      pipe('return', 'Return line', 'return', [640, 96], [640, 50], [800, 50]),
    ],
    links: [
      link('vent-check', 'Vent rollover valve', 'float', 'tank', 'vent', [320, 96]),
      link('feed-joint', 'Feed hose at the outlet', 'passage', 'tank', 'feed', [720, 326], { pinch: true }),
      link('return-joint', 'Return hose at the plate', 'passage', 'return', 'tank', [640, 78], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(220, 90), opening),
    part('plate', 'Fill plate gasket', 'plate', line(170, 102, 390, 102)),
    part('vent', 'Vent rollover valve', 'vent valve', point(320, 96), { opening: true, link: 'vent-check' }),
    part('sender', 'Sender ring', 'sender', point(500, 96), opening),
    part('return', 'Return fitting', 'return', point(640, 96), { opening: true, space: 'return' }),
    part('outlet', 'Outlet fitting', 'pickup', point(720, 306), opening),
    part('left-corner', 'Left corner lining', 'lining', line(146, 110, 146, 306)),
    part('right-corner', 'Right corner lining', 'lining', line(854, 110, 854, 306)),
    part('floor', 'Floor lining', 'lining', line(160, 306, 840, 306)),
    part('rim', 'Upper box weld', 'seam', line(420, 102, 840, 102)),
    part('skin', 'Box skin', 'wall', line(260, 112, 260, 296)),
  ],
}
