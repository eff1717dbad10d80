import { known, type Bounds } from '../../knowledge/known'
import type { RepairMethodKey } from '../method/repairMethods'
import type { Mishap, RepairStage } from './stage'

const MINUTE = 60
const HOUR = 3600

const gelled = (backTo: string): Mishap => ({
  key: 'gelled',
  words: 'It drags or has set',
  now: 'Stop spreading it. Stand the cup outdoors, it may smoke. What is half set comes off to bare metal; mix anew, a smaller cup.',
  backTo,
  strips: true,
})
const wrongMix: Mishap = {
  key: 'wrong-mix',
  words: 'Weighed or mixed wrongly',
  now: 'Throw the cup away: no part of it cures. What it touched comes off. Weigh anew.',
  backTo: 'mix',
  strips: true,
}
const dirty = (backTo: string): Mishap => ({
  key: 'dirty',
  words: 'It was touched, wet or greasy',
  now: 'Nothing goes on it. Clean and dry it again; a finger leaves enough grease to lift it.',
  backTo,
  strips: false,
})

const strip: RepairStage = {
  key: 'strip',
  title: 'Take off what was put there before',
  strips: true,
  past: 'Stripped to metal',
  doing:
    'Old sealant, liner and paint go entirely, 25 mm past the leak on all sides. Brush to bare metal and look at the wall.',
  why: 'Nothing sticks to old sealant, and it hides how far the leak goes.',
  looks: 'Bare metal all round, no shine of old sealant, no primer. The wall is sound: a sieve is renewed.',
  needs: ['plastic scraper', 'brush', 'lamp'],
  clock: { kind: 'none' },
  hides: true,
  mishaps: [],
  source: 'trade practice',
}
const degrease: RepairStage = {
  key: 'degrease',
  title: 'Degrease until the rinse runs clear',
  past: 'Degreased',
  doing: 'Rinse, drain into a glass and look. Count each rinse.',
  why: 'Cleanliness decides: fuel film under sealant lets go of it within weeks.',
  looks: 'The last rinse is as clear as it went in, no film on water, no smell on a cloth.',
  needs: ['degreaser', 'glass jar', 'gloves'],
  clock: { kind: 'count', noun: 'rinse', nouns: 'rinses', least: 2, each: MINUTE },
  mishaps: [],
  source: 'trade practice',
}
const wipe: RepairStage = {
  ...degrease,
  title: 'Degrease, wipe after wipe',
  doing: 'Solvent on a clean cloth, wipe dry with a second before it dries by itself. Count each wipe.',
  looks: 'The last cloth stays white.',
  needs: ['solvent', 'white cloths', 'gloves'],
  clock: { kind: 'count', noun: 'wipe', nouns: 'wipes', least: 2, each: 15 },
}
const derust: RepairStage = {
  key: 'derust',
  title: 'Derust: wet every face in turn',
  past: 'Derusted',
  doing: 'Close it, lay it on each face for as long as the sheet says, six to ten minutes a face as a rule.',
  why: 'Every face has to be wetted: what is left of rust lifts the liner.',
  looks: 'Grey metal everywhere with a lamp and a mirror, no brown in the corners.',
  needs: ['derusting solution', 'acid gloves', 'eye protection', 'lamp and mirror'],
  clock: { kind: 'list', of: 'faces', each: 6 * MINUTE },
  mishaps: [
    {
      key: 'etched',
      words: 'It stood too long, the metal is black',
      now: 'Flush at once. Look at the wall again: brush, count pinholes. If it is thinned or a sieve, renew it.',
      backTo: 'derust',
      strips: false,
    },
  ],
  source: 'trade practice',
}
const flush: RepairStage = {
  key: 'flush',
  title: 'Flush warm until it is neutral',
  past: 'Flushed',
  doing: 'Warm water, turn, drain, test paper. Count each flush.',
  why: 'What is left of acid rusts under the liner.',
  looks: 'Test paper as in clean water.',
  needs: ['warm water', 'test paper'],
  clock: { kind: 'count', noun: 'flush', nouns: 'flushes', least: 3, each: MINUTE },
  mishaps: [
    {
      key: 'flash-rust',
      words: 'It rusts while it dries',
      now: 'Wet it with the sheet’s inhibitor or derust again briefly, then dry at once with warm moving air.',
      backTo: 'derust',
      strips: false,
    },
  ],
  source: 'trade practice',
}
const dry: RepairStage = {
  key: 'dry',
  title: 'Dry it to the bone',
  past: 'Dry',
  doing: 'Warm moving air, never cold. Then hold a cold mirror over it, or a bag sealed over an opening for ten minutes.',
  why: 'Water under a liner or sealant makes a blister that opens later.',
  looks: 'The mirror stays clear, the bag has no mist.',
  needs: ['warm air without a flame', 'cold mirror or a bag'],
  clock: { kind: 'timer', least: 30 * MINUTE },
  mishaps: [],
  source: 'trade practice',
}
const dryPlace: RepairStage = { ...dry, clock: { kind: 'timer', least: 5 * MINUTE } }
const tie: RepairStage = {
  key: 'tie',
  title: 'Close every opening and tie it in',
  past: 'Openings tied',
  doing: 'Plug each opening and tie or clamp the plug. Push against each.',
  why: 'A plug that is only pushed in pops out when the tank is rolled, with the liner after it.',
  looks: 'Each plug is tied and does not move.',
  needs: ['plugs', 'wire or clamps'],
  clock: { kind: 'list', of: 'openings' },
  mishaps: [],
  source: 'trade practice',
}
const ready: RepairStage = {
  key: 'ready',
  title: 'Lay everything out, then mix',
  past: 'Laid out',
  doing: 'From the mix on there is no time to look for anything.',
  why: 'The clock of the cup does not wait.',
  looks: 'All of it within reach, and somebody knows that you are there.',
  needs: [],
  clock: {
    kind: 'list',
    of: [
      'respirator and gloves',
      'air moves, nothing can ignite',
      'what is beside it moved away',
      'bag over the bench',
      'tools, cloths and a tin for the rest',
    ],
  },
  mishaps: [],
  source: 'trade practice',
}
const mix: RepairStage = {
  key: 'mix',
  title: 'Weigh and mix to one colour',
  past: 'Mixed',
  doing: 'By mass from the ratio of the sheet. Slowly, scrape sides and bottom; knock the cup on the bench.',
  why: 'Stirred-in air stays as bubbles. Work time runs from the moment the parts meet.',
  looks: 'One colour without a streak, on the sides and at the bottom too.',
  needs: ['scales', 'clean cup', 'flat stick'],
  clock: { kind: 'mix', least: 2 * MINUTE, most: 5 * MINUTE },
  inWorkTime: true,
  mishaps: [wrongMix],
  source: 'trade practice',
}
const cureFrom = (backTo: string): RepairStage => ({
  key: 'cure',
  title: 'Leave it to cure',
  past: 'Cured',
  doing: 'Keep it still and warm. Read the shop’s thermometer, its lowest of the night too.',
  why: 'Testing or filling early is the commonest way to fail.',
  looks: 'Hard to a thumbnail at an edge, no tack, no smell of hardener.',
  needs: ['thermometer'],
  clock: { kind: 'cure' },
  mishaps: [
    {
      key: 'soft',
      words: 'It stays soft or sticky',
      now: 'It was mixed off its ratio, or too cold. If warmth does not cure it within a day it comes off to metal.',
      backTo,
      strips: true,
    },
  ],
  source: 'trade practice',
})
const cure = cureFrom('mix')
const look: RepairStage = {
  key: 'look',
  title: 'Look inside before it is closed',
  past: 'Looked inside',
  doing: 'Lamp and mirror, every corner and every known hole.',
  why: 'What is seen now costs an hour; after closing it costs a day.',
  looks: 'Closed film, no bubble, no hole, no pool, nothing lifted at an edge.',
  needs: ['lamp', 'mirror'],
  clock: { kind: 'none' },
  hides: true,
  mishaps: [
    {
      key: 'holes',
      words: 'A hole, a bubble or a bare place',
      now: 'Open it to sound film round it, clean, dry and put more on. A pool that stayed soft is cut out.',
      backTo: 'mix',
      strips: false,
    },
  ],
  source: 'trade practice',
}
const coats: RepairStage = {
  key: 'coats',
  title: 'Prime and paint the outside',
  past: 'Painted',
  doing:
    'Etch primer, filler primer, paint. Let each flash off. Pads that hold no water at straps, no texture coat, wax or oil in the seams.',
  why: 'Bare metal rusts again from outside; a thick texture coat holds water at the straps.',
  looks: 'Closed, thin, dry to a finger before the next coat.',
  needs: ['etch primer', 'filler primer', 'paint'],
  clock: { kind: 'passes', noun: 'coat', nouns: 'coats', least: 3, wait: 15 * MINUTE },
  mishaps: [],
  source: 'trade practice',
}
const place = (key: string, title: string, past: string, doing: string, more: Partial<RepairStage> = {}): RepairStage => ({
  key,
  title,
  past,
  doing,
  why: '',
  looks: '',
  needs: [],
  clock: { kind: 'none' },
  mishaps: [],
  source: 'trade practice',
  ...more,
})
const open: RepairStage = place(
  'open',
  'Open it and look',
  'Opened',
  'Open the plate, sender or hole that reaches it. Mark and photograph the leak from inside with its ends.',
  {
    why: 'A leak is rarely where it shows outside.',
    looks: 'The leak is seen from inside, its ends are marked.',
    hides: true,
  },
)

