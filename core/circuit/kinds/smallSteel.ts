import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Gravity tank with a tap below it. */
export const smallSteel: TankKind = {
  key: 'small-steel',
  name: 'Small steel tank',
  fits: 'gravity feed through a tap',
  craft: 'small equipment',
  material: 'sheet steel',
  capacity: 0.018,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 5000,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 0.5,
  wallGivePerKPa: 0.0002,
  upright: { top: 84, bottom: 316 },
  outline:
    'M230 110 Q230 84 256 84 H400 L430 46 H570 L600 84 H744 Q770 84 770 110 V290 Q770 316 744 316 H256 Q230 316 230 290 Z',
  detail: 'M230 200 H770',
  circuit: {
    spaces: [
      tank,
      pipe('vent', 'Vent hose', 'vent', [690, 84], [690, 52], [800, 52]),
      pipe('feed', 'Feed hose', 'feed', [300, 326], [160, 326]),
    ],
    links: [
      link('vent-nipple', 'Vent nipple', 'passage', 'tank', 'vent', [690, 84], { pinch: true }),
      link('tap', 'Fuel tap', 'tap', 'tank', 'feed', [300, 316]),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(500, 46), opening),
    part('neck', 'Filler neck', 'neck', line(430, 66, 570, 66)),
    part('vent', 'Vent hose', 'vent hose', point(690, 84), { opening: true, space: 'vent' }),
    part('sender', 'Sender ring', 'sender', point(320, 84), opening),
    part('top-seam', 'Top seam', 'seam', line(256, 100, 744, 100)),
    part('mid-seam', 'Middle seam', 'seam', line(230, 200, 770, 200)),
    part('strap', 'Strap rub line', 'wall', line(250, 260, 750, 260), { trait: 'strap' }),
    part('bottom-seam', 'Bottom seam', 'seam', line(256, 304, 744, 304)),
    part('tap', 'Fuel tap', 'tap', point(300, 316), { opening: true, link: 'tap' }),
    part('drain', 'Drain plug', 'drain', point(500, 316), opening),
    part('skin', 'Skin', 'wall', line(244, 120, 244, 250)),
  ],
}
