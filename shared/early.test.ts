import { earlyScript, takeEarly, type Early } from './early'

const answer = (body: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(body), { status }))

test('what was asked for early is taken once', async () => {
  const place: Early = { zincEarly: { me: answer({ id: 1 }) } }
  expect(await takeEarly('me', place)).toEqual({ id: 1 })
  expect(await takeEarly('me', place)).toBeNull()
  expect(await takeEarly('jobs', place)).toBeNull()
  expect(await takeEarly('me', {})).toBeNull()
})

test('what was refused, or did not come, is asked for in the usual way', async () => {
  const place: Early = { zincEarly: { me: answer({}, 401), jobs: Promise.reject(new Error('offline')) } }
  expect([await takeEarly('me', place), await takeEarly('jobs', place)]).toEqual([null, null])
})

test('the script names paths of its own only, and closes no tag', () => {
  expect(earlyScript(['me', 'jobs?'])).toContain('["me","jobs?"]')
  expect(earlyScript(['me'])).not.toContain('<')
})
