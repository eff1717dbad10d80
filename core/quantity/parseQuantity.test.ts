import { parseQuantity } from './parseQuantity'

test.each([
  ['2.5 psi', 'pressure', 17_236.893],
  ['2,5psi', 'pressure', 17_236.893],
  ['14 in wc', 'pressure', 3487.245],
  ['10 inH₂O', 'pressure', 2490.889],
  ['−3 kPa', 'pressure', -3000],
  ['0.2 bar', 'pressure', 20_000],
  ['12 gal', 'volume', 0.0454249],
  ['250 mL', 'volume', 0.00025],
  ['68 °F', 'temperature', 293.15],
  ['20 C', 'temperature', 293.15],
  ['9 F', 'temperature change', 5],
  ['1/2', 'length', null],
  ['3 in', 'length', 0.0762],
  ['2 d', 'time', 172_800],
  ['40 lb', 'mass', 18.143695],
  ['2.5 L', 'pressure', null],
  ['psi', 'pressure', null],
  ['5 constructor', 'pressure', null],
  ['2.5', 'pressure', null],
  ['1.2.3 psi', 'pressure', null],
  ['', 'volume', null],
] as const)('“%s” as a %s is %d', (text, dimension, si) => {
  const read = parseQuantity(text, dimension)
  if (si === null) expect(read).toBeNull()
  else expect(read).toBeCloseTo(si, si < 1 ? 7 : 2)
})
