import * as yup from 'yup'
import { entryId, momentOrNull, oneOf, positive, quantity, requiredLine, uuid } from './fields'
import { readingRows } from '../leaktest/hold/readingRows'

export const kitKinds = ['gauge', 'thermometer', 'barometer', 'rig', 'pump', 'bottle'] as const
export type KitKind = (typeof kitKinds)[number]

/** What is known of a piece of kit, SI. */
export type KitFacts =
  | { kind: 'gauge'; /** Pa */ resolution: number; /** Pa, one standard deviation */ noise: number }
  | { kind: 'thermometer'; /** K over a hold, one standard deviation */ drift: number }
  | { kind: 'barometer'; /** Pa over a hold, one standard deviation */ drift: number }
  | { kind: 'rig'; /** m3 of hoses and gauge */ volume: number }
  | {
      kind: 'bottle'
      /** m3 */ volume: number
      /** of the gauge between it and the tank, Pa */ resolution: number
      noise: number
      /** Pa·m3/s, one standard deviation */ leakDoubt: number
    }
  | {
      kind: 'pump'
      /** m3 of outside air a stroke */ stroke: number
      /** m3, one standard deviation */ strokeUncertainty: number
    }

const only = <S extends yup.AnySchema>(kinds: readonly KitKind[], schema: S) =>
  yup
    .mixed()
    .when('kind', ([kind]: unknown[]) => (kinds.includes(kind as KitKind) ? schema : yup.mixed().strip())) as unknown as S

const factsSchema = yup.object({
  kind: oneOf(kitKinds, 'What it is'),
  resolution: only(
    ['gauge', 'bottle'],
    positive('Smallest step').max(5000, 'A step above 5 kPa shows nothing on a tank. Check the unit.'),
  ),
  noise: only(
    ['gauge', 'bottle'],
    quantity('Noise')
      .min(0, 'Noise cannot be negative.')
      .max(5000, 'Noise above 5 kPa shows nothing on a tank. Check the unit.'),
  ),
  drift: yup
    .mixed()
    .when('kind', ([kind]: unknown[]) =>
      kind === 'thermometer'
        ? quantity('Drift')
            .min(0, 'Drift cannot be negative.')
            .max(5, 'A thermometer that drifts by more than 5 °C says nothing.')
        : kind === 'barometer'
          ? quantity('Drift')
              .min(0, 'Drift cannot be negative.')
              .max(2000, 'A barometer that drifts by more than 20 hPa says nothing.')
          : yup.mixed().strip(),
    ) as unknown as yup.NumberSchema<number>,
  volume: yup
    .mixed()
    .when('kind', ([kind]: unknown[]) =>
      kind === 'rig'
        ? positive('Volume of hoses and gauge').max(0.01, 'More than 10 L is a tank, not a rig. Check the unit.')
        : kind === 'bottle'
          ? positive('Volume of the bottle').max(0.05, 'More than 50 L is a tank, not a bottle. Check the unit.')
          : yup.mixed().strip(),
    ) as unknown as yup.NumberSchema<number>,
  leakDoubt: only(['bottle'], quantity('Leak of the bottle').min(0, 'A leak cannot be negative.')),
  stroke: only(['pump'], positive('Stroke').max(0.02, 'More than 20 L is no stroke. Check the unit.')),
  strokeUncertainty: only(
    ['pump'],
    quantity('Stroke doubt').min(0, 'Doubt cannot be negative.').max(0.02, 'The doubt is larger than any stroke.'),
  ),
})

export const kitItemSchema = yup.object({
  id: entryId(),
  name: requiredLine('Name', 60),
  facts: factsSchema,
  calibratedAt: momentOrNull('Calibration'),
  calibrationDue: momentOrNull('Calibration due').test('after', 'Calibration is due after it was made.', function (value) {
    const { calibratedAt } = this.parent as { calibratedAt: number | null }
    return value === null || value === undefined || calibratedAt === null || value > calibratedAt
  }),
  retired: yup.boolean().default(false),
})
export type KitItemForm = yup.InferType<typeof kitItemSchema>

export const rigCheckSchema = yup.object({
  id: entryId(),
  pressure: quantity('Pressure')
    .notOneOf([0], 'A rig is checked at a pressure, or a vacuum.')
    .moreThan(-101_325, 'That is below a perfect vacuum. Check the unit.')
    .max(100_000, 'That is above 100 kPa. Check the unit.'),
  gaugeId: uuid('That gauge is not in the kit.').required('Choose the gauge on the rig.'),
  readings: readingRows()
    .required('The readings are missing.')
    .min(3, 'A rig check needs at least three readings.')
    .max(2000, 'Two thousand readings are enough for a rig.'),
  simulated: yup.boolean().default(false),
})
export type RigCheckForm = yup.InferType<typeof rigCheckSchema>
