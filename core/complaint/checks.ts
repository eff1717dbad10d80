import type { PartFamily } from '../circuit/boundary'
import { known } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'
import { checkKeys, type CauseKey, type CheckKey, type SignKey } from './keys'
import type { CodeClass } from './troubleCodes'

/** What has to be opened or taken off to do a check. */
export const accesses = ['nothing', 'cap', 'cover', 'drained', 'tank down'] as const
export type Access = (typeof accesses)[number]

/**
 * Minutes that gaining access takes, once. Source: general trade practice for one person on a common craft;
 * a tank that comes down also wants draining, support and its lines off.
 */
export const accessMinutes: Record<Access, number> = { nothing: 0, cap: 1, cover: 12, drained: 25, 'tank down': 90 }

export const risks = ['none', 'care', 'danger'] as const
export type Risk = (typeof risks)[number]

/** Which application page does this check as a measured test, if one does. */
export type TestPage = 'hold' | 'soap' | 'smoke'

/** An answer that a check can give, and how often it does so with a cause that it is about and with any other. */
export interface CheckOutcome {
  key: string
  /** as a large choice */
  words: string
  /** what it would mean, in one sentence */
  means: string
  /** causes that it speaks for */
  for: readonly CauseKey[]
  /** how often this answer comes with such a cause, and with another one, 0 to 1 */
  hit: number
  miss: number
}

/** Something to look at, smell, move or measure. The last of its answers is what remains: nothing to see. */
export interface Check {
  key: CheckKey
  source: SourceKey
  name: string
  /** how to do it, one or two sentences */
  how: string
  minutes: number
  kit: readonly string[]
  risk: Risk
  /** what to mind while doing it */
  caution?: string
  access: Access
  /** only where the tank has a part of one of these families */
  needs?: readonly PartFamily[]
  /** signs with which it is not offered, as it could hurt someone */
  barredBy?: readonly (SignKey | CodeClass)[]
  /** signs with which it has nothing to show */
  pointlessWith?: readonly SignKey[]
  test?: TestPage
  outcomes: readonly CheckOutcome[]
  rest: { key: string, words: string, means: string }
}

const out = (key: string, words: string, causes: readonly CauseKey[], hit: number, miss: number, means: string): CheckOutcome => ({ key, words, for: causes, hit, miss, means })
const clear = (means: string, words = 'Nothing') => ({ key: 'clear', words, means })

const LIVE: readonly SignKey[] = ['pool']
/** Where nothing is wet there is nothing to follow. */
const DRY_SMELL: readonly SignKey[] = ['smell-only']
const highSide: readonly CauseKey[] = ['sender-seal', 'sender-terminals', 'vent-hose', 'upper-seam', 'pickup', 'standpipe', 'vent-valve', 'return-union', 'coupling', 'plate']
const lowSide: readonly CauseKey[] = ['lower-seam', 'pinholes', 'strap-rub', 'drain', 'drain-boss', 'crossover', 'tap', 'old-patch', 'lining', 'plastic-crack', 'mould-seam', 'weld-crack', 'rivets', 'fillet']
const fillSide: readonly CauseKey[] = ['cap-seal', 'neck', 'filler-hose', 'vent-blocked', 'spill']

/**
 * The checks. Hits and misses are judged from general trade practice: a look in good light at a reachable place finds most of what is there (0.7 to 0.9),
 * a place that fuel runs to from elsewhere is taken for it in about one case of ten; tests with an instrument do better.
 */
