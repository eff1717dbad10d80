import { line, link, opening, part, pipe, point, space, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Injected road car with a steel tank: filler hose and grommet, pump ring on top, vapour led away to a canister. */
export const injectedSteel: TankKind = {
  key: 'injected-steel',
  name: 'Steel tank of an injected car',
  fits: 'road cars with a pump in a steel tank',
  craft: 'road vehicle',
  material: 'sheet steel',
  capacity: 0.058,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 4000,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 5,
  wallGivePerKPa: 0.0003,
  upright: { top: 118, bottom: 312 },
  outline: 'M150 150 Q150 118 182 118 H700 Q730 118 742 146 L790 268 Q800 312 760 312 H196 Q150 312 150 270 Z',
  detail: 'M150 214 H768 M330 118 L330 312',
  circuit: {
    spaces: [
      tank,
      pipe('neck', 'Filler neck and hose', 'filling', [60, 44], [84, 56], [186, 140]),
      pipe('feed', 'Supply line', 'feed', [520, 118], [520, 84], [720, 84]),
      pipe('return', 'Return line', 'return', [580, 118], [580, 100], [720, 100]),
      pipe('vapour', 'Vapour line', 'vapour', [300, 118], [300, 52], [830, 52]),
      space('canister', 'Canister', 'chamber', [880, 52]),
    ],
    links: [
      link('neck-joint', 'Filler hose at the tank', 'passage', 'neck', 'tank', [176, 132], { pinch: true }),
      link('rollover', 'Rollover valve', 'float', 'tank', 'vapour', [300, 118]),
      link('feed-joint', 'Supply hose at the pump', 'passage', 'tank', 'feed', [520, 106], { pinch: true }),
      link('return-joint', 'Return hose at the tank', 'passage', 'return', 'tank', [580, 112], { pinch: true }),
      link('vapour-joint', 'Vapour line at the canister', 'passage', 'vapour', 'canister', [836, 52], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(56, 40), { opening: true, space: 'neck' }),
    part('neck', 'Filler neck', 'neck', line(70, 50, 92, 62), { space: 'neck' }),
    part('filler-hose', 'Filler hose and grommet', 'filler hose', line(100, 70, 172, 128), { space: 'neck' }),
    part('vent-valve', 'Rollover valve and its seal', 'vent valve', point(300, 118), { link: 'rollover' }),
    part('vapour-hose', 'Vapour hose', 'vapour hose', line(330, 52, 810, 52), { opening: true, space: 'vapour' }),
    part('pump-ring', 'Pump ring and seal', 'sender', point(440, 118), opening),
    part('supply', 'Supply hose and union', 'feed', line(536, 84, 700, 84), { opening: true, space: 'feed' }),
    part('return', 'Return union and hose', 'return', point(580, 112), { opening: true, space: 'return' }),
    part('top', 'Top skin under pads and dirt', 'wall', line(610, 122, 716, 122)),
    part('seam', 'Flange seam', 'seam', line(156, 214, 764, 214)),
    part('strap', 'Strap rub lines', 'wall', line(200, 304, 750, 304), { trait: 'strap' }),
    part('drain', 'Drain plug', 'drain', point(250, 312), opening),
    part('skin', 'Skin', 'wall', line(168, 140, 168, 290)),
  ],
}
