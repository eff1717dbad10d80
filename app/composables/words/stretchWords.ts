import type { StretchReason } from '#core/hold/bracket/stretchAdvice'

/** Why a stretch of a bracketed hold is over, or goes on. */
export const stretchWords: Record<StretchReason, string> = {
  'just begun': 'Just begun.',
  'gas settles': 'The gas settles.',
  'drift not known yet': 'What drifts by itself is not known yet.',
  'drift known': 'What drifts by itself is known well enough.',
  'it still learns': 'Each minute still tells more.',
  'decided': 'It is decided. The rest of the bracket makes it surer.',
  'little more to learn': 'More minutes like these tell little: go on.',
  'long enough': 'Long enough: go on.',
}
