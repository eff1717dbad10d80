import { isAway, isFull, tookTooLong } from './away'

const failed = (cause: object) => Object.assign(new Error('Failed query'), { cause: Object.assign(new Error('x'), cause) })

test.each([
  ['it is shutting down', failed({ code: '57P01' })],
  ['it starts up', failed({ code: '57P03' })],
  ['nobody listens', failed({ code: 'ECONNREFUSED' })],
  ['the line broke', failed({ message: 'Connection terminated unexpectedly' })],
  ['it has no connection left', failed({ code: '53300' })],
  ['it gave up a pause', failed({ code: '25P03' })],
  ['the line broke before', new Error('Client has encountered a connection error and is not queryable')],
  ['the pool has none', Object.assign(new Error('connect'), { code: 'ECONNREFUSED' })],
])('the database is away when %s', (_, error) => expect(isAway(error)).toBe(true))

test.each([
  ['an id is taken', failed({ code: '23505' })],
  ['a column is not there', failed({ code: '42703' })],
  ['the program is wrong', new TypeError('x is not a function')],
  ['it is no error', 'away'],
])('and is there when %s', (_, error) => expect(isAway(error)).toBe(false))

test('a full disk and a statement that took too long are told apart from that', () => {
  expect(isFull(failed({ code: '53100' }))).toBe(true)
  expect(isFull(Object.assign(new Error('write'), { code: 'ENOSPC' }))).toBe(true)
  expect(isFull(failed({ code: '57P01' }))).toBe(false)
  expect(tookTooLong(failed({ code: '57014' }))).toBe(true)
  expect(isAway(failed({ code: '57014' }))).toBe(false)
})
