import { isTankTestKind, mayRunBeside, testKindKeys, testKinds, testName } from './testKinds'

test('a kind of test of a tank is told from a rig’s and from what is none', () => {
  expect(testKindKeys.filter(isTankTestKind)).toEqual(expect.arrayContaining(['hold', 'balloon', 'soap', 'smoke']))
  expect(['rig', 'holds', '', 'constructor'].map(isTankTestKind)).toEqual([false, false, false, false])
})

test('signs tell kinds apart', () => {
  const signs = testKindKeys.map(kind => testKinds[kind].sign)
  expect(new Set(signs).size).toBe(signs.length)
})

test('soap goes beside what keeps the pressure up, whichever began first; nothing else goes beside anything', () => {
  for (const kind of testKindKeys) expect(testKindKeys).toEqual(expect.arrayContaining([...testKinds[kind].besides]))
  const beside = testKindKeys.flatMap(one =>
    testKindKeys.filter(other => mayRunBeside(one, other)).map(other => `${one} ${other}`),
  )
  expect(beside.sort()).toEqual(['balloon soap', 'hold soap', 'soap balloon', 'soap hold'])
})

test('a test is named by its kind and number', () => expect(testName({ kind: 'balloon', number: 3 })).toBe('Balloon 3'))
