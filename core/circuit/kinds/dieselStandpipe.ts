import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Injected diesel with a steel tank and a standpipe that feeds a heater, with lines of its own to strip and to prove. */
export const dieselStandpipe: TankKind = {
  key: 'diesel-standpipe',
  name: 'Diesel tank with heater standpipe',
  fits: 'campers and vans with a diesel heater',
  craft: 'road vehicle',
  material: 'sheet steel',
  capacity: 0.08,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 4000,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 5,
  wallGivePerKPa: 0.0003,
  upright: { top: 116, bottom: 310 },
  outline: 'M130 146 Q130 116 160 116 H800 Q830 116 830 146 V280 Q830 310 800 310 H160 Q130 310 130 280 Z',
  detail: 'M130 212 H830 M300 116 V310',
  circuit: {
    spaces: [
      tank,
      pipe('neck', 'Filler neck', 'filling', [56, 40], [80, 54], [166, 128]),
      pipe('breather', 'Breather', 'vent', [240, 116], [240, 56], [360, 56]),
      pipe('feed', 'Supply line', 'feed', [520, 116], [520, 62], [900, 62]),
      pipe('return', 'Return line', 'return', [580, 116], [580, 84], [900, 84]),
      pipe('heater', 'Heater line', 'heater feed', [680, 116], [680, 100], [900, 100]),
    ],
    links: [
      link('neck-joint', 'Filler hose at the tank', 'passage', 'neck', 'tank', [156, 120], { pinch: true }),
      link('breather-joint', 'Breather at the tank', 'passage', 'tank', 'breather', [240, 104], { pinch: true }),
      link('feed-joint', 'Supply hose at the pickup', 'passage', 'tank', 'feed', [520, 104], { pinch: true }),
      link('return-joint', 'Return hose at the tank', 'passage', 'return', 'tank', [580, 108], { pinch: true }),
      link('heater-joint', 'Heater hose at the standpipe', 'passage', 'tank', 'heater', [680, 108], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(52, 36), { opening: true, space: 'neck' }),
    part('filler-hose', 'Filler neck, hose and clamps', 'filler hose', line(66, 46, 150, 116), { space: 'neck' }),
    part('breather', 'Breather hose', 'vent hose', line(250, 56, 350, 56), { opening: true, space: 'breather' }),
    part('sender', 'Sender ring and seal', 'sender', point(420, 116), opening),
    part('pickup', 'Pickup union', 'pickup', point(520, 110), { opening: true, space: 'feed' }),
    part('return', 'Return union', 'return', point(580, 112), { opening: true, space: 'return' }),
    part('standpipe', 'Heater standpipe and nut', 'standpipe', point(680, 114)),
    part('heater-line', 'Heater line', 'hose', line(720, 100, 890, 100), { opening: true, space: 'heater' }),
    part('seam', 'Flange seam', 'seam', line(136, 212, 824, 212)),
    part('strap', 'Strap rub lines', 'wall', line(170, 302, 790, 302), { trait: 'strap' }),
    part('drain', 'Drain plug', 'drain', point(240, 310), opening),
    part('skin', 'Skin', 'wall', line(148, 140, 148, 290)),
  ],
}
