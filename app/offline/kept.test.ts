import { keptPath, leavesDevice } from './kept'

test.each(['/api/me', '/api/jobs', '/api/jobs/0a1b-2', '/api/holds/0a1b/readings', '/api/bells'])(
  '%s is kept for a time without a network',
  path => expect(keptPath(path)).toBe(true),
)
test.each([
  '/api/session/here',
  '/api/me/sessions',
  '/api/people/left',
  '/api/card/abc',
  '/api/jobs/1/archive',
  '/api/stream',
  '/api/health',
  '/api/photos/0a',
])('%s is not', path => expect(keptPath(path)).toBe(false))
test('signing in, out, over and putting down clear what was kept; asking does not', () => {
  for (const path of ['session', 'session/code', 'session/switch', 'session/lock'])
    expect(leavesDevice('POST', `/api/${path}`)).toBe(true)
  expect(leavesDevice('DELETE', '/api/session')).toBe(true)
  expect(leavesDevice('GET', '/api/session/here')).toBe(false)
  expect(leavesDevice('POST', '/api/jobs')).toBe(false)
})
