import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import subsetFont from 'subset-font'

/**
 * Makes the letters that every page begins with small: of Archivo's Latin file the weights and widths that the program uses.
 * The other alphabets come from the package as they are, when one of their letters is written.
 */
const at = path => join(import.meta.dirname, '..', path)
/** Code points of the package's Latin file. */
const LATIN = [
  [0x20, 0x7e],
  [0xa0, 0xff],
  [0x131, 0x131],
  [0x152, 0x153],
  [0x2bb, 0x2bc],
  [0x2c6, 0x2c6],
  [0x2da, 0x2da],
  [0x2dc, 0x2dc],
  [0x2000, 0x206f],
  [0x20ac, 0x20ac],
  [0x2122, 0x2122],
  [0x2191, 0x2191],
  [0x2193, 0x2193],
  [0x2212, 0x2212],
  [0x2215, 0x2215],
]
const letters = LATIN.flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, k) => String.fromCodePoint(from + k)))
writeFileSync(
  at('app/assets/fonts/archivo-latin.woff2'),
  await subsetFont(
    readFileSync(at('node_modules/@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2')),
    letters.join(''),
    {
      targetFormat: 'woff2',
      variationAxes: { wght: { min: 400, max: 800 }, wdth: { min: 75, max: 100 } },
    },
  ),
)
