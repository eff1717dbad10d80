import type { Likelihood } from './signs'
import type { SignKey } from './keys'

/**
 * Ways in which a leak shows itself. A cause has one or more of them, and they say how likely each sign then is, and why.
 * The reasoning beside each figure is general trade practice and hydrostatics: what stands where, what drives it, what
 * evaporates first.
 */
export type Mechanism =
  | 'high joint'
  | 'low joint'
  | 'any height'
  | 'pump side'
  | 'return side'
  | 'filling path'
  | 'slosh'
  | 'vapour side'
  | 'seep'
  | 'perished rubber'
  | 'corrosion'
  | 'disturbed'
  | 'heat'

/** How likely a sign is under a mechanism, and the reason as it is told. */
export type Shows = Readonly<Partial<Record<SignKey, readonly [Likelihood, string]>>>

export const mechanisms: Record<Mechanism, Shows> = {
  'high joint': {
    'brim-full': ['often', 'fuel stands at it only when the tank is full'],
    'full-only': ['always', 'fuel stands at it only when the tank is full'],
    'wet-top': ['often', 'it is on top'],
    'smell-after-fuelling': ['often', 'after fuelling it is wetted'],
    'under-way': ['sometimes', 'fuel sloshes up to it'],
    'dry-parked': ['sometimes', 'parked, the level falls below it and it dries'],
    'tilted': ['sometimes', 'a slope brings the fuel up to it'],
    'stops-half': ['often', 'once the level has fallen it stops'],
    'any-level': ['hardly', 'it is above the fuel most of the time'],
    'while-filling': ['seldom', 'filling up wets it at the end'],
    'parked': ['seldom', 'it runs only while the level stands at it'],
    'weep': ['often', 'there is little head at the top'],
    'stain': ['sometimes', 'it dries between fills'],
    'smell-only': ['sometimes', 'a seep up there evaporates'],
    'pool': ['hardly', 'there is little head at the top'],
    'wet-inside': ['sometimes', 'covers on top are often reached from inside'],
    'hot-day': ['sometimes', 'a full tank swells in heat'],
  },
  'low joint': {
    'parked': ['often', 'the whole head stands on it all the time'],
    'any-level': ['often', 'it is below the fuel at any level'],
    'wet-low': ['often', 'it is at the bottom'],
    'drip': ['often', 'the head keeps it running'],
    'pool': ['sometimes', 'it empties the tank'],
    'brim-full': ['hardly', 'it is wet at any level'],
    'full-only': ['hardly', 'it is wet at any level'],
    'stops-half': ['hardly', 'half a tank still stands on it'],
    'dry-parked': ['hardly', 'parked, it goes on'],
    'while-filling': ['hardly', 'filling changes nothing there'],
    'under-way': ['seldom', 'it leaks moving or not'],
    'smell-only': ['seldom', 'liquid gets out there'],
    'weep': ['sometimes', 'a fine one only weeps'],
  },
  'any height': {
    'parked': ['sometimes', 'it leaks as long as fuel stands above it'],
    'stops-half': ['often', 'it stops when the level has fallen to it'],
    'any-level': ['seldom', 'it depends on the level'],
    'weep': ['often', 'a fine way out weeps'],
    'drip': ['sometimes', 'it drips from the lowest point'],
    'stain': ['sometimes', 'it dries and stains'],
    'brim-full': ['seldom', 'only the highest end is wetted when brim-full'],
  },
  'pump side': {
    'engine-running': ['always', 'it is under pressure or suction only while the engine runs'],
    'wet-line': ['often', 'it is on the way to the engine'],
    'parked': ['seldom', 'parked, little drives it'],
    'drip': ['often', 'pressure drives it'],
    'pool': ['sometimes', 'pressure drives it'],
    'smell-only': ['seldom', 'pressure makes it wet'],
    'brim-full': ['hardly', 'the level hardly matters there'],
    'while-filling': ['hardly', 'the engine is off while filling'],
    'any-level': ['sometimes', 'the level hardly matters there'],
    'changes-switched': ['sometimes', 'it sits on one tank’s line'],
  },
  'return side': {
    'engine-running': ['often', 'fuel comes back only while the engine runs'],
    'wet-line': ['sometimes', 'it is on a line'],
    'wet-top': ['sometimes', 'it enters on top'],
    'changes-switched': ['often', 'fuel comes back to the tank that is switched to'],
    'parked': ['hardly', 'nothing comes back when parked'],
    'drip': ['sometimes', 'what comes back drips'],
    'weep': ['sometimes', 'there is little pressure'],
    'any-level': ['sometimes', 'the level hardly matters there'],
    'brim-full': ['seldom', 'the return runs at any level'],
  },
  'filling path': {
    'while-filling': ['always', 'fuel runs along it only while filling'],
    'clicks-off': ['sometimes', 'what blocks or breaks there throws fuel back'],
    'wet-neck': ['often', 'it is on the neck side'],
    'smell-after-fuelling': ['often', 'it is wetted at each fill'],
    'brim-full': ['sometimes', 'brim-full the fuel stands in it'],
    'full-only': ['sometimes', 'brim-full the fuel stands in it'],
    'parked': ['hardly', 'it is dry between fills'],
    'engine-running': ['hardly', 'the engine does nothing to it'],
    'tilted': ['sometimes', 'a slope brings fuel back up the neck'],
    'pool': ['seldom', 'it runs only while filling'],
    'drip': ['sometimes', 'it drips while filling'],
    'any-level': ['seldom', 'only filling wets it'],
  },
  'slosh': {
    'under-way': ['always', 'only moving fuel reaches it'],
    'dry-parked': ['often', 'parked, it dries before it leaves a trail'],
    'tilted': ['sometimes', 'leaning does what moving does'],
    'parked': ['hardly', 'still fuel does not reach it'],
    'stain': ['sometimes', 'it dries and stains'],
  },
  'vapour side': {
    'smell-only': ['often', 'vapour gets out, not liquid'],
    'smell-always': ['sometimes', 'vapour gets out all the time'],
    'smell-inside': ['sometimes', 'vapour gathers in closed places'],
    'hot-day': ['sometimes', 'heat drives vapour out'],
    'drip': ['hardly', 'there is no liquid there'],
    'pool': ['hardly', 'there is no liquid there'],
    'weep': ['seldom', 'there is hardly any liquid there'],
    'wet-unknown': ['sometimes', 'vapour leaves no wet place'],
    'wet-low': ['hardly', 'vapour leaves no wet place'],
    'any-level': ['sometimes', 'vapour is there at any level'],
    'parked': ['seldom', 'nothing drips'],
  },
  'seep': {
    'smell-only': ['sometimes', 'it evaporates as fast as it comes'],
    'stain': ['often', 'dye stays when the fuel has gone'],
    'weep': ['often', 'it is fine'],
    'drip': ['seldom', 'it is too fine to drip'],
    'pool': ['hardly', 'it is too fine for a pool'],
  },
  'perished rubber': {
    'old-hoses': ['always', 'rubber perishes with age'],
    'stood-long': ['sometimes', 'dried-out rubber shrinks and cracks'],
    'after-standing': ['often', 'dried-out rubber leaks when wetted again'],
    'new-fuel': ['often', 'another blend swells or shrinks old rubber'],
  },
  'corrosion': {
    'rust': ['often', 'corrosion goes through from both sides'],
    'stood-long': ['often', 'water settles in a tank that stands'],
    'after-standing': ['often', 'holes rusted open are wetted again'],
    'lined-before': ['sometimes', 'it was bad enough to be lined or patched'],
    'wet-corner': ['sometimes', 'water lies in the corners'],
    'after-wash': ['sometimes', 'washing uncovers what dirt and scale held'],
  },
  'disturbed': {
    'opened-lately': ['often', 'it was off lately'],
    'after-repair': ['sometimes', 'it was off for the repair'],
    'sealant-smear': ['sometimes', 'somebody had trouble there before'],
  },
  'heat': { 'hot-day': ['often', 'heat raises the pressure and the level'] },
}
