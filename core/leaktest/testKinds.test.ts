import { isTankTestKind, mayRunBeside, testKindKeys, testKinds, testName } from './testKinds'

test('a kind of test of a tank is told from a rig’s and from what is none', () => {
  expect(testKindKeys.filter(isTankTestKind)).toEqual(['hold', 'balloon', 'soap', 'smoke'])
  expect(['rig', 'holds', '', 'constructor'].map(isTankTestKind)).toEqual([false, false, false, false])
})

test('signs tell kinds apart, and what may run beside what is said by both alike', () => {
  const signs = testKindKeys.map(kind => testKinds[kind].sign)
  expect(new Set(signs).size).toBe(signs.length)
  for (const one of testKindKeys)
    for (const other of testKindKeys) expect(mayRunBeside(one, other)).toBe(mayRunBeside(other, one))
  expect(mayRunBeside('soap', 'hold')).toBe(true)
  expect(mayRunBeside('hold', 'hold')).toBe(false)
})

test('a test is named by its kind and number', () => expect(testName({ kind: 'balloon', number: 3 })).toBe('Balloon 3'))
