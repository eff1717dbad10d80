import * as yup from 'yup'
import { OutOfBounds, parsable, withinBounds } from './bodyBounds'

const schema = yup.object({
  name: yup.string().max(120).required(),
  text: yup.string().max(20_000),
  parts: yup.array(yup.object({ name: yup.string().max(60), bends: yup.array(yup.number()).max(3) })).max(4),
  fuels: yup.array(yup.string()),
  answers: yup.object(),
})
const pathOf = (body: unknown): string | null => {
  try {
    withinBounds(schema, body)
    return null
  } catch (error) {
    if (error instanceof OutOfBounds) return error.path
    throw error
  }
}
const deep = (levels: number) => JSON.parse('['.repeat(levels) + ']'.repeat(levels)) as unknown
const many = (count: number, item: unknown = {}) => Array.from({ length: count }, () => item)

test.each<[string, unknown, string | null]>([
  ['what is asked for', { name: 'Cap', parts: many(4, { name: 'Seam', bends: [1, 2, 3] }), fuels: ['petrol'] }, null],
  ['what its schema will refuse itself', { name: 12, parts: 'none', fuels: [{}] }, null],
  ['a list that is too long', { parts: many(5) }, 'parts'],
  ['one inside a list', { parts: [{}, { bends: [1, 2, 3, 4] }] }, 'parts[1].bends'],
  ['a list whose length nobody said', { fuels: many(301) }, 'fuels'],
  ['a text as long as its schema lets it be', { text: 'x'.repeat(20_000) }, null],
  ['a longer one', { text: 'x'.repeat(20_001) }, 'text'],
  ['a text that was to be short', { name: 'x'.repeat(5001) }, 'name'],
  ['a list where a text belongs', { name: many(5001) }, 'name[4999]'],
  ['what nobody asked for, a little of it', { other: { a: [1, 2] }, answers: { cap: 'own' } }, null],
  ['and much of it', { other: many(3000), answers: many(3000) }, 'answers[1998]'],
  ['what is deep in something else', { answers: { a: deep(7000) } }, 'answers.a[0][0][0][0][0][0][0][0][0]'],
  ['in a field of another kind', { name: deep(7000) }, 'name[0][0][0][0][0][0][0][0][0]'],
  ['and in what nobody asked for', { other: deep(7000) }, 'other[0][0][0][0][0][0][0][0][0]'],
])('%s', (_, body, path) => expect(pathOf(body)).toBe(path))

test('a million empty objects are refused at once', () => {
  const from = process.cpuUsage()
  expect(pathOf({ parts: many(1_000_000) })).toBe('parts')
  const { user } = process.cpuUsage(from)
  expect(user).toBeLessThan(500_000)
})

describe('before it is parsed', () => {
  const takes = (text: string) => {
    try {
      parsable(Buffer.from(text))
      return true
    } catch (error) {
      if (error instanceof OutOfBounds) return false
      throw error
    }
  }
  test.each<[string, string, boolean]>([
    ['what is usual', '{"a":[1,2,{"b":"c"}]}', true],
    ['what is deep', '['.repeat(33) + ']'.repeat(33), false],
    ['many in a row', `[${'{},'.repeat(160_000)}{}]`, false],
    ['brackets and commas in a text', JSON.stringify({ text: '[{,'.repeat(200_000) }), true],
    ['a text with quotes and backslashes', JSON.stringify({ text: '\\"[['.repeat(100), b: '\\\\' }), true],
    ['what is deep after such a text', `{"a":"\\\\","b":${'['.repeat(40)}`, false],
    ['a text without an end', `"${'['.repeat(100)}`, true],
    ['nothing', '', true],
  ])('%s', (_, text, taken) => expect(takes(text)).toBe(taken))
})
