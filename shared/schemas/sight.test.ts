import { sightSchema, type InstrumentSight } from './sight'

const place = { x: 0.5, y: 0.4 }
const dial = {
  kind: 'dial',
  rim: Array.from({ length: 8 }, () => place),
  centre: place,
  needle: place,
  marks: [
    { ...place, value: 0 },
    { ...place, value: 10_000 },
  ],
}
const limb = {
  foot: place,
  top: place,
  side: place,
  marks: [
    { ...place, value: 0 },
    { ...place, value: 0.5 },
  ],
}
const column = { kind: 'column', density: 1000, limbs: [limb, limb] }
const display = { kind: 'display', digits: 4, unit: 'kPa', corners: [place, place, place, place] }

const said = (sight: unknown) => {
  try {
    sightSchema.validateSync(sight)
    return ''
  } catch (error) {
    return (error as Error).message
  }
}

it.each([dial, column, display])('a sight of each kind is kept: $kind', sight => {
  expect(sightSchema.validateSync(sight)).toEqual(sight as InstrumentSight)
})

it.each([
  [undefined, 'What is seen is missing.'],
  [null, 'What is seen is missing.'],
  ['dial', 'What is seen must be one of: dial, column, display.'],
  [{ ...dial, kind: 'mirror' }, 'What is seen must be one of'],
  [{ ...dial, rim: dial.rim.slice(4) }, 'Six points or more on the rim'],
  [{ ...dial, marks: dial.marks.slice(1) }, 'Two marks are needed.'],
  [{ ...dial, marks: [{ ...place, value: 'x' }, dial.marks[1]] }, 'Type a number'],
  [{ ...dial, marks: [{ ...place, value: NaN }, dial.marks[1]] }, 'Type a number'],
  [{ ...dial, centre: { x: 9, y: 0 } }, 'has to lie in the picture'],
  [{ ...dial, note: 'x'.repeat(9) }, 'note'],
  [{ ...column, limbs: [] }, 'A limb is needed.'],
  [{ ...column, density: 3 }, 'lighter than 500'],
  [{ ...display, digits: 2.5 }, 'Digits are whole.'],
  [{ ...display, unit: 'furlong' }, 'Unit must be one of'],
  [{ ...display, corners: [place] }, 'Four corners'],
])('%j is refused', (sight, words) => {
  expect(said(sight)).toContain(words)
})
