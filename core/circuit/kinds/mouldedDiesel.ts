import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Moulded diesel tank: a breather instead of a vapour system, a warm return that flows all the time. */
export const mouldedDiesel: TankKind = {
  key: 'moulded-diesel',
  name: 'Moulded diesel tank',
  fits: 'diesel vans and cars without a canister',
  craft: 'road vehicle',
  material: 'moulded polyethylene',
  capacity: 0.075,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 3000,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 5,
  wallGivePerKPa: 0.006,
  upright: { top: 122, bottom: 314 },
  outline:
    'M110 158 Q110 122 146 122 H520 Q548 122 560 148 H700 Q740 148 748 180 L766 280 Q770 314 736 314 H150 Q110 314 110 276 Z',
  detail: 'M110 220 H756',
  circuit: {
    spaces: [
      tank,
      pipe('neck', 'Filler neck', 'filling', [52, 40], [76, 56], [150, 132]),
      pipe('breather', 'Breather', 'vent', [220, 122], [220, 52], [340, 52]),
      pipe('feed', 'Supply line', 'feed', [430, 122], [430, 88], [860, 88]),
      pipe('return', 'Return line', 'return', [480, 122], [480, 106], [860, 106]),
    ],
    links: [
      link('neck-joint', 'Filler hose at the tank', 'passage', 'neck', 'tank', [142, 124], { pinch: true }),
      link('rollover', 'Rollover valve', 'float', 'tank', 'breather', [220, 122]),
      link('feed-joint', 'Supply hose at the sender', 'passage', 'tank', 'feed', [430, 110], { pinch: true }),
      link('return-joint', 'Return hose at the sender', 'passage', 'return', 'tank', [480, 116], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(48, 36), { opening: true, space: 'neck' }),
    part('neck', 'Filler neck', 'neck', line(62, 46, 86, 64), { space: 'neck' }),
    part('filler-hose', 'Filler hose and clamps', 'filler hose', line(94, 72, 138, 116), { space: 'neck' }),
    part('breather', 'Breather hose and valve', 'vent hose', line(232, 52, 330, 52), { opening: true, space: 'breather' }),
    part('sender', 'Sender ring and seal', 'sender', point(380, 122), opening),
    part('supply', 'Supply line and its flange', 'pickup', point(430, 112), { opening: true, space: 'feed' }),
    part('return', 'Return elbow', 'return', point(480, 116), { opening: true, space: 'return' }),
    part('seam', 'Pinch seam', 'seam', line(116, 220, 750, 220)),
    part('strap', 'Strap rub lines', 'wall', line(150, 306, 730, 306), { trait: 'strap' }),
    part('skin', 'Skin', 'wall', line(130, 150, 130, 290)),
  ],
}
