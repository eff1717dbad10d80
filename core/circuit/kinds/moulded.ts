import { line, link, opening, part, pipe, point, space, tank, USUAL } from './build'
import type { TankKind } from './tankKind'

/**
 * Injected craft with a vapour system: inlet check, fill-limit and rollover valves, canister, purge normally shut, vent
 * normally open, pressure sensor.
 */
export const moulded: TankKind = {
  key: 'moulded',
  name: 'Moulded tank with vapour system',
  fits: 'injected road craft with a canister',
  craft: 'road vehicle',
  material: 'moulded polyethylene',
  capacity: 0.064,
  shape: 'box',
  pressures: 'vapour system of a road vehicle',
  workingPressure: 3000,
  pressureLimit: 3700,
  limitSource: USUAL,
  acceptance: 20,
  wallGivePerKPa: 0.006,
  upright: { top: 128, bottom: 316 },
  outline:
    'M60 166 Q60 128 98 128 H262 Q296 128 302 164 H372 Q378 128 412 128 H572 Q612 128 612 166 V278 Q612 316 572 316 H412 Q378 316 372 272 H302 Q296 316 262 316 H98 Q60 316 60 278 Z',
  detail: 'M60 222 H302 M372 222 H612',
  circuit: {
    spaces: [
      tank,
      pipe('neck', 'Filler neck', 'filling', [72, 42], [96, 58], [120, 128]),
      pipe('feed', 'Supply line', 'feed', [500, 128], [500, 96], [640, 96]),
      pipe('return', 'Return line', 'return', [566, 128], [566, 112], [640, 112]),
      pipe('vapour', 'Vapour line', 'vapour', [232, 128], [232, 46], [730, 46], [730, 84]),
      space('canister', 'Canister', 'chamber', [730, 132]),
      pipe('purge-line', 'Purge line', 'vapour', [776, 110], [820, 110], [820, 44], [890, 44]),
      pipe('vent-line', 'Canister vent line', 'vapour', [776, 156], [820, 156], [820, 222], [890, 222]),
      space('intake', 'Engine intake', 'outside', [960, 44]),
      space('fresh', 'Fresh air', 'outside', [960, 222]),
    ],
    links: [
      link('inlet', 'Inlet check valve', 'check', 'neck', 'tank', [118, 140], { cracking: 150 }),
      link('fill-limit', 'Fill-limit valve', 'fill-limit', 'tank', 'vapour', [190, 128]),
      link('rollover', 'Rollover valve', 'float', 'tank', 'vapour', [272, 128]),
      link('pump', 'Pump check valve', 'check', 'tank', 'feed', [470, 150]),
      link('return-joint', 'Return hose at the tank', 'passage', 'return', 'tank', [566, 120]),
      link('vapour-joint', 'Vapour line at the canister', 'passage', 'vapour', 'canister', [730, 88], { pinch: true }),
      link('purge-joint', 'Purge hose at the canister', 'passage', 'canister', 'purge-line', [790, 110], { pinch: true }),
      link('vent-joint', 'Vent hose at the canister', 'passage', 'canister', 'vent-line', [790, 156], { pinch: true }),
      link('purge', 'Purge valve', 'solenoid', 'purge-line', 'intake', [900, 44], { normally: 'shut' }),
      link('vent', 'Vent valve', 'solenoid', 'fresh', 'vent-line', [900, 222]),
    ],
  },
  parts: [
    part('cap', 'Cap', 'cap', point(66, 36), { opening: true, space: 'neck' }),
    part('neck', 'Filler neck and grommet', 'neck', line(84, 50, 116, 122), { space: 'neck' }),
    part('filler-vent', 'Filler vent hose', 'vent hose', line(112, 62, 142, 118), { space: 'neck' }),
    part('fill-limit', 'Fill-limit valve', 'vent valve', point(190, 128), { link: 'fill-limit' }),
    part('vent-valve', 'Rollover and vent valve', 'vent valve', point(272, 128), { link: 'rollover' }),
    part('pump-ring', 'Pump ring and seal', 'sender', point(436, 128), opening),
    part('supply', 'Supply quick connector', 'coupling', point(500, 112), { opening: true, space: 'feed' }),
    part('return', 'Return connector', 'return', point(566, 122), { opening: true, space: 'return' }),
    part('sensor', 'Pressure sensor', 'sensor', point(404, 140)),
    part('canister-hose', 'Canister hose', 'vapour hose', line(250, 46, 720, 46), { opening: true, space: 'vapour' }),
    part('canister', 'Canister', 'canister', point(730, 132), { space: 'canister' }),
    part('purge-hose', 'Purge hose', 'vapour hose', line(820, 56, 820, 104), { space: 'purge-line' }),
    part('service-port', 'Service port', 'fitting', point(854, 44), { opening: true, space: 'purge-line' }),
    part('purge-valve', 'Purge valve', 'purge valve', point(900, 44), { space: 'purge-line', link: 'purge' }),
    part('canister-vent', 'Canister vent hose', 'vent hose', line(820, 162, 820, 216), { space: 'vent-line' }),
    part('vent-solenoid', 'Vent valve', 'canister vent valve', point(900, 222), { space: 'vent-line', link: 'vent' }),
    part('left-seam', 'Left pinch seam', 'seam', line(64, 222, 298, 222)),
    part('right-seam', 'Right pinch seam', 'seam', line(376, 222, 608, 222)),
    part('strap', 'Strap rub line', 'wall', line(90, 306, 580, 306), { trait: 'strap' }),
    part('skin', 'Skin', 'wall', line(80, 150, 80, 290)),
  ],
}
