import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Small plastic tank on an engine: vented cap, a feed hose through a grommet in its wall. */
export const smallMoulded: TankKind = {
  key: 'small-moulded',
  name: 'Small plastic engine tank',
  fits: 'pumps, mowers and hand-held engines',
  craft: 'small equipment',
  material: 'moulded polyethylene',
  capacity: 0.0035,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 2500,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 0.2,
  wallGivePerKPa: 0.01,
  upright: { top: 100, bottom: 310 },
  outline:
    'M280 134 Q280 100 316 100 H440 L452 66 H548 L560 100 H690 Q720 100 728 130 L744 262 Q748 310 704 310 H320 Q280 310 280 272 Z',
  detail: 'M280 208 H738',
  circuit: {
    spaces: [tank, pipe('feed', 'Feed hose', 'feed', [724, 280], [800, 280], [860, 220])],
    links: [link('outlet', 'Feed hose at its grommet', 'passage', 'tank', 'feed', [738, 280], { pinch: true })],
  },
  parts: [
    part('cap', 'Vented cap', 'cap', point(500, 62), opening),
    part('neck', 'Moulded neck', 'neck', line(452, 88, 548, 88)),
    part('grommet', 'Outlet grommet', 'fitting', point(736, 280)),
    part('feed', 'Feed hose', 'feed', line(752, 280, 850, 232), { opening: true, space: 'feed' }),
    part('seam', 'Mould seam', 'seam', line(286, 208, 734, 208)),
    part('mounts', 'Mount ears', 'wall', line(316, 112, 420, 112)),
    part('corners', 'Bottom and corners', 'wall', line(320, 302, 700, 302)),
    part('skin', 'Skin', 'wall', line(296, 130, 296, 286)),
  ],
}
