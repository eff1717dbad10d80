import type { HoldSign } from '#core/hold/belief/holdSigns'

/** What looks wrong in a record, and what to do about it. */
export const holdSignWords: Record<HoldSign, string> = {
  'rises': 'It rises: something warms or evaporates in it, or the gauge drifts. That is no sight of a tight tank.',
  'falls and stops':
    'It falls at first and then stops: settling gas, or a leak that closes. Top up a little and watch: warm gas hardly falls again, such a leak does.',
  'wanders':
    'It follows something that the thermometer does not show: sun or a heater on one side, a draught, or a gauge that wanders. Shade it, or hold at night.',
  'vapour not told':
    'It rises as fuel does that evaporates, and nobody told of fuel in it. Drain and air it, or say that it is wet.',
  'bottle leaks':
    'The bottle itself loses pressure: the gauge beside it shows it. A bottle that leaks hides a leak of the tank. Seal the bottle and its valve, and hold again.',
  'bottle not shut off':
    'The difference to the bottle never moved, so nothing shows that it is shut off: one that is open falls with the tank. Push a little air into the tank and mark it; the difference must jump.',
  'too little pressure':
    'It was never near its test pressure, and a leak may open only there. Pump it up to the target, or set the target to what it was held at.',
  'knocked tight':
    'It is tight only because its falls were taken as knocks, one after another downwards. A leak does that too. Hold again, and leave the tank alone.',
  'jump not told':
    'The pressure jumped up and nobody said why. If air was let in, mark a top-up there: the gas then settles anew.',
  'marks do not fit':
    'What was marked is not what the gauge shows: air in where it fell, or out where it rose. See whether the marks are in order.',
  'coarser than told':
    'The readings move by more than the smallest mark that was typed: they are not from a gauge that fine. They count with the step that they show. Correct the smallest mark; if the gauge is that fine, hold again from a pressure between two coarse marks.',
  'more than weather':
    'The barometer moved further than weather does in that time. See whether the column is this hour’s, and in the right unit.',
  'more than its place': 'Its skin moved further than a tank does in the place that was told. See where it stands.',
}
