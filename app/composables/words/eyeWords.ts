import type { FrameLeftOut } from '#core/seeing/frames/frames'
import type { SightKind } from '#shared/schemas/sight'

/** Why a frame was left out, in a word. */
export const leftOutWords: Record<FrameLeftOut, string> = {
  'dark': 'too dark',
  'covered': 'something is in front',
  'glare': 'it shines',
  'blurred': 'blurred or shaken',
  'moved': 'the phone moved',
  'two needles': 'two needles alike',
  'on its pin': 'the needle is off the scale',
  'no column': 'no column seen',
  'broken column': 'the column is broken',
  'faint': 'the digits are faint',
  'doubtful': 'a digit is doubtful',
  'blank': 'the display is blank',
  'frozen': 'the camera stands still',
}

export const sightWords: Record<SightKind, string> = {
  dial: 'A dial with a needle',
  column: 'A column in a tube',
  display: 'Digits on a display',
}

/** What is done first, and what the points are for. */
export const sightHelp: Record<SightKind, string> = {
  dial: 'Put the ring on the dial’s rim, its cross on the needle’s hub, and each mark on a line whose value you know.',
  column: 'Put the line into the tube, its foot in the liquid and its top in the air, and the marks on a scale beside it.',
  display: 'Put the four corners tight about the row of digits, slant and all.',
}