const rows: readonly Check[] = [
  {
    key: 'smell-blot', name: 'Smell it and blot it', source: 'trade practice', how: 'Press white paper on the wet place, smell it, watch whether it dries with a ring.', minutes: 2, kit: ['white paper', 'lamp'], risk: 'none', access: 'nothing', pointlessWith: DRY_SMELL,
    outcomes: [out('water', 'Water', ['condensate'], 0.95, 0.02, 'It is water. Nothing leaks there.')], rest: { key: 'fuel', words: 'Fuel', means: 'It is fuel.' },
  },
  {
    key: 'highest-wet', name: 'Find the highest wet point', source: 'trade practice', how: 'Follow the wet upwards with a lamp: washed streaks, softened paint, stained dirt. The lowest place is only where it drips from.', minutes: 5, kit: ['lamp', 'mirror'], risk: 'none', access: 'nothing', pointlessWith: DRY_SMELL,
    outcomes: [
      out('high', 'On top', highSide, 0.75, 0.08, 'It comes from the top and runs down.'), out('low', 'Low on the tank', lowSide, 0.75, 0.08, 'It comes out low.'),
      out('neck', 'At the neck', fillSide, 0.75, 0.06, 'It comes down the filling path.'), out('line', 'On a line or the engine', ['feed-hose', 'coupling', 'return-union', 'engine-side', 'carburettor', 'selector', 'tap'], 0.7, 0.05, 'It comes from a line.'),
    ],
    rest: clear('Nothing wet: it evaporates, or it shows only in another condition.', 'Nothing wet'),
  },
  {
    key: 'cap-look', name: 'Cap: seal, rim and click', source: 'trade practice', how: 'Look at the ring and the rim under a lamp, feel for nicks, turn it home and listen.', minutes: 2, kit: ['lamp'], risk: 'care', caution: 'Open slowly: a warm tank is under pressure.', access: 'cap', needs: ['cap'],
    outcomes: [out('bad', 'Seal bad', ['cap-seal'], 0.8, 0.1, 'The cap leaks, or will soon.'), out('rim', 'Rim bad', ['neck'], 0.55, 0.03, 'The rim under the cap is what leaks; a new cap will not help.')], rest: clear('Cap and rim are likely sound.', 'Both sound'),
  },
  {
    key: 'cap-hiss', name: 'Loosen the cap and listen', source: 'trade practice', how: 'After running or in warmth, loosen the cap slowly: does air rush in or out?', minutes: 1, kit: [], risk: 'care', caution: 'Open slowly: a warm tank is under pressure.', access: 'nothing', needs: ['cap'],
    outcomes: [out('rush', 'It rushes', ['vent-blocked'], 0.85, 0.1, 'The tank cannot breathe: a vent is blocked.')], rest: clear('The tank breathes, or does not hold pressure at all.', 'No rush'),
  },
  {
    key: 'neck-look', name: 'Neck, its bracket and grommet', source: 'trade practice', how: 'Look behind the splash cover and round the bracket with mirror and lamp; tap scabs with a wooden stick.', minutes: 6, kit: ['lamp', 'mirror'], risk: 'none', access: 'nothing', needs: ['neck', 'filler hose'],
    outcomes: [out('neck', 'Neck bad', ['neck'], 0.8, 0.04, 'The neck is rusted or cracked.'), out('hose', 'Hose or grommet bad', ['filler-hose'], 0.75, 0.06, 'The hose or grommet has perished, or its clamp.')], rest: clear('Neck and hose look sound as far as they can be seen.', 'Looks sound'),
  },
  {
    key: 'fill-watch', name: 'Fill slowly and watch the neck', source: 'trade practice', how: 'Add a few litres slowly with somebody watching the neck, the hose and the vent.', minutes: 8, kit: ['fuel can', 'spill tray', 'second person'], risk: 'care', caution: 'Spill tray under it, no ignition source, extinguisher to hand.', access: 'cap', barredBy: LIVE,
    outcomes: [out('neck', 'Wet at the neck', ['neck', 'filler-hose'], 0.8, 0.05, 'It leaks along the filling path.'), out('vent', 'Comes from the vent', ['vent-hose', 'vent-valve'], 0.6, 0.04, 'Fuel comes up a vent that should be whole.'), out('back', 'Comes back up', ['vent-blocked', 'canister'], 0.75, 0.04, 'Air cannot leave the tank.')],
    rest: clear('Filling does not bring it.', 'Stays dry'),
  },
  {
    key: 'dry-day', name: 'Wipe dry, do not fill, look tomorrow', source: 'trade practice', how: 'Wipe everything dry, note the level, and look again after a day without filling or driving.', minutes: 6, kit: ['cloths', 'talc'], risk: 'none', access: 'nothing', pointlessWith: DRY_SMELL,
    outcomes: [out('wet', 'Wet again', [...lowSide, 'feed-hose', 'tap', 'carburettor', 'selector', 'old-patch'], 0.8, 0.15, 'It leaks while standing, at this level.')], rest: clear('Nothing leaks at this level while it stands.', 'Dry'),
  },
  {
    key: 'talc', name: 'Dust it with talc', source: 'trade practice', how: 'Wipe dry, dust with talc or chalk, wait a quarter of an hour, look for the first dark spot.', minutes: 10, kit: ['talc', 'cloths', 'lamp'], risk: 'none', access: 'nothing', pointlessWith: DRY_SMELL,
    outcomes: [
      out('seam', 'Spot on a seam', ['lower-seam', 'upper-seam', 'weld-crack', 'mould-seam', 'fillet'], 0.65, 0.03, 'It is in the seam.'), out('skin', 'Spots on the skin', ['pinholes', 'strap-rub', 'plastic-crack', 'old-patch'], 0.65, 0.03, 'It comes through the wall.'),
      out('joint', 'At a fitting', ['drain', 'drain-boss', 'tap', 'pickup', 'return-union', 'crossover', 'sender-seal', 'plate', 'standpipe', 'coupling'], 0.6, 0.04, 'It comes out at a fitting.'), out('rivet', 'At rivets', ['rivets'], 0.8, 0.02, 'It comes out at rivets.'),
    ],
    rest: clear('Nothing came through at this level.', 'Stays white'),
  },
  {
    key: 'top-look', name: 'Look over the top', source: 'trade practice', how: 'Mirror and lamp over the top of the tank, or a camera on a stick: wet dirt, clean streaks.', minutes: 5, kit: ['lamp', 'mirror'], risk: 'none', access: 'nothing', pointlessWith: DRY_SMELL,
    outcomes: [out('wet', 'Wet on top', highSide, 0.6, 0.08, 'It is one of the joints on top.')], rest: clear('The top is dry at this moment; brim-full it may not be.', 'Dry'),
  },
  {
    key: 'cover-off', name: 'Take the cover off over the sender', source: 'trade practice', how: 'Take the inspection cover off and look at ring, seal, terminals and hose ends.', minutes: 3, kit: ['screwdriver', 'lamp'], risk: 'care', caution: 'Vapour gathers under covers: air it, no switch, no lamp with a bare bulb.', access: 'cover', needs: ['sender'],
    outcomes: [
      out('ring', 'Wet at the ring', ['sender-seal'], 0.8, 0.05, 'The sender or pump seal leaks.'), out('terminals', 'Wet at the terminals', ['sender-terminals'], 0.85, 0.02, 'It comes through the sender.'),
      out('hose', 'Wet at a hose or fitting', ['coupling', 'return-union', 'pickup', 'standpipe', 'vent-hose', 'vent-valve'], 0.65, 0.04, 'One of the joints beside the sender leaks.'),
    ],
    rest: clear('Dry under the cover at this level.', 'Dry'),
  },
  {
    key: 'ring-tight', name: 'Is the sender ring home', source: 'trade practice', how: 'Press and turn the ring or its screws by hand, with a brass or wooden drift.', minutes: 3, kit: ['brass drift'], risk: 'care', caution: 'No steel on steel near vapour.', access: 'cover', needs: ['sender'],
    outcomes: [out('loose', 'Loose', ['sender-seal'], 0.45, 0.03, 'It was never home: renew the seal and lock it.')], rest: clear('The ring is tight; the seal may still be bad.', 'Tight'),
  },
  {
    key: 'terminals-wipe', name: 'Unplug the sender and wipe', source: 'trade practice', how: 'Unplug the connector, wipe inside it with white paper.', minutes: 3, kit: ['white paper'], risk: 'care', caution: 'Battery off before a plug is pulled near vapour.', access: 'cover', needs: ['sender'],
    outcomes: [out('fuel', 'Fuel in it', ['sender-terminals'], 0.9, 0.03, 'It leaks through the sender’s terminals.')], rest: clear('The terminals are tight.', 'Dry'),
  },
  {
    key: 'hose-wiggle', name: 'Wiggle and bend the hoses', source: 'trade practice', how: 'Bend each hose near its clamps, look for cracks, smell, feel for wet.', minutes: 6, kit: ['lamp'], risk: 'care', caution: 'A perished hose can break: tray under it.', access: 'nothing',
    outcomes: [
      out('vent', 'Vent hose bad', ['vent-hose'], 0.75, 0.05, 'The vent hose has perished or is off.'), out('feed', 'Feed or return hose bad', ['feed-hose', 'return-union', 'crossover'], 0.7, 0.05, 'A fuel hose leaks.'),
      out('vapour', 'Vapour hose bad', ['vapour-hose'], 0.65, 0.03, 'A vapour hose is cracked or off.'), out('filler', 'Filler hose bad', ['filler-hose'], 0.65, 0.04, 'The filler hose or its clamp leaks.'),
    ],
    rest: clear('The hoses that can be reached are sound.', 'All sound'),
  },
  {
    key: 'vent-blow', name: 'Blow through the vent', source: 'trade practice', how: 'Cap off, blow gently into the end of the vent: does it pass, does it bubble?', minutes: 3, kit: ['clean hose'], risk: 'care', caution: 'Never by mouth on a fuel hose: use a hand pump or bulb.', access: 'cap', needs: ['vent hose'],
    outcomes: [out('blocked', 'Blocked', ['vent-blocked'], 0.95, 0.02, 'The vent is blocked.'), out('hiss', 'Hisses out on the way', ['vent-hose'], 0.75, 0.02, 'The vent hose is broken.')], rest: clear('The vent is open and whole.', 'Free'),
  },
  {
    key: 'engine-watch', name: 'Engine running, watch the lines', source: 'trade practice', how: 'Start it in the open with somebody at the switch; look along feed, return and fittings with a lamp.', minutes: 8, kit: ['lamp', 'mirror', 'second person', 'extinguisher'], risk: 'danger', caution: 'In the open, extinguisher in hand, off at the first spray. Not with a pool or a spray.', access: 'nothing', barredBy: ['pool', 'liquid fuel leak'],
    outcomes: [
      out('feed', 'Feed or connector wet', ['feed-hose', 'coupling', 'pickup'], 0.8, 0.03, 'The supply side leaks under pressure.'), out('return', 'Return wet', ['return-union'], 0.85, 0.02, 'The return side leaks.'),
      out('engine', 'At the engine', ['engine-side', 'carburettor'], 0.85, 0.03, 'The tank is dry; it leaks at the engine end.'), out('selector', 'At the selector', ['selector'], 0.85, 0.01, 'The selector valve leaks.'),
    ],
    rest: clear('Running it brings nothing out.', 'Stays dry'),
  },
  {
    key: 'prime-pump', name: 'Prime the pump, engine off', source: 'trade practice', how: 'Switch on without starting, several times, or press the bulb: pressure without a running engine.', minutes: 3, kit: ['lamp'], risk: 'care', caution: 'Battery back on only after the vapour is aired out.', access: 'nothing', needs: ['coupling', 'feed', 'pickup'], barredBy: ['pool'],
    outcomes: [out('wet', 'Supply wet', ['feed-hose', 'coupling', 'engine-side', 'pickup'], 0.75, 0.03, 'The supply side leaks under pressure.')], rest: clear('The supply holds what the pump gives.', 'Dry'),
  },
  {
    key: 'pinch-return', name: 'Pinch or lead off the return', source: 'trade practice', how: 'Lead the return into a can, or pinch it for a moment with the engine at idle, and see whether it stops.', minutes: 8, kit: ['pinch pliers', 'can'], risk: 'danger', caution: 'Never pinch the return of a pump that makes its own pressure without the maker’s word.', access: 'nothing', needs: ['return'], barredBy: ['pool'],
    outcomes: [out('stops', 'It stops', ['return-union'], 0.85, 0.04, 'What comes back is what leaks.')], rest: clear('The return is not it.', 'No change'),
  },
  {
    key: 'switch-tanks', name: 'Switch tanks and watch', source: 'trade practice', how: 'Run on one tank, then on the other, and see whether the place changes.', minutes: 10, kit: [], risk: 'care', access: 'nothing', needs: ['selector', 'crossover'],
    outcomes: [out('changes', 'It changes', ['return-union', 'selector', 'feed-hose', 'pickup'], 0.75, 0.08, 'It is on what is switched: feed, return or the selector.')], rest: clear('It stays: the tank or the crossover.', 'Stays'),
  },
  {
    key: 'tap-shut', name: 'Shut the tap overnight', source: 'trade practice', how: 'Wipe dry, shut the tap, look in the morning.', minutes: 3, kit: [], risk: 'none', access: 'nothing', needs: ['tap'],
    outcomes: [out('stops', 'Dry with it shut', ['carburettor', 'feed-hose', 'engine-side'], 0.9, 0.06, 'It is behind the tap.'), out('tap', 'Wet at the tap', ['tap'], 0.85, 0.03, 'The tap itself leaks.')], rest: clear('It goes on: tank or plug.', 'Wet elsewhere'),
  },
  {
    key: 'tap-work', name: 'Move the tap’s lever', source: 'trade practice', how: 'Wipe dry, work the lever through, watch gland and nut.', minutes: 2, kit: [], risk: 'none', access: 'nothing', needs: ['tap'],
    outcomes: [out('wet', 'It weeps', ['tap'], 0.8, 0.03, 'The tap’s gland or gasket leaks.')], rest: clear('The tap is tight.', 'Dry'),
  },
  {
    key: 'drain-look', name: 'Drain plug: wipe and wait', source: 'trade practice', how: 'Wipe plug and boss dry, wait ten minutes, see where the first drop forms.', minutes: 6, kit: ['lamp', 'cloths'], risk: 'none', access: 'nothing', needs: ['drain'],
    outcomes: [out('plug', 'At the plug', ['drain'], 0.85, 0.06, 'The plug or its gasket leaks.'), out('boss', 'Round the boss', ['drain-boss'], 0.8, 0.02, 'The boss is cracked or torn.')], rest: clear('The drain is dry; it only hangs lowest.', 'Dry'),
  },
  {
    key: 'strap-look', name: 'Look under a strap’s edge', source: 'trade practice', how: 'Lift the edge of the pad with a wooden stick, or slack one strap with the tank supported.', minutes: 10, kit: ['jack with wide pad', 'lamp'], risk: 'care', caution: 'Support the tank before a strap is slackened.', access: 'nothing', needs: ['wall'],
    outcomes: [out('wet', 'Wet or rusted under it', ['strap-rub', 'pinholes'], 0.75, 0.08, 'It is worn or rusted through under the strap.')], rest: clear('Sound under the strap as far as seen.', 'Sound'),
  },
  {
    key: 'scrape', name: 'Brush one spot to bare metal', source: 'trade practice', how: 'Wire brush by hand, not by machine, where it is rusty or stained: loss, or only stain?', minutes: 8, kit: ['hand wire brush', 'lamp'], risk: 'care', caution: 'By hand: no sparks.', access: 'nothing', needs: ['wall'],
    outcomes: [out('holes', 'Pinholes', ['pinholes', 'strap-rub'], 0.8, 0.04, 'The plate is gone there; a patch buys days.'), out('crack', 'A crack', ['weld-crack', 'lower-seam', 'upper-seam'], 0.6, 0.02, 'A seam or weld has cracked.')], rest: clear('Metal is sound there.', 'Sound metal'),
  },
  {
    key: 'squeeze', name: 'Press the side of the tank', source: 'trade practice', how: 'Press the wall by hand near seams and corners and watch for a weep.', minutes: 3, kit: ['lamp'], risk: 'none', access: 'nothing', pointlessWith: DRY_SMELL, needs: ['wall', 'seam'],
    outcomes: [out('weeps', 'It weeps', ['plastic-crack', 'mould-seam', 'weld-crack', 'lower-seam'], 0.55, 0.03, 'A crack opens under load.')], rest: clear('Nothing opens.', 'Dry'),
  },
  {
    key: 'patch-nail', name: 'Lift the patch’s edge with a nail', source: 'trade practice', how: 'Try the edge of each smear or patch with a finger nail.', minutes: 2, kit: [], risk: 'none', access: 'nothing',
    outcomes: [out('lifts', 'It lifts', ['old-patch'], 0.85, 0.06, 'The old patch has let go.')], rest: clear('No patch, or it holds.', 'Holds, or none'),
  },
  {
    key: 'added-look', name: 'Look for what was added', source: 'trade practice', how: 'Look for fittings, lines and holes that the maker did not put there.', minutes: 4, kit: ['lamp', 'mirror'], risk: 'none', access: 'nothing',
    outcomes: [out('wet', 'One, and wet', ['standpipe'], 0.8, 0.02, 'The added fitting leaks.'), out('there', 'One, dry now', ['standpipe'], 0.15, 0.08, 'There is one to keep in mind.')], rest: clear('Nothing was added.', 'None'),
  },
  {
    key: 'brim-fill', name: 'Fill to the brim and look', source: 'trade practice', how: 'Fill to the brim and look over the top at once and after half an hour.', minutes: 20, kit: ['fuel', 'spill tray', 'lamp'], risk: 'care', caution: 'Spill tray, no ignition source; a full tank is heavy.', access: 'cap', barredBy: ['pool', 'drip'],
    outcomes: [
      out('ring', 'Wet at the sender', ['sender-seal', 'sender-terminals'], 0.85, 0.03, 'The seal on top leaks.'), out('vent', 'Wet at a vent', ['vent-hose', 'vent-valve'], 0.75, 0.03, 'A vent leaks when full.'),
      out('fitting', 'Wet at a fitting', ['standpipe', 'pickup', 'return-union', 'plate'], 0.8, 0.03, 'A fitting on top leaks.'), out('seam', 'Wet at the upper seam', ['upper-seam', 'weld-crack'], 0.7, 0.03, 'The upper seam leaks.'), out('neck', 'Wet at the neck', ['neck', 'filler-hose', 'cap-seal'], 0.7, 0.03, 'The filling path leaks when full.'),
    ],
    rest: clear('Brim-full nothing comes.', 'Stays dry'),
  },
  {
    key: 'level-down', name: 'Lower the level by a quarter and watch', source: 'trade practice', how: 'Draw off a quarter, wipe dry, wait an hour. Where it stops is about how high it leaks.', minutes: 20, kit: ['hand pump', 'can', 'bonding lead'], risk: 'care', caution: 'Bond the containers; keep vapour away from heaters.', access: 'drained', pointlessWith: DRY_SMELL,
    outcomes: [out('stops', 'It stops', [...highSide, 'neck'], 0.8, 0.1, 'It is above this level.')], rest: { key: 'goes-on', words: 'It goes on', means: 'It is below this level.' },
  },
  {
    key: 'lean', name: 'Lean or jack it', source: 'trade practice', how: 'Raise one side a little, wait, then the other.', minutes: 12, kit: ['jack with wide pad', 'stands'], risk: 'care', caution: 'Stands under it before anyone is.', access: 'nothing',
    outcomes: [out('shows', 'It shows', ['sender-seal', 'vent-valve', 'vent-hose', 'upper-seam', 'standpipe', 'cap-seal', 'fillet', 'plate'], 0.6, 0.06, 'Moving the level to it brings it out.')], rest: clear('Leaning does not bring it.', 'No change'),
  },
  {
    key: 'drive-look', name: 'Drive or rock it, look at once', source: 'trade practice', how: 'A short run with a part-full tank, or rock it, and look within a minute of stopping.', minutes: 15, kit: ['lamp', 'mirror'], risk: 'care', access: 'nothing', barredBy: ['pool', 'drip'],
    outcomes: [out('top', 'Wet on top', ['sender-seal', 'vent-valve', 'vent-hose', 'upper-seam', 'standpipe', 'cap-seal'], 0.7, 0.05, 'Slosh brings it out on top.'), out('side', 'Wet on a side', ['weld-crack', 'fillet', 'lining', 'lower-seam'], 0.6, 0.04, 'Flexing opens a seam.')], rest: clear('Moving does not bring it.', 'Stays dry'),
  },
  {
    key: 'rivet-press', name: 'Press each rivet and wipe', source: 'trade practice', how: 'Wipe the row, press each head with a thumb while somebody watches, mark those that move or wet.', minutes: 10, kit: ['cloths', 'marker'], risk: 'none', access: 'nothing', needs: ['rivets'],
    outcomes: [out('moves', 'Some move or wet', ['rivets'], 0.8, 0.05, 'Working rivets.')], rest: clear('The rows are tight.', 'All tight'),
  },
  {
    key: 'rib-stain', name: 'Follow the stain to its rib', source: 'trade practice', how: 'Clean the skin, wait a day or warm the tank in the sun, see on which line it comes first.', minutes: 8, kit: ['solvent cloth', 'marker'], risk: 'care', caution: 'Solvent vapour: air it out.', access: 'nothing', needs: ['rib', 'rivets'],
    outcomes: [out('rib', 'Along a rib or spar', ['fillet', 'weld-crack'], 0.75, 0.05, 'The fillet behind it has let go.'), out('plate', 'At a plate', ['plate'], 0.8, 0.03, 'The plate’s gasket leaks.'), out('row', 'At single rivets', ['rivets'], 0.75, 0.05, 'Single rivets weep.')], rest: clear('Nothing comes within a day.', 'Stays clean'),
  },
  {
    key: 'plate-screws', name: 'Plate screws: tight, all there, one length', source: 'trade practice', how: 'Try each screw, compare lengths, look along the edge for squeezed-out gasket.', minutes: 4, kit: ['screwdriver'], risk: 'none', access: 'nothing', needs: ['plate'],
    outcomes: [out('bad', 'Loose or wrong', ['plate'], 0.6, 0.04, 'The plate is not clamped evenly.')], rest: clear('The plate is clamped.', 'All tight'),
  },
  {
    key: 'sensor-zero', name: 'Sensor’s volts with the cap off', source: 'trade practice', how: 'Cap off, read the tank pressure sensor: it must show its zero-pressure volts.', minutes: 4, kit: ['voltmeter or reader'], risk: 'none', access: 'cap', needs: ['sensor'],
    outcomes: [out('off', 'Not its zero', ['pressure-sensor'], 0.92, 0.02, 'The sensor is wrong; no leak code can be believed until it is right.')], rest: clear('The sensor’s zero is right.', 'Its zero'),
  },
  {
    key: 'purge-passes', name: 'Does the purge valve pass air shut', source: 'trade practice', how: 'Pull the hose off, blow in with a hand pump, no current on it.', minutes: 5, kit: ['hand pump'], risk: 'none', access: 'nothing', needs: ['purge valve'],
    outcomes: [out('passes', 'It passes', ['purge-valve'], 0.93, 0.02, 'The purge valve does not shut.')], rest: clear('The purge valve shuts.', 'It holds'),
  },
  {
    key: 'vent-click', name: 'Vent valve: click and hold', source: 'trade practice', how: 'Switch it with a reader or twelve volts: it clicks, and shut it holds air from a hand pump.', minutes: 7, kit: ['reader or fused lead', 'hand pump'], risk: 'care', caution: 'Switch away from vapour.', access: 'nothing', needs: ['canister vent valve'],
    outcomes: [out('passes', 'Clicks, but passes', ['vent-solenoid'], 0.75, 0.02, 'The vent valve does not seal.'), out('silent', 'No click', ['valve-wiring', 'vent-solenoid'], 0.4, 0.03, 'No current, or stuck.')], rest: clear('The vent valve works.', 'Clicks and holds'),
  },
  {
    key: 'valve-volts', name: 'Current at the valves’ plugs', source: 'trade practice', how: 'Test lamp or meter at both plugs while switched.', minutes: 6, kit: ['test lamp'], risk: 'none', access: 'nothing', needs: ['purge valve', 'canister vent valve'],
    outcomes: [out('none', 'No current at one', ['valve-wiring'], 0.9, 0.02, 'Wiring, not a leak.')], rest: clear('Both get current.', 'Current at both'),
  },
  {
    key: 'canister-lift', name: 'Lift and shake the canister', source: 'trade practice', how: 'Is it heavy, does it slosh, is there coal in the purge hose, a crack at the mount?', minutes: 8, kit: ['lamp'], risk: 'none', access: 'nothing', needs: ['canister'],
    outcomes: [out('bad', 'Heavy or cracked', ['canister'], 0.85, 0.03, 'The canister is soaked or cracked.')], rest: clear('The canister is sound.', 'Light and whole'),
  },
  {
    key: 'vapour-follow', name: 'Follow the vapour hoses by hand', source: 'trade practice', how: 'From tank to canister to engine: each end pushed on, each bend squeezed, each bracket looked behind.', minutes: 10, kit: ['lamp'], risk: 'none', access: 'nothing', needs: ['vapour hose'],
    outcomes: [out('bad', 'Cracked or off', ['vapour-hose'], 0.75, 0.03, 'A vapour hose leaks.')], rest: clear('The hoses that can be reached are whole.', 'All whole'),
  },
  {
    key: 'code-clear', name: 'Clear the code, note what comes back', source: 'trade practice', how: 'Note the code and its frozen data, clear it, and see after how many starts and at what level it returns.', minutes: 6, kit: ['reader'], risk: 'none', access: 'nothing', needs: ['canister'],
    outcomes: [out('at-once', 'Back at once', ['pressure-sensor', 'valve-wiring', 'purge-valve', 'vent-solenoid'], 0.65, 0.1, 'An electrical fault or a large leak.')], rest: clear('It comes only after its own test: a leak, most likely a small one.', 'Not at once'),
  },
  {
    key: 'gas-sniff', name: 'Sniff along with a gas meter', source: 'trade practice', how: 'Still air; move slowly along joints and hoses, low places last.', minutes: 10, kit: ['gas meter'], risk: 'none', access: 'nothing',
    outcomes: [
      out('neck', 'Strongest at the neck', ['cap-seal', 'neck', 'filler-hose'], 0.65, 0.06, 'Vapour leaves at the filling path.'), out('top', 'Strongest over the tank', [...highSide, 'vapour-hose'], 0.55, 0.08, 'Vapour leaves on top.'),
      out('canister', 'Strongest at the canister', ['canister', 'vent-solenoid', 'vapour-hose'], 0.65, 0.04, 'Vapour leaves at the canister side.'), out('low', 'Strongest low down', lowSide, 0.45, 0.12, 'It gathers low: a leak there, or only the vapour sinking.'),
    ],
    rest: clear('Nothing stands out.', 'Nothing stands out'),
  },
  {
    key: 'uv-dye', name: 'Dye in the fuel, look with a lamp', source: 'trade practice', how: 'Add the dye, run or move it, look after a day with the lamp.', minutes: 18, kit: ['fuel dye', 'ultraviolet lamp'], risk: 'care', access: 'cap',
    outcomes: [
      out('high', 'Glows on top', highSide, 0.8, 0.04, 'It comes out on top.'), out('low', 'Glows low', lowSide, 0.8, 0.05, 'It comes out low.'), out('line', 'Glows on a line', ['feed-hose', 'coupling', 'return-union', 'selector', 'engine-side', 'carburettor', 'tap', 'crossover'], 0.8, 0.03, 'It comes from a line.'), out('neck', 'Glows at the neck', ['neck', 'filler-hose', 'cap-seal'], 0.75, 0.03, 'It comes down the filling path.'),
    ],
    rest: clear('No liquid gets out.', 'Nothing glows'),
  },
  {
    key: 'filter-look', name: 'Look in the filter and strainer', source: 'trade practice', how: 'Shut off, drop the bowl, look for rust, flakes, water.', minutes: 8, kit: ['spanner', 'tray'], risk: 'care', caution: 'Tray under it, no ignition source.', access: 'nothing',
    outcomes: [out('rust', 'Rust or water', ['pinholes', 'lower-seam', 'neck', 'cap-seal'], 0.6, 0.15, 'The tank corrodes from inside.'), out('flakes', 'Flakes', ['old-patch', 'lining'], 0.65, 0.03, 'A liner or patch is letting go.')], rest: clear('Clean.', 'Clean'),
  },
  {
    key: 'sender-sweep', name: 'Sender’s resistance empty to full', source: 'trade practice', how: 'Read the ohms while the level, or the arm, moves slowly.', minutes: 8, kit: ['ohmmeter'], risk: 'none', access: 'cover', needs: ['sender'],
    outcomes: [out('bad', 'Gaps or off range', ['sender-terminals'], 0.6, 0.12, 'The sender is bad; its terminals may be the leak.')], rest: clear('The sender is sound.', 'Even'),
  },
  {
    key: 'hold', name: 'Pressure hold of the whole tank', source: 'trade practice', how: 'Close the openings, pump up, let it settle, measure. Says whether and how much, not where.', minutes: 30, kit: ['rig', 'gauge', 'thermometer'], risk: 'care', caution: 'Never above the limit of this tank; cautions first.', access: 'drained', test: 'hold',
    outcomes: [], rest: clear('Tight as far as it reaches.', 'Tight'),
  },
  {
    key: 'smoke', name: 'Smoke, with proof that it arrives', source: 'trade practice', how: 'Check the machine dead-ended, feed, see it arrive at a far end, then look. Says where.', minutes: 22, kit: ['smoke machine', 'lamp'], risk: 'care', caution: 'Low pressure only; inert gas or air as the maker says.', access: 'nothing', test: 'smoke', outcomes: [], rest: clear('No smoke where it arrives.', 'None seen'),
  },
  {
    key: 'soap', name: 'Soap on every joint under pressure', source: 'trade practice', how: 'Low pressure, half a minute a spot, along the route. Says where.', minutes: 25, kit: ['rig', 'soap'], risk: 'care', caution: 'Never above the limit of this tank; cautions first.', access: 'drained', test: 'soap', outcomes: [], rest: clear('Dry where it was looked.', 'Dry'),
  },
  {
    key: 'borescope', name: 'Look inside with a borescope', source: 'trade practice', how: 'Drained and aired, an intrinsically safe scope through the sender’s hole.', minutes: 15, kit: ['safe borescope'], risk: 'danger', caution: 'Only when vapour was measured below 10 % of its lower limit.', access: 'drained',
    outcomes: [out('pits', 'Deep pits', ['pinholes', 'lower-seam', 'strap-rub'], 0.75, 0.06, 'Corroded through from inside.'), out('lifted', 'Lining or sealant lifted', ['old-patch', 'lining', 'fillet'], 0.8, 0.03, 'What sealed it has let go.'), out('crack', 'Crack at a baffle', ['weld-crack'], 0.6, 0.02, 'A baffle weld has cracked.')], rest: clear('Sound inside as far as seen.', 'Sound'),
  },
  {
    key: 'down-top', name: 'Lower the tank a little and look at the top', source: 'trade practice', how: 'Supported on two jacks, a hand’s breadth down, lines still on.', minutes: 10, kit: ['two jacks', 'lamp'], risk: 'danger', caution: 'Drained first; stop if it catches; nobody under it.', access: 'tank down',
    outcomes: [
      out('ring', 'Sender wet', ['sender-seal', 'sender-terminals'], 0.85, 0.03, 'The seal leaks.'), out('hose', 'A hose or valve wet', ['vent-hose', 'vent-valve', 'vapour-hose', 'filler-hose'], 0.8, 0.03, 'A hose or valve on top leaks.'),
      out('fitting', 'A fitting wet', ['pickup', 'standpipe', 'return-union', 'coupling', 'plate'], 0.85, 0.03, 'A fitting leaks.'), out('skin', 'Skin or seam', ['upper-seam', 'weld-crack', 'plastic-crack', 'mould-seam'], 0.8, 0.03, 'The tank itself leaks on top.'),
    ],
    rest: clear('The top is dry.', 'Dry'),
  },
  {
    key: 'out-bottom', name: 'Tank out: brush and look all round', source: 'trade practice', how: 'On a bench, brushed by hand, lamp and mirror on every seam, strap line and corner.', minutes: 25, kit: ['hand brush', 'lamp'], risk: 'care', caution: 'Drained and aired; an empty tank is the dangerous one.', access: 'tank down',
    outcomes: [
      out('holes', 'Holes', ['pinholes', 'strap-rub'], 0.9, 0.02, 'The plate is gone there.'), out('seam', 'Seam', ['lower-seam', 'upper-seam', 'weld-crack', 'mould-seam'], 0.8, 0.03, 'A seam leaks.'),
      out('patch', 'Old patch', ['old-patch', 'lining'], 0.85, 0.03, 'The old patch has let go.'), out('crack', 'Crack or chafe', ['plastic-crack', 'neck'], 0.85, 0.02, 'The wall is cracked or chafed.'),
    ],
    rest: clear('Nothing to see: only a test will tell.', 'Nothing'),
  },
]
export const checks = known('Checks', rows, row => row.key, ({ minutes, outcomes }) => ({
  minutes: [minutes, 0.5, 60 * 24],
  ...Object.fromEntries(outcomes.flatMap(({ key, hit, miss }) => [[`hit of ${key}`, [hit, miss, 0.99]], [`miss of ${key}`, [miss, 0.001, 0.6]]])),
}), checkKeys)

/** @throws Error when there is none */
export function checkOf(key: string): Check {
  const found = checks.find(each => each.key === key)
  if (!found) throw new Error(`There is no check “${key}”.`)
  return found
}

/** Whether a check comes before the tank is taken down. */
export const isBeforeDrop = (check: Check): boolean => check.access !== 'tank down'
