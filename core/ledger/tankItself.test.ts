import { ledgerHold, ledgerPart, ledgerSoap, untouched } from './ledger.fixture'
import { tankItself } from './tankItself'

const parts = [ledgerPart('cap'), ledgerPart('drain'), ledgerPart('seam'), ledgerPart('skin', { skin: true })]
const all = parts.map(part => part.id)
const leaks = ledgerHold(20, 'leaking', all)
const left = (looks: ReturnType<typeof ledgerSoap>[], test = leaks) =>
  tankItself(test, { ...untouched(parts), tests: [test, ...looks] })?.map(part => part.id) ?? null

test('the skin is left when every fitting is dry, what nobody looked at first', () => {
  expect(left([ledgerSoap(30, { cap: 'dry', drain: 'dry', seam: 'dry' })])).toEqual(['skin', 'seam'])
  expect(left([ledgerSoap(30, { cap: 'dry' }), ledgerSoap(40, { drain: 'dry' })])).toEqual(['seam', 'skin'])
})

test('nothing is concluded while a fitting was not looked at since, or foamed, or the test reached no skin or no fitting', () => {
  expect(left([ledgerSoap(30, { cap: 'dry' })])).toBeNull()
  expect(left([ledgerSoap(10, { cap: 'dry', drain: 'dry' })])).toBeNull()
  expect(left([ledgerSoap(30, { cap: 'dry', drain: 'foams' })])).toBeNull()
  const dry = [ledgerSoap(30, { cap: 'dry', drain: 'dry' })]
  expect(left(dry, ledgerHold(20, 'leaking', ['cap', 'drain']))).toBeNull()
  expect(left(dry, ledgerHold(20, 'leaking', ['seam', 'skin']))).toBeNull()
})
