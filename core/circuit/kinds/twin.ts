import { line, link, opening, part, pipe, point, space, USUAL } from './build'
import type { TankKind } from './tankKind'

/** Twin or saddle tanks with a crossover below, and a valve that switches feed and return together. */
export const twin: TankKind = {
  key: 'twin', name: 'Twin tanks with crossover', fits: 'two tanks, switched feed and return', craft: 'heavy vehicle', material: 'sheet steel',
  capacity: 0.16, shape: 'box', pressures: 'heavy vehicle saddle tank', workingPressure: 10_000, pressureLimit: 25_000, limitSource: USUAL, acceptance: 5, wallGivePerKPa: 0.0003,
  outline: 'M80 110 Q80 80 112 80 H368 Q400 80 400 110 V280 Q400 310 368 310 H112 Q80 310 80 280 Z M600 110 Q600 80 632 80 H888 Q920 80 920 110 V280 Q920 310 888 310 H632 Q600 310 600 280 Z',
  detail: 'M80 196 H400 M600 196 H920',
  circuit: {
    spaces: [
      space('tank', 'Left tank', 'tank'), space('right', 'Right tank', 'tank'), pipe('crossover', 'Crossover', 'crossover', [380, 322], [620, 322]),
      pipe('left-feed', 'Left feed line', 'feed', [300, 80], [300, 40], [470, 40]), pipe('right-feed', 'Right feed line', 'feed', [700, 80], [700, 40], [530, 40]),
      pipe('left-return', 'Left return line', 'return', [360, 80], [360, 60], [470, 60]), pipe('right-return', 'Right return line', 'return', [640, 80], [640, 60], [530, 60]),
      pipe('feed', 'Feed to the engine', 'feed', [496, 40], [496, 14]), pipe('return', 'Return from the engine', 'return', [508, 60], [508, 14]),
    ],
    links: [
      link('crossover-left', 'Crossover cock, left', 'tap', 'tank', 'crossover', [400, 322]), link('crossover-right', 'Crossover hose, right end', 'passage', 'crossover', 'right', [600, 322], { pinch: true }),
      link('left-pickup', 'Left feed hose', 'passage', 'tank', 'left-feed', [300, 66], { pinch: true }), link('right-pickup', 'Right feed hose', 'passage', 'right', 'right-feed', [700, 66], { pinch: true }),
      link('left-back', 'Left return hose', 'passage', 'left-return', 'tank', [360, 72], { pinch: true }), link('right-back', 'Right return hose', 'passage', 'right-return', 'right', [640, 72], { pinch: true }),
      link('select-left', 'Selector, left feed', 'tap', 'left-feed', 'feed', [482, 40]), link('select-right', 'Selector, right feed', 'tap', 'right-feed', 'feed', [518, 40], { normally: 'shut' }),
      link('return-left', 'Selector, left return', 'tap', 'return', 'left-return', [482, 60]), link('return-right', 'Selector, right return', 'tap', 'return', 'right-return', [518, 60], { normally: 'shut' }),
    ],
  },
  parts: [
    part('left-cap', 'Left cap', 'cap', point(140, 74), opening),
    part('left-vent', 'Left vent', 'vent hose', point(190, 80), opening),
    part('left-sender', 'Left sender ring', 'sender', point(240, 80), opening),
    part('left-pickup', 'Left pickup', 'pickup', point(300, 80), { opening: true, space: 'left-feed' }),
    part('left-return', 'Left return union', 'return', point(360, 80), { opening: true, space: 'left-return' }),
    part('left-seam', 'Left end seam', 'seam', line(88, 196, 396, 196)),
    part('left-strap', 'Left strap lines', 'wall', line(110, 298, 370, 298), { trait: 'strap' }),
    part('left-drain', 'Left drain plug', 'drain', point(170, 310), opening),
    part('crossover', 'Crossover hose', 'crossover', line(420, 322, 580, 322), { opening: true, space: 'crossover' }),
    part('selector', 'Selector valve', 'selector', point(500, 50), { opening: true, space: 'feed' }),
    part('right-cap', 'Right cap', 'cap', point(860, 74), { opening: true, space: 'right' }),
    part('right-vent', 'Right vent', 'vent hose', point(810, 80), { opening: true, space: 'right' }),
    part('right-sender', 'Right sender ring', 'sender', point(760, 80), { opening: true, space: 'right' }),
    part('right-pickup', 'Right pickup', 'pickup', point(700, 80), { opening: true, space: 'right-feed' }),
    part('right-return', 'Right return union', 'return', point(640, 80), { opening: true, space: 'right-return' }),
    part('right-seam', 'Right end seam', 'seam', line(604, 196, 912, 196), { space: 'right' }),
    part('right-strap', 'Right strap lines', 'wall', line(630, 298, 890, 298), { space: 'right', trait: 'strap' }),
    part('right-drain', 'Right drain plug', 'drain', point(830, 310), { opening: true, space: 'right' }),
  ],
}
