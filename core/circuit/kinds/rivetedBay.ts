import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Riveted or integral wing bay with ribs, cap, vent line, drain, strainer and plates. */
export const rivetedBay: TankKind = {
  key: 'riveted-bay',
  name: 'Riveted wing bay',
  fits: 'riveted or integral wing tanks',
  craft: 'light aircraft',
  material: 'riveted aluminium',
  capacity: 0.095,
  shape: 'wing',
  pressures: 'riveted or integral wing tank',
  workingPressure: 3500,
  pressureLimit: 7000,
  limitSource: USUAL,
  acceptance: 1,
  wallGivePerKPa: 0.002,
  upright: null,
  outline: 'M40 176 Q92 74 236 66 L960 44 V296 L236 310 Q92 290 40 176 Z',
  detail: 'M150 246 L960 232',
  circuit: {
    spaces: [
      tank,
      pipe('vent', 'Vent line', 'vent', [930, 70], [930, 24], [800, 24]),
      pipe('feed', 'Feed line', 'feed', [90, 180], [20, 180]),
    ],
    links: [
      link('vent-joint', 'Vent line at the bay', 'passage', 'tank', 'vent', [930, 46], { pinch: true }),
      link('feed-joint', 'Feed line at the strainer', 'passage', 'tank', 'feed', [56, 180], { pinch: true }),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(890, 120), opening),
    part('vent', 'Vent line', 'vent hose', point(930, 70), { opening: true, space: 'vent' }),
    part('pickup', 'Pickup and strainer', 'pickup', point(90, 180), { opening: true, space: 'feed' }),
    part('sender', 'Sender ring', 'sender', point(800, 196), opening),
    part('plate', 'Access plate', 'plate', point(330, 212)),
    part('drain', 'Drain flange', 'drain', point(170, 276), opening),
    part('row-a', 'Rivet row A', 'rivets', line(240, 86, 940, 66)),
    part('row-b', 'Rivet row B', 'rivets', line(240, 290, 940, 276)),
    part('spar', 'Rear spar line', 'seam', line(160, 246, 940, 233)),
    part('rib-1', 'Rib 1', 'rib', line(236, 70, 236, 306)),
    part('rib-2', 'Rib 2', 'rib', line(420, 64, 420, 302)),
    part('rib-3', 'Rib 3', 'rib', line(600, 58, 600, 300)),
    part('rib-4', 'Rib 4', 'rib', line(770, 54, 770, 298)),
    part('skin', 'Skin between the rows', 'wall', line(510, 66, 510, 294)),
  ],
}
