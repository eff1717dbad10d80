// Keys of what a search for a leak knows. What refers to another row does so by one of these, so that a slip of the pen does not compile.

/** What a customer or a technician can say of a leak. */
export const signKeys = [
  'while-filling', 'clicks-off', 'brim-full', 'engine-running', 'under-way', 'dry-parked', 'parked', 'hot-day',
  'tilted', 'after-standing', 'after-repair', 'after-wash', 'wet-top', 'wet-neck', 'wet-low', 'wet-corner',
  'wet-strap', 'wet-seam', 'wet-rivets', 'wet-line', 'wet-inside', 'wet-unknown', 'smell-only', 'stain', 'weep',
  'drip', 'pool', 'smell-after-fuelling', 'smell-inside', 'smell-always', 'no-smell', 'full-only', 'stops-half',
  'any-level', 'changes-switched', 'same-switched', 'added-fitting', 'sealant-smear', 'tape-on', 'opened-lately',
  'cap-replaced', 'stood-long', 'struck', 'rust', 'old-hoses', 'lined-before', 'new-fuel', 'gauge-wrong',
] as const
export type SignKey = (typeof signKeys)[number]

/** What a leak, or what is taken for one, can come from. */
export const causeKeys = [
  'cap-seal', 'neck', 'filler-hose', 'vent-hose', 'vent-blocked', 'sender-seal', 'sender-terminals', 'upper-seam',
  'lower-seam', 'pinholes', 'strap-rub', 'drain', 'drain-boss', 'pickup', 'feed-hose', 'coupling', 'tap',
  'return-union', 'standpipe', 'crossover', 'selector', 'rivets', 'fillet', 'plate', 'weld-crack', 'plastic-crack',
  'mould-seam', 'vent-valve', 'purge-valve', 'vent-solenoid', 'canister', 'vapour-hose', 'pressure-sensor',
  'valve-wiring', 'old-patch', 'lining', 'carburettor', 'engine-side', 'spill', 'condensate',
] as const
export type CauseKey = (typeof causeKeys)[number]

/** What can be looked at, smelled, moved or measured. */
export const checkKeys = [
  'smell-blot', 'highest-wet', 'cap-look', 'cap-hiss', 'neck-look', 'fill-watch', 'dry-day', 'talc', 'top-look',
  'cover-off', 'ring-tight', 'terminals-wipe', 'hose-wiggle', 'vent-blow', 'engine-watch', 'prime-pump',
  'pinch-return', 'switch-tanks', 'tap-shut', 'tap-work', 'drain-look', 'strap-look', 'scrape', 'squeeze',
  'patch-nail', 'added-look', 'brim-fill', 'level-down', 'lean', 'drive-look', 'rivet-press', 'rib-stain',
  'plate-screws', 'sensor-zero', 'purge-passes', 'vent-click', 'valve-volts', 'canister-lift', 'vapour-follow',
  'code-clear', 'gas-sniff', 'uv-dye', 'filter-look', 'sender-sweep', 'hold', 'smoke', 'soap', 'borescope',
  'down-top', 'out-bottom',
] as const
export type CheckKey = (typeof checkKeys)[number]
