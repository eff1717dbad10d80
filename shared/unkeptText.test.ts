import { unkeptText } from './unkeptText'

test.each<[unknown, string | null]>([
  ['plain', null],
  [{ note: 'a pair \u{1F514} is whole' }, null],
  [{ note: 'a\0b' }, 'note'],
  [{ note: '\ud800' }, 'note'],
  [{ note: 'x\udc00' }, 'note'],
  [{ complaint: { words: 'ok', codes: ['P0442', 'P\0'] } }, 'complaint.codes.1'],
  [{ links: { 'a\0': 'open' } }, 'links'],
  [{ a: 1, b: null, c: true }, null],
  [null, null],
])('%j: %s', (value, path) => expect(unkeptText(value)).toBe(path))

test('however deep it is', () => {
  const deep = (inside: string) => JSON.parse(`${'['.repeat(50_000)}${inside}${']'.repeat(50_000)}`) as unknown
  expect(unkeptText(deep('"kept"'))).toBeNull()
  expect(unkeptText(deep('"\\ud800"'))).not.toBeNull()
})
