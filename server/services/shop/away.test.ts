import { isAway } from './away'

const failed = (cause: object) => Object.assign(new Error('Failed query'), { cause: Object.assign(new Error('x'), cause) })

test.each([
  ['it is shutting down', failed({ code: '57P01' })],
  ['it starts up', failed({ code: '57P03' })],
  ['nobody listens', failed({ code: 'ECONNREFUSED' })],
  ['the line broke', failed({ message: 'Connection terminated unexpectedly' })],
  ['the pool has none', Object.assign(new Error('connect'), { code: 'ECONNREFUSED' })],
])('the database is away when %s', (_, error) => expect(isAway(error)).toBe(true))

test.each([
  ['an id is taken', failed({ code: '23505' })],
  ['a column is not there', failed({ code: '42703' })],
  ['the program is wrong', new TypeError('x is not a function')],
  ['it is no error', 'away'],
])('and is there when %s', (_, error) => expect(isAway(error)).toBe(false))