const linerSteps: readonly RepairStage[] = [
  place('pour', 'Pour it in', 'Poured', 'All of it at once, through the largest opening; close and tie that too.', {
    why: 'What stays in the cup warms itself: put the rest outdoors.',
    looks: 'Poured in, closed and tied.',
    inWorkTime: true,
    mishaps: [gelled('degrease')],
  }),
  place(
    'roll',
    'Roll it through every face',
    'Rolled through',
    'Lay it slowly on each face for a minute, so that it wets the seams.',
    {
      why: 'A face that was not wetted is bare metal.',
      looks: 'Every face wetted, seen with a lamp.',
      clock: { kind: 'list', of: 'faces', each: MINUTE },
      inWorkTime: true,
      mishaps: [
        gelled('degrease'),
        {
          key: 'plug',
          words: 'A plug let go',
          now: 'Close and tie it first. If much ran out, mix a second cup at once and roll again.',
          backTo: 'mix',
          strips: false,
        },
      ],
    },
  ),
  place('drain', 'Drain the excess', 'Drained', 'Stand it on the opening that lies lowest, tilt it into each corner.', {
    why: 'A pool never cures right, and takes the room of fuel.',
    looks: 'No more than a drop every ten seconds.',
    clock: { kind: 'timer', least: 10 * MINUTE },
    inWorkTime: true,
    mishaps: [gelled('degrease')],
  }),
  place(
    'pinholes',
    'A spoonful more over each known pinhole',
    'Over known pinholes',
    'Turn it so that the hole lies lowest, and let a little run over it.',
    {
      why: 'Air drawn in through a pinhole as it cures leaves a hole in the film.',
      looks: 'Each known hole is covered from inside.',
      clock: { kind: 'list', of: 'pinholes' },
      inWorkTime: true,
      applies: true,
      mishaps: [gelled('degrease')],
    },
  ),
]
const lastOf = (steps: readonly RepairStage[]): readonly RepairStage[] =>
  steps.map((each, i) => (i === steps.length - 1 ? { ...each, applies: true as const } : each))
