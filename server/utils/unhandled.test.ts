import { log } from './log'
import toldHere from './unhandled'

const event = { method: 'GET', path: '/card/0123456789abcdefghijkl?words=kelp', context: { requestId: 'r1' } }

test('what nobody caught is logged without what opens something or was searched for, and hides why it failed', () => {
  const told = jest.spyOn(log, 'error').mockImplementation(() => {})
  const cause = new TypeError('rows is not iterable')
  const error = { unhandled: true, message: 'rows is not iterable', data: { row: 'somebody' }, cause }
  toldHere(error, event)
  expect(told.mock.calls).toEqual([[{ request: 'r1', method: 'GET', path: '/card/…', error: cause }]])
  expect(error).toMatchObject({ unhandled: false, fatal: false, data: undefined })
  expect(error.message).not.toContain('iterable')
  told.mockRestore()
})

test('what was refused on purpose is left as it is', () => {
  const told = jest.spyOn(log, 'error')
  const error = { message: 'That is not here.', data: { fields: {} } }
  toldHere(error, event)
  expect(told).not.toHaveBeenCalled()
  expect(error).toEqual({ message: 'That is not here.', data: { fields: {} } })
  told.mockRestore()
})
