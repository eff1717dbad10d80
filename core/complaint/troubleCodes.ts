import { known } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'

/**
 * What a stored trouble code says about a fuel tank, in plain words.
 * Generic numbers and what they stand for: SAE J2012 / ISO 15031-6; the sentences and what they mean for a search are ours.
 */
export const codeClasses = [
  'any vapour fault',
  'small vapour leak',
  'large vapour leak',
  'cap loose',
  'purge flow wrong',
  'purge stuck open',
  'purge circuit',
  'vent not working',
  'vent circuit',
  'tank pressure sensor',
  'level sender',
  'mixture',
  'fuel pressure low',
  'liquid fuel leak',
] as const
export type CodeClass = (typeof codeClasses)[number]

/** What the engine's computer judges by the tank pressure sensor: with that wrong, none of these says anything. */
export const byPressureSensor: readonly CodeClass[] = [
  'any vapour fault',
  'small vapour leak',
  'large vapour leak',
  'cap loose',
  'purge flow wrong',
  'purge stuck open',
  'vent not working',
]

interface TroubleCode {
  code: string
  of: CodeClass
  plain: string
  source: SourceKey
}

const code = (number: string, of: CodeClass, plain: string): TroubleCode => ({ code: number, of, plain, source: 'SAE J2012' })

const rows: readonly TroubleCode[] = [
  code('P0440', 'any vapour fault', 'The vapour system failed its own test, without saying how.'),
  code(
    'P0441',
    'purge flow wrong',
    'Purge did not draw what it should: valve stuck, hose off, or flow when there should be none.',
  ),
  code('P0442', 'small vapour leak', 'A small leak, about a 1 mm hole: cap, neck, seals and hoses above the fuel come first.'),
  code('P0443', 'purge circuit', 'The purge valve’s wiring or coil is wrong; says nothing about leaks.'),
  code('P0444', 'purge circuit', 'The purge valve’s circuit is open: connector or coil.'),
  code('P0445', 'purge circuit', 'The purge valve’s circuit is shorted.'),
  code('P0446', 'vent not working', 'The canister’s vent does not open or shut as told: valve, filter or vent hose blocked.'),
  code('P0447', 'vent circuit', 'The vent valve’s circuit is open: connector or coil.'),
  code('P0448', 'vent circuit', 'The vent valve’s circuit is shorted.'),
  code('P0449', 'vent circuit', 'The vent valve’s wiring or coil is wrong; says nothing about leaks.'),
  code(
    'P0450',
    'tank pressure sensor',
    'The tank pressure sensor’s signal is wrong. Check its zero with the cap off before you believe any leak code.',
  ),
  code('P0451', 'tank pressure sensor', 'The tank pressure sensor reads what cannot be. Check its zero with the cap off.'),
  code('P0452', 'tank pressure sensor', 'The tank pressure sensor reads too low: wiring, or its zero has moved.'),
  code('P0453', 'tank pressure sensor', 'The tank pressure sensor reads too high: wiring, or its zero has moved.'),
  code('P0454', 'tank pressure sensor', 'The tank pressure sensor’s signal comes and goes.'),
  code('P0455', 'large vapour leak', 'A large leak: cap off or not sealing, hose off, purge or vent valve not shutting.'),
  code(
    'P0456',
    'small vapour leak',
    'A very small leak, about a half-millimetre hole: cap seal, neck under the cap, seals, fine cracks.',
  ),
  code('P0457', 'cap loose', 'A leak after fuelling: cap loose or off, or the neck’s rim under it.'),
  code('P0458', 'purge circuit', 'The purge valve’s circuit is low.'),
  code('P0459', 'purge circuit', 'The purge valve’s circuit is high.'),
  code('P0460', 'level sender', 'The level sender’s signal is wrong.'),
  code('P0461', 'level sender', 'The level sender does not move as it should.'),
  code('P0462', 'level sender', 'The level sender reads too low.'),
  code('P0463', 'level sender', 'The level sender reads too high.'),
  code('P0464', 'level sender', 'The level sender’s signal comes and goes.'),
  code('P0496', 'purge stuck open', 'Flow when purge should be shut: the purge valve does not close.'),
  code('P0497', 'purge flow wrong', 'Too little purge flow: valve, hose or a leak before it.'),
  code('P0498', 'vent circuit', 'The vent valve’s circuit is low.'),
  code('P0499', 'vent circuit', 'The vent valve’s circuit is high.'),
  code('P0087', 'fuel pressure low', 'The pump cannot make its pressure: a leak in the supply, the pump, or an empty tank.'),
  code('P0093', 'liquid fuel leak', 'A large leak of liquid fuel on the pressure side. Do not run the engine to look for it.'),
  code('P0094', 'liquid fuel leak', 'A small leak of liquid fuel on the pressure side.'),
  code(
    'P0172',
    'mixture',
    'Too rich: fuel or vapour drawn in where it should not be; often a soaked canister or an open purge valve.',
  ),
  code('P0175', 'mixture', 'Too rich on the other bank: often a soaked canister or an open purge valve.'),
]
/** Powertrain codes of the vapour system and its sensors, from P0440 on. */
export const troubleCodes = known(
  'Trouble codes',
  rows,
  row => row.code,
  ({ code: number }) => ({ number: [Number(number.replace(/^P/, '')), 87, 2999] }),
)

/** The code as it was typed, known or not; null when it does not look like a code. */
export function troubleCode(typed: string): { code: string; known: TroubleCode | null } | null {
  const tidy = typed
    .trim()
    .toUpperCase()
    .replace(/^P(?=\d{3}$)/, 'P0')
  if (!/^[PBCU][0-3][0-9A-F]{3}$/.test(tidy)) return null
  return { code: tidy, known: troubleCodes.find(each => each.code === tidy) ?? null }
}

/** How often a code of a class is stored with a leak that has nothing to do with it. */
export const CODE_BASE = 0.03
