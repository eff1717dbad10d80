import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Older road tank: vent line, sender, a feed that a pump sucks from above. */
export const carburetted: TankKind = {
  key: 'carburetted',
  name: 'Tank with vent and sender',
  fits: 'carburetted road craft, no vapour system',
  craft: 'road vehicle',
  material: 'sheet steel',
  capacity: 0.05,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 3000,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 2,
  wallGivePerKPa: 0.0003,
  upright: { top: 100, bottom: 306 },
  outline: 'M150 130 Q150 100 180 100 H790 Q850 100 850 150 V270 Q850 306 806 306 H196 Q150 306 150 264 Z',
  detail: 'M150 204 H850',
  circuit: {
    spaces: [
      tank,
      pipe('neck', 'Filler neck and hose', 'filling', [70, 52], [96, 60], [170, 128]),
      pipe('vent', 'Vent line', 'vent', [330, 100], [330, 56], [640, 56]),
      pipe('feed', 'Feed line', 'feed', [690, 100], [690, 60], [930, 60]),
    ],
    links: [
      link('neck-joint', 'Filler hose at the tank', 'passage', 'neck', 'tank', [162, 120], { pinch: true }),
      link('vent-joint', 'Vent line at the tank', 'passage', 'tank', 'vent', [330, 90], { pinch: true }),
      link('feed-joint', 'Feed hose at the pickup', 'passage', 'tank', 'feed', [690, 88], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(66, 48), { opening: true, space: 'neck' }),
    part('neck', 'Filler neck', 'neck', line(80, 56, 104, 68), { space: 'neck' }),
    part('filler-hose', 'Filler hose and clamps', 'filler hose', line(112, 76, 160, 118), { space: 'neck' }),
    part('vent', 'Vent line', 'vent hose', line(350, 56, 630, 56), { opening: true, space: 'vent' }),
    part('sender', 'Sender ring', 'sender', point(500, 100), opening),
    part('pickup', 'Pickup flange', 'pickup', point(690, 100)),
    part('feed', 'Feed hose', 'feed', line(720, 60, 920, 60), { opening: true, space: 'feed' }),
    part('seam', 'Flange seam', 'seam', line(156, 204, 844, 204)),
    part('top', 'Top skin under the pad', 'wall', line(560, 110, 800, 110)),
    part('strap', 'Strap rub lines', 'wall', line(220, 296, 780, 296), { trait: 'strap' }),
    part('drain', 'Drain plug', 'drain', point(260, 306), opening),
    part('skin', 'Skin', 'wall', line(176, 122, 176, 284)),
  ],
}