const bead: readonly RepairStage[] = [
  place('brush', 'Brush coat first', 'Brushed', 'A thin coat worked into the joint, 20 mm past the marks at both ends.', {
    why: 'A bead alone bridges the joint and leaves air under it.',
    looks: 'Wetted without a dry spot.',
    inWorkTime: true,
    hides: true,
    mishaps: [gelled('strip'), dirty('degrease')],
  }),
  place(
    'bead',
    'The bead over it, tooled',
    'Filleted',
    'Press it ahead of the nozzle, tool it once, no bubbles, 20 mm past the marks.',
    {
      why: 'Fuel presses a fillet on from inside; a bubble is the next leak.',
      looks: 'Smooth, thin at its edges, no bubble, 20 mm past the marks.',
      inWorkTime: true,
      applies: true,
      mishaps: [gelled('strip')],
    },
  ),
]

/** The stages of each method, in their order; a tank that is renewed has a list of its own. */
export const stagesOfMethods: Record<Exclude<RepairMethodKey, 'renew-tank'>, readonly RepairStage[]> = {
  'renew-seal': [
    place('groove', 'Clean groove and faces', 'Faces clean', 'Old seal out with plastic or wood. No scratch across the face.', {
      why: 'A scratch across the face leaks under any seal.',
      looks: 'Clean, flat, no burr; the ring is true.',
      hides: true,
    }),
    place(
      'seal',
      'The right seal, lubricated',
      'Seal laid',
      'Rubber for this fuel, the right cord and bore. Lubricant that fuel and rubber stand, no silicone, not twisted.',
      {
        why: 'The wrong rubber swells and leaks within weeks.',
        looks: 'Lies evenly in its groove.',
        hides: true,
      },
    ),
    place('lock', 'Seat and lock it', 'Locked', 'Draw it down evenly, in a star. Stake or lock it again.', {
      why: 'One side first folds the seal.',
      looks: 'Seated all round, its mark against the stop, locked.',
      applies: true,
      mishaps: [
        {
          key: 'pinched',
          words: 'The seal is pinched or twisted',
          now: 'Take it off and look at it; a cut seal is thrown away.',
          backTo: 'seal',
          strips: false,
        },
      ],
    }),
  ],
  'renew-hose': [
    place('off', 'Slit and peel the old hose', 'Old hose off', 'Along the barb, not across; do not pull.', {
      looks: 'The barb is whole, no knife mark.',
      why: 'A broken barb is a new job.',
    }),
    place(
      'dress',
      'Dress the spigot, measure the hose',
      'Dressed',
      'Smooth, clean, dry. Inside diameter, fuel grade, length without a sag.',
      { looks: 'No ridge that a nail catches on.', why: 'A hose does not fill a ridge.' },
    ),
    place(
      'clamp',
      'Push it on, one right clamp',
      'Clamped',
      'Past the bead, the clamp behind the bead. An even band on pressure hoses, never two worm drives side by side.',
      {
        looks: 'The clamp closes in the middle of its range, behind the bead.',
        why: 'A clamp on the bead or at the end slips.',
        applies: true,
      },
    ),
  ],
  'sleeve-neck': [
    place(
      'dress',
      'Dress the neck smooth',
      'Dressed',
      'Take the flash line and ridges down, finer and finer; round with a band of cloth.',
      { looks: 'No ridge that a nail catches on, all round.', why: 'A hose does not fill a ridge.' },
    ),
    place(
      'sleeve',
      'Sleeve and even band',
      'Sleeved',
      'A thin sleeve of fuel hose under the hose where it is still uneven; a band that presses evenly.',
      {
        looks: 'No light between hose and neck, the band lies flat.',
        why: 'A worm drive presses on two lines only.',
        applies: true,
      },
    ),
  ],
  'tighten': [
    place('seat', 'Reseat, tighten or adjust it', 'Reseated', 'Look at the seal first. To its torque, evenly.', {
      looks: 'Seated all round; nothing is cracked.',
      why: 'What moved once moves again: it is looked at anew after days.',
      applies: true,
      mishaps: [
        {
          key: 'cracked',
          words: 'It is cracked or stripped',
          now: 'It is renewed, tightening does nothing for it. Record what is there and decide again.',
          backTo: 'seat',
          strips: false,
        },
      ],
    }),
  ],
  'fillet': [open, strip, wipe, dryPlace, ready, mix, ...bead, cure, look],
  'faying': [
    strip,
    wipe,
    dryPlace,
    ready,
    mix,
    place(
      'bed',
      'Bed it, fasteners wet',
      'Bedded',
      'A thin even coat on both faces and on each fastener; draw down in a star until it squeezes out all round.',
      {
        looks: 'A continuous bead squeezed out all round.',
        why: 'Where nothing squeezes out there is air.',
        inWorkTime: true,
        hides: true,
        applies: true,
        mishaps: [gelled('strip'), dirty('degrease')],
      },
    ),
    cure,
    look,
  ],
  'wick': [
    wipe,
    dryPlace,
    place(
      'column',
      'Water column on, tank closed',
      'Column on',
      'A clear tube of water to an opening, every other opening closed. Nothing else draws on the tank.',
      {
        looks: 'The column moves with a light suck at the hose, and holds.',
        why: 'A column cannot draw more than its water: no gauge is needed to be safe.',
      },
    ),
    place(
      'draw',
      'Drops under slight vacuum',
      'Drawn in',
      'Hold 0.5 to 2 kPa below the air outside, drop by drop on the fastener, for 10 to 15 minutes. Read the column into the tank’s limit.',
      {
        looks: 'It takes no more; none runs off.',
        why: 'Vacuum draws it into the joint; too much draws it through, or buckles the tank.',
        clock: { kind: 'vacuum', from: 500, to: 2000, least: 10 * MINUTE },
        mishaps: [
          {
            key: 'through',
            words: 'It ran through, or the skin moved',
            now: 'Vent at once. If the skin moved, look at every rivet round it and hold the tank before going on.',
            backTo: 'column',
            strips: false,
          },
        ],
      },
    ),
    place('wipe', 'Vent, wipe, leave it', 'Wiped', 'Let the air in slowly. Wipe what stands on the skin.', {
      looks: 'Clean skin, nothing stands on the fastener.',
      why: 'What stands outside hides the next weep.',
      applies: true,
    }),
    cureFrom('degrease'),
  ],
  'patch': [
    strip,
    wipe,
    dryPlace,
    ready,
    mix,
    place(
      'patch',
      'Patch on bare metal',
      'Patched',
      'Work a thin coat in, then cloth or sheet, 25 mm past the hole on all sides, pressed from the middle out.',
      {
        looks: 'No air under it, thin at its edges, 25 mm past on all sides.',
        why: 'A thick edge lifts.',
        inWorkTime: true,
        hides: true,
        applies: true,
        mishaps: [gelled('strip'), dirty('degrease')],
      },
    ),
    cure,
    coats,
  ],
  'liner': [degrease, derust, flush, dry, tie, ready, mix, ...lastOf(linerSteps), cure, look],
  'poured-lining': [
    strip,
    wipe,
    dry,
    ready,
    mix,
    place(
      'pours',
      'One face level at a time',
      'Poured, face by face',
      'Level the face, pour, cloth lapped 10 to 20 mm up the next. Turn it after each has gelled; mix anew for each face.',
      {
        looks: 'Level, closed, the cloth wetted through, no bubble.',
        why: 'It levels itself only where it lies level.',
        clock: { kind: 'list', of: 'faces', gels: 5 * HOUR },
        hides: true,
        applies: true,
        mishaps: [gelled('strip'), wrongMix],
      },
    ),
    cure,
    look,
  ],
  'plastic-weld': [
    place(
      'identify',
      'Identify the plastic',
      'Identified',
      'The mark on the tank, or a shaving: polyethylene floats, melts clear and smells of candle. Layered walls are not welded.',
      { looks: 'Polyethylene of known type, one layer through.', why: 'Other plastics do not take it.' },
    ),
    wipe,
    place(
      'valley',
      'A valley to the bottom of the damage',
      'Valley melted',
      'A V to sound plastic, not through the wall. Drill small holes at the ends of a crack.',
      {
        heats: true,
        looks: 'Sound plastic at the bottom, the wall is not through.',
        why: 'A crack that is left under the weld runs on.',
        hides: true,
        mishaps: [
          {
            key: 'through',
            words: 'The iron went through the wall',
            now: 'Stop. Nothing carries a hole over the melt: decide again, most likely it is renewed.',
            backTo: 'identify',
            strips: false,
          },
        ],
      },
    ),
    place(
      'weld',
      'Fold parent plastic back, pass by pass',
      'Welded',
      'Parent plastic, both sides melted as it goes in; each pass cooled before the next.',
      {
        looks: 'No fold that a nail gets under, slightly proud.',
        why: 'Plastic laid on cold plastic peels off.',
        clock: { kind: 'passes', noun: 'pass', nouns: 'passes', least: 2, wait: 3 * MINUTE },
        mishaps: [
          {
            key: 'browned',
            words: 'It browned or smoked',
            now: 'Burnt plastic holds nothing: cut it out to sound plastic and begin the valley again, cooler.',
            backTo: 'valley',
            strips: true,
          },
        ],
      },
    ),
    place('smooth', 'Smooth it cooler, cool in still air', 'Cooled', 'A cooler iron over the whole. No water, no draught.', {
      looks: 'Cold to the hand, no white edge.',
      why: 'Cooled quickly it draws and cracks beside the weld.',
      clock: { kind: 'timer', least: 30 * MINUTE },
      applies: true,
    }),
  ],
  'hot-work': [
    place(
      'certificate',
      'Gas-free certificate of the licensed shop',
      'Certificate kept',
      'The licensed shop measures and certifies. Keep its number under Make safe.',
      { looks: 'Shop, certificate and day are recorded.', why: 'An “empty” tank is the dangerous one.' },
    ),
    place(
      'back',
      'It is back: look at the work',
      'Looked at',
      'Look along the weld with a lens from both sides; who did it, under which certificate.',
      {
        looks: 'No pore, no crack beside it, scale brushed off inside.',
        why: 'What is inside the tank now clogs the filter.',
        applies: true,
      },
    ),
    coats,
  ],
  'bulkhead-fitting': [
    place(
      'hole',
      'Dress the hole',
      'Hole dressed',
      'Round, its edge broken, chips out of the tank. Sound and flat where the washers lie.',
      { looks: 'Flat and smooth one washer wide, no chip inside.', why: 'A burr cuts the washer.', hides: true },
    ),
    place(
      'fit',
      'Fitting, washers for this fuel, to its torque',
      'Fitted',
      'Washer inside and out, held from inside while the nut is drawn.',
      { looks: 'Washers even, nothing turned with the nut.', why: 'A washer that turned is cut.', applies: true },
    ),
  ],
  'renew-part': [
    place('match', 'Hold the new against the old', 'Matched', 'Ports, threads, direction arrow, seal, bracket.', {
      looks: 'Same in size and thread form; the arrow points as the old one did.',
      why: 'Parallel, taper and metric look alike and do not seal with each other.',
    }),
    place('fit', 'Fit it, seals new', 'Fitted', 'Clean faces, new seals and clamps, to its torque.', {
      looks: 'Seated, locked, the connector clicked.',
      why: 'The old seal has taken the shape of the old part.',
      applies: true,
    }),
  ],
  'stopgap': [
    wipe,
    dryPlace,
    place('stop', 'Put it on', 'Stopped', 'Press it well past the hole. Write the day on it.', {
      looks: 'It holds to a light pull; the day is written on it.',
      why: 'It gets it home. It is not a repair.',
      applies: true,
    }),
    cureFrom('degrease'),
  ],
}
/** Methods that are done stage by stage. */
export type StagedMethod = keyof typeof stagesOfMethods
export const isStaged = (method: RepairMethodKey): method is StagedMethod => Object.hasOwn(stagesOfMethods, method)

for (const [method, stages] of Object.entries(stagesOfMethods))
  known(
    `Stages, ${method}`,
    stages,
    stage => stage.key,
    (stage): Bounds => {
      const keys = stages.map(each => each.key)
      return {
        'applies, once': [stages.filter(each => each.applies).length, 1, 1],
        ...Object.fromEntries(
          stage.mishaps.map(each => [`${each.key} leads back`, [keys.indexOf(each.backTo), 0, keys.indexOf(stage.key)]]),
        ),
      }
    },
  )

/** Number of the first stage in which something is put on, drawn in or heated: from it on what allows that has to be there. */
export const firstPutOn = (stages: readonly RepairStage[]): number =>
  stages.findIndex(({ clock, heats, applies }) => clock.kind === 'mix' || clock.kind === 'vacuum' || heats || applies)
