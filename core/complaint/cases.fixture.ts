import type { CraftKind } from '../circuit/tankKinds'
import type { FuelKey } from '../fuel/fuels'

/**
 * Cases written from general trade knowledge, apart from the likelihoods: what was complained of, what it was, and what each check would have shown.
 * A check that is not named shows nothing.
 */
export interface TradeCase {
  name: string
  kind: string
  craft?: CraftKind
  fuel?: FuelKey
  age?: number
  signs: string[]
  codes?: string[]
  truth: string
  shows: Record<string, string>
}

export const tradeCases: TradeCase[] = [
  { name: 'van, vapour code after two caps', kind: 'moulded', age: 12, signs: ['cap-replaced', 'smell-after-fuelling', 'smell-only'], codes: ['P0456'], truth: 'neck', shows: { 'neck-look': 'neck', 'cap-look': 'rim', 'gas-sniff': 'neck' } },
  { name: 'van, loose cap code', kind: 'moulded', age: 6, signs: ['smell-after-fuelling'], codes: ['P0457'], truth: 'cap-seal', shows: { 'cap-look': 'bad', 'gas-sniff': 'neck' } },
  { name: 'van, large leak code, vent rusted open', kind: 'moulded', age: 11, signs: ['rust'], codes: ['P0455', 'P0446'], truth: 'vent-solenoid', shows: { 'vent-click': 'passes', 'gas-sniff': 'canister' } },
  { name: 'van, purge flows when shut', kind: 'moulded', age: 7, signs: ['engine-running'], codes: ['P0496'], truth: 'purge-valve', shows: { 'purge-passes': 'passes', 'code-clear': 'at-once' } },
  { name: 'van, sensor out of range', kind: 'moulded', age: 9, signs: ['no-smell'], codes: ['P0452'], truth: 'pressure-sensor', shows: { 'sensor-zero': 'off', 'code-clear': 'at-once' } },
  { name: 'van, brittle vapour hose', kind: 'moulded', age: 16, signs: ['old-hoses', 'smell-only', 'smell-inside'], codes: ['P0442'], truth: 'vapour-hose', shows: { 'vapour-follow': 'bad', 'hose-wiggle': 'vapour', 'gas-sniff': 'canister' } },
  { name: 'van, pump seal after a pump', kind: 'moulded', age: 8, signs: ['opened-lately', 'brim-full', 'smell-inside', 'weep'], codes: ['P0442'], truth: 'sender-seal', shows: { 'cover-off': 'ring', 'ring-tight': 'loose', 'brim-fill': 'ring', 'gas-sniff': 'top', 'top-look': 'wet' } },
  { name: 'van, soaked canister', kind: 'moulded', age: 10, signs: ['clicks-off', 'smell-after-fuelling'], codes: ['P0172', 'P0441'], truth: 'canister', shows: { 'canister-lift': 'bad', 'gas-sniff': 'canister', 'fill-watch': 'back' } },
  { name: 'van, supply connector O-ring', kind: 'moulded', age: 9, signs: ['engine-running', 'wet-top', 'drip'], truth: 'coupling', shows: { 'prime-pump': 'wet', 'engine-watch': 'feed', 'cover-off': 'hose', 'highest-wet': 'high', 'top-look': 'wet' } },
  { name: 'van, valve plug corroded', kind: 'moulded', age: 13, signs: ['no-smell', 'after-wash'], codes: ['P0447'], truth: 'valve-wiring', shows: { 'valve-volts': 'none', 'vent-click': 'silent', 'code-clear': 'at-once' } },
  { name: 'older car, filler hose', kind: 'carburetted', age: 30, signs: ['while-filling', 'wet-neck', 'old-hoses'], truth: 'filler-hose', shows: { 'neck-look': 'hose', 'fill-watch': 'neck', 'hose-wiggle': 'filler', 'highest-wet': 'neck', 'smell-blot': 'fuel' } },
  { name: 'older car, sender brim-full', kind: 'carburetted', age: 35, signs: ['brim-full', 'smell-after-fuelling', 'wet-top'], truth: 'sender-seal', shows: { 'cover-off': 'ring', 'brim-fill': 'ring', 'top-look': 'wet', 'highest-wet': 'high', 'level-down': 'stops' } },
  { name: 'older car, bottom rusted through after standing', kind: 'carburetted', age: 40, signs: ['after-standing', 'stood-long', 'rust', 'wet-low', 'weep'], truth: 'pinholes', shows: { 'scrape': 'holes', 'talc': 'skin', 'highest-wet': 'low', 'dry-day': 'wet', 'filter-look': 'rust', 'strap-look': 'wet' } },
  { name: 'older car, blocked vent', kind: 'carburetted', age: 25, signs: ['clicks-off', 'while-filling', 'stood-long'], truth: 'vent-blocked', shows: { 'cap-hiss': 'rush', 'vent-blow': 'blocked', 'fill-watch': 'back' } },
  { name: 'older car, carburettor floods', kind: 'carburetted', age: 40, signs: ['parked', 'wet-line', 'drip', 'stood-long'], truth: 'carburettor', shows: { 'engine-watch': 'engine', 'highest-wet': 'line', 'uv-dye': 'line' } },
  { name: 'fire pump, drain gasket', kind: 'small-steel', age: 12, signs: ['parked', 'wet-low', 'drip'], truth: 'drain', shows: { 'drain-look': 'plug', 'dry-day': 'wet', 'highest-wet': 'low', 'talc': 'joint', 'tap-shut': 'clear' } },
  { name: 'fire pump, tap gland', kind: 'small-steel', age: 15, signs: ['parked', 'wet-line', 'opened-lately'], truth: 'tap', shows: { 'tap-work': 'wet', 'tap-shut': 'tap', 'dry-day': 'wet', 'highest-wet': 'line', 'talc': 'joint' } },
  { name: 'fire pump, pinholes at the bottom seam', kind: 'small-steel', age: 25, signs: ['stood-long', 'rust', 'wet-corner', 'stain'], truth: 'pinholes', shows: { 'scrape': 'holes', 'talc': 'skin', 'filter-look': 'rust', 'dry-day': 'wet', 'highest-wet': 'low' } },
  { name: 'fire pump, old liner let go', kind: 'small-steel', age: 30, signs: ['lined-before', 'after-repair', 'wet-low'], truth: 'old-patch', shows: { 'patch-nail': 'lifts', 'filter-look': 'flakes', 'borescope': 'lifted', 'dry-day': 'wet', 'highest-wet': 'low' } },
  { name: 'generator, gnawed plastic', kind: 'moulded', craft: 'small equipment', age: 5, signs: ['stood-long', 'parked', 'wet-low'], truth: 'plastic-crack', shows: { 'highest-wet': 'low', 'squeeze': 'weeps', 'dry-day': 'wet', 'talc': 'skin' } },
  { name: 'workboat, deck fill hose', kind: 'aluminium-belly', fuel: 'diesel', age: 18, signs: ['while-filling', 'wet-inside', 'old-hoses'], truth: 'filler-hose', shows: { 'neck-look': 'hose', 'fill-watch': 'neck', 'hose-wiggle': 'filler', 'highest-wet': 'neck' } },
  { name: 'workboat, sender brim-full under way', kind: 'aluminium-belly', fuel: 'diesel', age: 14, signs: ['brim-full', 'under-way', 'wet-top', 'weep'], truth: 'sender-seal', shows: { 'cover-off': 'ring', 'ring-tight': 'loose', 'brim-fill': 'ring', 'top-look': 'wet', 'highest-wet': 'high', 'drive-look': 'top', 'lean': 'shows' } },
  { name: 'workboat, cradle rub', kind: 'aluminium-belly', fuel: 'diesel', age: 22, signs: ['parked', 'wet-strap', 'rust', 'any-level'], truth: 'strap-rub', shows: { 'strap-look': 'wet', 'scrape': 'holes', 'highest-wet': 'low', 'dry-day': 'wet', 'talc': 'skin' } },
  { name: 'workboat, cracked baffle weld', kind: 'aluminium-belly', fuel: 'diesel', age: 10, signs: ['under-way', 'struck', 'wet-seam', 'stops-half'], truth: 'weld-crack', shows: { 'squeeze': 'weeps', 'talc': 'seam', 'drive-look': 'side', 'scrape': 'crack', 'dry-day': 'wet' } },
  { name: 'workboat, condensate in the bilge', kind: 'aluminium-belly', fuel: 'diesel', age: 9, signs: ['no-smell', 'after-wash', 'wet-low'], truth: 'condensate', shows: { 'smell-blot': 'water' } },
  { name: 'workboat, vent hose below deck', kind: 'aluminium-belly', fuel: 'diesel', age: 20, signs: ['brim-full', 'while-filling', 'smell-after-fuelling', 'old-hoses'], truth: 'vent-hose', shows: { 'hose-wiggle': 'vent', 'vent-blow': 'hiss', 'fill-watch': 'vent', 'brim-fill': 'vent', 'cover-off': 'hose' } },
  { name: 'flying boat, weeping rivets', kind: 'riveted-bay', fuel: 'avgas', age: 30, signs: ['stain', 'wet-rivets', 'parked'], truth: 'rivets', shows: { 'rivet-press': 'moves', 'rib-stain': 'row', 'talc': 'rivet' } },
  { name: 'flying boat, fillet let go', kind: 'riveted-bay', fuel: 'avgas', age: 28, signs: ['stain', 'stood-long', 'after-standing', 'wet-rivets'], truth: 'fillet', shows: { 'rib-stain': 'rib', 'borescope': 'lifted', 'drive-look': 'side' } },
  { name: 'flying boat, drain gasket', kind: 'riveted-bay', fuel: 'avgas', age: 15, signs: ['wet-low', 'parked', 'stain'], truth: 'drain', shows: { 'drain-look': 'plug', 'highest-wet': 'low', 'talc': 'joint', 'dry-day': 'wet' } },
  { name: 'flying boat, plate after inspection', kind: 'riveted-bay', fuel: 'avgas', age: 20, signs: ['opened-lately', 'stain', 'weep'], truth: 'plate', shows: { 'plate-screws': 'bad', 'rib-stain': 'plate', 'talc': 'joint' } },
  { name: 'beach tractor, heater standpipe', kind: 'saddle-steel', fuel: 'diesel', age: 17, signs: ['brim-full', 'added-fitting', 'wet-top'], truth: 'standpipe', shows: { 'added-look': 'wet', 'brim-fill': 'fitting', 'top-look': 'wet', 'highest-wet': 'high', 'cover-off': 'hose' } },
  { name: 'beach tractor, return union', kind: 'saddle-steel', fuel: 'diesel', age: 15, signs: ['engine-running', 'drip', 'wet-line'], truth: 'return-union', shows: { 'engine-watch': 'return', 'pinch-return': 'stops', 'hose-wiggle': 'feed', 'highest-wet': 'line', 'top-look': 'wet' } },
  { name: 'beach tractor, strap line', kind: 'saddle-steel', fuel: 'diesel', age: 24, signs: ['parked', 'wet-strap', 'pool'], truth: 'strap-rub', shows: { 'strap-look': 'wet', 'scrape': 'holes', 'highest-wet': 'low', 'dry-day': 'wet' } },
  { name: 'twin tanks, selector', kind: 'twin', fuel: 'diesel', age: 18, signs: ['changes-switched', 'engine-running', 'wet-inside'], truth: 'selector', shows: { 'switch-tanks': 'changes', 'engine-watch': 'selector', 'highest-wet': 'line' } },
  { name: 'twin tanks, crossover hose hit', kind: 'twin', fuel: 'diesel', age: 12, signs: ['struck', 'wet-low', 'drip', 'any-level'], truth: 'crossover', shows: { 'hose-wiggle': 'feed', 'highest-wet': 'low', 'talc': 'joint', 'dry-day': 'wet' } },
  { name: 'portable, connector', kind: 'portable', age: 8, signs: ['engine-running', 'drip'], truth: 'coupling', shows: { 'prime-pump': 'wet', 'engine-watch': 'feed' } },
  { name: 'portable, cap seal on its side', kind: 'portable', age: 6, signs: ['tilted', 'under-way', 'wet-top'], truth: 'cap-seal', shows: { 'cap-look': 'bad', 'lean': 'shows', 'drive-look': 'top' } },
  { name: 'lined cell, lining torn', kind: 'lined-cell', fuel: 'avgas', age: 9, signs: ['new-fuel', 'wet-corner', 'stain'], truth: 'lining', shows: { 'borescope': 'lifted', 'filter-look': 'flakes', 'uv-dye': 'low' } },
  { name: 'workboat, spilled at the pump', kind: 'aluminium-belly', fuel: 'diesel', age: 4, signs: ['while-filling', 'wet-neck', 'smell-after-fuelling'], truth: 'spill', shows: {} },
]
