import { line, link, opening, part, pipe, point, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Boat belly tank with deck fill, hull vent and anti-siphon valve. */
export const aluminiumBelly: TankKind = {
  key: 'aluminium-belly',
  name: 'Aluminium belly tank',
  fits: 'boats, and welded fuselage tanks',
  craft: 'boat',
  material: 'aluminium',
  capacity: 0.21,
  shape: 'keel',
  pressures: 'boat tank',
  workingPressure: 14_000,
  pressureLimit: 20_000,
  limitSource: USUAL,
  acceptance: 2,
  wallGivePerKPa: 0.001,
  upright: { top: 84, bottom: 303 },
  outline: 'M110 84 H890 L850 270 Q500 336 150 270 Z',
  detail: 'M370 84 L382 300 M630 84 L618 300',
  circuit: {
    spaces: [
      tank,
      pipe('fill', 'Fill hose', 'filling', [200, 84], [200, 44], [80, 24]),
      pipe('vent', 'Vent hose', 'vent', [300, 84], [300, 30], [420, 30]),
      pipe('feed', 'Feed line', 'feed', [640, 84], [640, 34], [780, 34]),
      pipe('return', 'Return line', 'return', [730, 84], [730, 58], [900, 58]),
    ],
    links: [
      link('fill-joint', 'Fill hose at the tank', 'passage', 'fill', 'tank', [200, 70], { pinch: true }),
      link('vent-joint', 'Vent hose at the tank', 'passage', 'tank', 'vent', [300, 66], { pinch: true }),
      link('anti-siphon', 'Anti-siphon valve', 'check', 'tank', 'feed', [640, 84], { cracking: 2500 }),
      link('return-joint', 'Return hose at the tank', 'passage', 'return', 'tank', [730, 72], { pinch: true }),
    ],
  },
  parts: [
    part('fill', 'Deck fill hose', 'filler hose', line(200, 44, 96, 27), { opening: true, space: 'fill' }),
    part('vent', 'Hull vent hose', 'vent hose', line(300, 30, 410, 30), { opening: true, space: 'vent' }),
    part('sender', 'Sender ring', 'sender', point(500, 84), opening),
    part('pickup', 'Pickup and anti-siphon valve', 'pickup', point(640, 84), { opening: true, link: 'anti-siphon' }),
    part('feed', 'Feed hose', 'feed', line(660, 34, 770, 34), { space: 'feed' }),
    part('return', 'Return fitting', 'return', point(730, 84), { opening: true, space: 'return' }),
    part('plate', 'Access plate', 'plate', point(820, 84)),
    part('fore-weld', 'Forward corner weld', 'seam', line(113, 94, 150, 264)),
    part('aft-weld', 'Aft corner weld', 'seam', line(887, 94, 850, 264)),
    part('fore-baffle', 'Forward baffle weld', 'rib', line(371, 100, 382, 294)),
    part('aft-baffle', 'Aft baffle weld', 'rib', line(629, 100, 618, 294)),
    part('bottom-weld', 'Bottom weld', 'seam', line(180, 279, 820, 279)),
    part('cradle', 'Cradle rub line', 'wall', line(260, 296, 740, 296), { trait: 'cradle' }),
    part('skin', 'Skin', 'wall', line(250, 100, 250, 270)),
  ],
}
