/**
 * Where the figures of the data sets come from. Each row names one of these; what is in hand (a plate, a manual, a sheet, a
 * local code) wins over all of them.
 */
export const sources = {
  'trade practice':
    'General practice of those who find and repair leaks in fuel tanks, judged and not measured; the shop’s own outcomes move it.',
  'material sheet':
    'Typical sheets of each family of material at 25 °C, general practice; the sheet of the material in hand wins.',
  'usual test limits':
    'Usual pressures for testing each class of tank, general practice; the plate, label or manual of the tank wins.',
  'codes on fuel tanks':
    'NFPA 326 (safeguarding tanks for entry, cleaning or repair), API 2015 (cleaning of tanks), OSHA 1910.106 and 1910.146; local codes win.',
  'ASTM E515': 'ASTM E515, leaks by bubble emission; the limits of the eye are those of a practised one.',
  'SAE J2012': 'SAE J2012 / ISO 15031-6, diagnostic trouble code definitions; the plain words are ours.',
  'EN 228': 'EN 228, unleaded petrol, and suppliers’ safety data.',
  'EN 590': 'EN 590, diesel, and suppliers’ safety data.',
  'EN 15293': 'EN 15293, E85, and suppliers’ safety data.',
  'ASTM D910': 'ASTM D910, leaded aviation gasolines, and suppliers’ safety data.',
  'ASTM D1655': 'ASTM D1655, aviation turbine fuels, and suppliers’ safety data.',
} as const
export type SourceKey = keyof typeof sources
