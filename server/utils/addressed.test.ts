import { hostname } from 'node:os'
import { notForHere } from './addressed'

afterEach(() => {
  delete process.env.ZINC_HOSTS
  delete process.env.ZINC_PUBLIC_URL
})
const statusOf = (host: string | undefined, path = '/api/jobs?of=x') => notForHere(host, path)?.status ?? null

test.each<[string, string | undefined]>([
  ['this machine by number', '127.0.0.1:4600'],
  ['by its number of six', '[::1]:4600'],
  ['in the shop’s network', '192.168.4.20:4600'],
  ['as localhost', 'localhost:4600'],
  ['below localhost', 'shed.localhost'],
  ['asked by the program itself', undefined],
  ['by its own name', `${hostname()}:4600`],
])('%s is for here', (_, host) => expect(statusOf(host)).toBeNull())

test.each([[''], ['['], ['%'], ['@'], ['a b'], ['a@b'], ['a/b'], ['a:b:c'], ['127.0.0.1:99999']])(
  'a host of %j is no address',
  host => expect(statusOf(host)).toBe(400),
)
test.each(['http://[/', 'http://elsewhere.example/', '*', 'x'])('nor is a path of %j', path =>
  expect(statusOf('localhost', path)).toBe(400),
)
test('a name that nobody here gave is not answered, and one that somebody gave is', () => {
  expect(statusOf('evil.example')).toBe(421)
  expect(notForHere('evil.example', '/')?.message).toContain('ZINC_HOSTS')
  process.env.ZINC_HOSTS = 'other.example, Shed.example'
  expect(statusOf('shed.example:4600')).toBeNull()
  expect(statusOf('shed.example.')).toBeNull()
  expect(statusOf('not-shed.example')).toBe(421)
  process.env.ZINC_PUBLIC_URL = 'https://bell.example/'
  expect(statusOf('bell.example')).toBeNull()
})
