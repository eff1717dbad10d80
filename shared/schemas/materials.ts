import * as yup from 'yup'
import { fuelKeys } from '../../core/fuel/fuels'
import type { FuelKey } from '../../core/fuel/fuels'
import { repairMaterialKeys, repairMaterials, type RepairMaterialKey } from '../../core/repair/material/repairMaterials'
import { lowerFirst } from '../../core/words/words'
import { entryId, line, momentOrNull, oneOf, positive, quantity, requiredLine, uuid } from './fields'

const HOUR = 3600
const temperature = (name: string) =>
  quantity(name)
    .moreThan(223.15, 'That is below −50 °C. Check the unit.')
    .lessThan(373.15, 'That is above 100 °C. Check the unit.')
const time = (name: string, least: number, most: number, said: string) =>
  quantity(name).min(least, `${name} cannot be so short.`).max(most, said)

/** What the sheet in hand says, SI; a sheet without a cure is none. */
const sheetFacts = yup.object({
  cureTime: time('Cure until it may be tested', 600, 60 * 24 * HOUR, 'A cure of more than 60 days is not believable.'),
  moveTime: time('Cure until it may be moved', 60, 60 * 24 * HOUR, 'A cure of more than 60 days is not believable.').test(
    'before',
    'It may be moved before it may be tested, not after.',
    function (value) {
      const { cureTime } = this.parent as { cureTime?: number }
      return cureTime === undefined || !(value > cureTime)
    },
  ),
  fuelTime: time('Cure until it may see fuel', 600, 60 * 24 * HOUR, 'A cure of more than 60 days is not believable.').test(
    'after',
    'It may see fuel no sooner than it may be tested.',
    function (value) {
      const { cureTime } = this.parent as { cureTime?: number }
      return cureTime === undefined || !(value < cureTime)
    },
  ),
  /** s; 0 where it is not worked against a clock */
  potLife: quantity('Work time')
    .min(0, 'Work time cannot be negative.')
    .max(24 * HOUR, 'More than a day is no work time.'),
  referenceTemperature: temperature('The sheet’s temperature'),
  floor: temperature('Coldest')
    .test('cold', 'Nothing cures below −10 °C.', value => !(value > 223.15 && value < 263.15))
    .test('below', 'The coldest is below the sheet’s own temperature.', function (value) {
      const { referenceTemperature } = this.parent as { referenceTemperature?: number }
      return referenceTemperature === undefined || !(value >= referenceTemperature)
    }),
  ceiling: temperature('Warmest').test('above', 'The warmest is above the sheet’s own temperature.', function (value) {
    const { referenceTemperature } = this.parent as { referenceTemperature?: number }
    return referenceTemperature === undefined || !(value <= referenceTemperature)
  }),
  ratio: yup
    .object({
      hardener: quantity('Hardener to 100 of base')
        .moreThan(0, 'Without hardener nothing cures.')
        .max(100, 'More hardener than base: type the larger part as the base, 100 parts.'),
      baseDensity: quantity('Density of the base')
        .min(500, 'Lighter than cork is not believable: type kg/m3, water has 1000.')
        .max(4000, 'Heavier than stone is not believable: type kg/m3, water has 1000.'),
      hardenerDensity: quantity('Density of the hardener')
        .min(500, 'Lighter than cork is not believable: type kg/m3, water has 1000.')
        .max(4000, 'Heavier than stone is not believable: type kg/m3, water has 1000.'),
    })
    .nullable()
    .default(null),
  /** fuels that the sheet names */
  fuels: yup.array(oneOf(fuelKeys, 'The fuel')).default([]),
  mustNotTouch: line('What it must not touch', 300).default(''),
  /** days that it keeps once opened; null where the sheet does not say */
  openedDays: yup
    .number()
    .typeError('Type a number of days.')
    .integer('Whole days, please.')
    .min(1, 'At least a day.')
    .max(3650, 'Longer than ten years is not believable.')
    .nullable()
    .default(null),
  source: requiredLine('Where the sheet is', 160),
})
export type SheetFacts = Omit<yup.InferType<typeof sheetFacts>, 'fuels'> & { fuels: FuelKey[] }

const cured = repairMaterialKeys.filter(key => key !== 'none')

export const materialSheetSchema = yup.object({
  id: entryId(),
  name: requiredLine('Name', 80),
  material: oneOf(cured, 'Family'),
  facts: sheetFacts.required().test('least', 'The sheet is not believable.', function (facts) {
    const { material } = this.parent as { material?: RepairMaterialKey }
    const family = repairMaterials.find(each => each.key === material)
    if (!family?.sheets || !facts) return true
    // At 25 °C, whatever its sheet states it at.
    const atUsual = facts.cureTime * 2 ** ((facts.referenceTemperature - 298.15) / 10)
    return atUsual >= family.sheets[0] * HOUR * 0.999
      ? true
      : this.createError({
          path: `${this.path}.cureTime`,
          message: `No sheet of ${lowerFirst(family.name)} is tested after less than ${family.sheets[0]} h at 25 °C. Look at the sheet again, or choose its family.`,
        })
  }),
  retired: yup.boolean().default(false),
})
export type MaterialSheetForm = yup.InferType<typeof materialSheetSchema>

export const lotSchema = yup.object({
  id: entryId(),
  material: oneOf(cured, 'Family'),
  sheetId: uuid('That sheet is not known.').nullable().default(null),
  batch: requiredLine('Batch', 80),
  code: line('Code', 80).default(''),
  /** kg */
  mass: positive('Amount').max(200, 'More than 200 kg is not a tin. Check the unit.'),
  openedAt: momentOrNull('Opened'),
  expiresAt: momentOrNull('Expires'),
  retired: yup.boolean().default(false),
})
export type LotForm = yup.InferType<typeof lotSchema>
