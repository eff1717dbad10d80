import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import subsetFont from 'subset-font'

/**
 * Makes the letters that every page begins with small: of Archivo's Latin file the weights and widths that the program uses, in one
 * file what its own words are written with, and in another the rest, which is fetched when one of them is written. The other alphabets
 * come from the package as they are. Prints the ranges that stand beside the files in main.css.
 */
const at = path => join(import.meta.dirname, '..', path)
/** ASCII, and the signs of quotes, dashes, units and figures. */
const PLAIN = [
  [0x20, 0x7e],
  [0xa0, 0xa0],
  [0xb0, 0xb3],
  [0xb5, 0xb5],
  [0xb7, 0xb7],
  [0xbd, 0xbd],
  [0xd7, 0xd7],
  [0x2009, 0x2009],
  [0x2013, 0x2014],
  [0x2018, 0x2019],
  [0x201c, 0x201d],
  [0x2026, 0x2026],
  [0x2212, 0x2212],
]
/** The package's Latin file, where it is not plain. */
const ACCENTED = [
  [0xa1, 0xaf],
  [0xb4, 0xb4],
  [0xb6, 0xb6],
  [0xb8, 0xbc],
  [0xbe, 0xd6],
  [0xd8, 0xff],
  [0x131, 0x131],
  [0x152, 0x153],
  [0x2bb, 0x2bc],
  [0x2c6, 0x2c6],
  [0x2da, 0x2da],
  [0x2dc, 0x2dc],
  [0x2000, 0x2008],
  [0x200a, 0x2012],
  [0x2015, 0x2017],
  [0x201a, 0x201b],
  [0x201e, 0x2025],
  [0x2027, 0x206f],
  [0x20ac, 0x20ac],
  [0x2122, 0x2122],
  [0x2191, 0x2191],
  [0x2193, 0x2193],
  [0x2215, 0x2215],
]
const hex = point => point.toString(16).toUpperCase().padStart(4, '0')
for (const [name, ranges] of Object.entries({ plain: PLAIN, accented: ACCENTED })) {
  const letters = ranges.flatMap(([from, to]) =>
    Array.from({ length: to - from + 1 }, (_, k) => String.fromCodePoint(from + k)),
  )
  writeFileSync(
    at(`app/assets/fonts/archivo-${name}.woff2`),
    await subsetFont(
      readFileSync(at('node_modules/@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2')),
      letters.join(''),
      {
        targetFormat: 'woff2',
        variationAxes: { wght: { min: 400, max: 750 }, wdth: { min: 75, max: 100 } },
      },
    ),
  )
  console.log(name, ranges.map(([from, to]) => `U+${hex(from)}${to > from ? `-${hex(to)}` : ''}`).join(', '))
}
