import { loggedError, loggedPath } from './log'

test('an error of the database says what was asked, and nothing of what it was asked with', () => {
  const error = Object.assign(new Error('Failed query: insert into person …\nparams: oda,scrypt$secret'), {
    name: 'DrizzleQueryError',
    query: 'insert into person (login, password_hash) values ($1, $2)',
    params: ['oda', 'scrypt$secret'],
    cause: Object.assign(new Error('duplicate key'), { detail: 'Key (login)=(oda) already exists.' }),
  })
  error.stack = `${error.name}: ${error.message}\n    at here (file.ts:1:2)\n    at there (file.ts:3:4)`
  const told = loggedError(error)
  expect(told).toMatchObject({ message: 'duplicate key', query: expect.stringContaining('insert into person') })
  expect(told.stack.split('\n')).toHaveLength(2)
  expect(JSON.stringify(told)).not.toMatch(/oda|secret/)
})

test('addresses that are keys, and what was searched for, are not written down', () => {
  expect(loggedPath('/api/card/abcdefghijklmnopqrstuv')).toBe('/api/card/…')
  expect(loggedPath('/card/abcdefghijklmnopqrstuv')).toBe('/card/…')
  expect(loggedPath('/api/calendar/abcdefghijklmnopqrstuv')).toBe('/api/calendar/…')
  expect(loggedPath('/api/jobs?words=Brine')).toBe('/api/jobs')
})
