import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Portable tank with a quick connector and a vent screw in its cap. */
export const portable: TankKind = {
  key: 'portable',
  name: 'Portable tank',
  fits: 'carried tanks with a quick connector',
  craft: 'boat',
  material: 'moulded polyethylene',
  capacity: 0.025,
  shape: 'box',
  pressures: 'light sheet steel or moulded plastic',
  workingPressure: 3000,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 0.5,
  wallGivePerKPa: 0.008,
  upright: { top: 130, bottom: 316 },
  outline:
    'M190 170 Q190 130 230 130 H420 L450 92 H600 L620 130 H760 Q810 130 810 176 V276 Q810 316 768 316 H232 Q190 316 190 276 Z',
  detail: 'M190 236 H810',
  circuit: {
    spaces: [tank, pipe('feed', 'Feed hose and bulb', 'feed', [700, 130], [700, 84], [900, 84])],
    links: [link('connector', 'Quick connector', 'check', 'tank', 'feed', [700, 130], { cracking: 1500 })],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(525, 92), opening),
    part('vent-screw', 'Vent screw', 'vent valve', point(560, 80), opening),
    part('gauge', 'Float gauge seal', 'sender', point(360, 130), { trait: 'mechanical' }),
    part('connector', 'Quick connector', 'coupling', point(700, 130), { opening: true, link: 'connector' }),
    part('hose', 'Feed hose and bulb', 'feed', line(720, 84, 890, 84), { space: 'feed' }),
    part('handle', 'Handle roots', 'wall', line(240, 140, 330, 140)),
    part('seam', 'Mould seam', 'seam', line(194, 236, 806, 236)),
    part('base', 'Base and corners', 'wall', line(230, 308, 770, 308)),
    part('skin', 'Skin', 'wall', line(206, 160, 206, 290)),
  ],
}
