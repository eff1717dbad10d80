/**
 * The usual reasons by what they are asked for, in the words in which they stand on the record. More may follow after a colon.
 * Source: general trade practice.
 */
export const usualReasons = {
  'strike': ['It was another tank', 'It was typed wrong', 'It was entered twice', 'It did not happen'],
  'strike a leak': [
    'The gas volume was wrong',
    'The gauge or its smallest mark was wrong',
    'The rig leaked or a hose came off',
    'An opening was not closed as recorded',
    'Somebody touched it or let gas out',
    'It was another tank',
  ],
  'cannot be held': [
    'The fuel cannot come out',
    'It is built in and its openings cannot be closed',
    'It may not be put under pressure',
  ],
  'test early': ['Only to see whether another leak is left', 'The maker’s sheet allows it'],
  'step left out': ['The maker’s sheet does not ask for it', 'It was done before', 'It does not apply to this tank'],
  'limits': ['The maker or the manual says so', 'It stands in the open and vents to the air', 'The owner asked for it'],
  'part off': ['A welded plate', 'A plug of the same thread', 'It never was there'],
} as const satisfies Record<string, readonly string[]>
export type ReasonFor = keyof typeof usualReasons

/** Whether a reason is one of the usual ones, with or without more after a colon. */
export const isUsualReason = (what: ReasonFor, reason: string): boolean =>
  usualReasons[what].some(usual => {
    const [its, said] = [usual.toLowerCase(), reason.trim().toLowerCase()]
    return said === its || said.startsWith(`${its}:`)
  })
