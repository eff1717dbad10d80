import { createECDH, randomBytes, randomUUID } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { decrypt } from 'http_ece'
import { database } from '../../db/client'
import { bell, pushDevice } from '../../db/schema'
import { shopTime } from '../house/steadyClock'
import { pushKeys, pushOf, tellDevice, tellDeviceNoMore } from '../people/pushDevices'
import { beginSession, endSession } from '../people/sessions'
import { pushRungBells } from './bellPush'
import { answerBell, ringDueBells } from './bells'
import { pushSender } from './sendPush'
import { openTestShop, testActor, testJob } from '../ground/testShop'

/** A browser with keys of its own, and the service behind it: what was sent is opened as the browser would. */
function standInBrowser() {
  const pair = createECDH('prime256v1')
  const key = pair.generateKeys().toString('base64url')
  const secret = randomBytes(16).toString('base64url')
  return { pair, key, secret, heard: [] as { message: unknown; headers: Record<string, unknown> }[] }
}

let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
let service: Server
let answers = 201
let told = standInBrowser()
const send = pushSender({ within: true })
const address = () => `http://127.0.0.1:${(service.address() as AddressInfo).port}/sealed/${randomUUID()}`

beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
  service = createServer((request, response) => {
    const pieces: Buffer[] = []
    request.on('data', (piece: Buffer) => pieces.push(piece))
    request.on('end', () => {
      const opened = decrypt(Buffer.concat(pieces), {
        version: 'aes128gcm',
        privateKey: told.pair,
        authSecret: told.secret,
      })
      told.heard.push({ message: JSON.parse(opened.toString()), headers: request.headers })
      response.writeHead(answers).end()
    })
  }).listen(0, '127.0.0.1')
  await new Promise(listening => service.once('listening', listening))
})
afterAll(async () => {
  service.close()
  await shop.close()
})
beforeEach(async () => {
  await database().delete(pushDevice)
  await database().update(bell).set({ toldAt: bell.rungAt })
  told = standInBrowser()
  answers = 201
})

const session = () =>
  beginSession(technician().id, { token: randomBytes(16).toString('base64url'), words: 'a phone' }, new Date(shopTime()))

async function rung() {
  const job = await testJob(technician())
  const id = randomUUID()
  const dueAt = new Date(Date.now() - 1000)
  const kind = { kind: 'promise', subjectId: randomUUID() } as const
  await database()
    .insert(bell)
    .values({ id, jobId: job.id, ...kind, title: 'Fire pump 3', detail: 'promised now', dueAt })
  await ringDueBells()
  return { id, jobId: job.id }
}

test('a bell that rings is told once, sealed for the browser that asked for it and signed by the shop', async () => {
  await tellDevice(await session(), { endpoint: address(), key: told.key, secret: told.secret }, new Date())
  const { id, jobId } = await rung()
  expect(await pushRungBells(send)).toBe(1)
  expect(await pushRungBells(send)).toBe(0)
  expect(told.heard).toHaveLength(1)
  expect(told.heard[0]!.message).toEqual({ id, path: `/jobs/${jobId}`, title: 'Fire pump 3', body: 'promised now' })
  const { publicKey } = await pushKeys()
  expect(told.heard[0]!.headers).toMatchObject({ urgency: 'high', authorization: expect.stringContaining(`k=${publicKey}`) })
})

test('nobody is told who did not ask, signed out, or has asked no more; one that was answered is not told', async () => {
  const ended = await session()
  expect(await pushOf(ended)).toEqual({ key: (await pushKeys()).publicKey, on: false })
  await tellDevice(ended, { endpoint: address(), key: told.key, secret: told.secret }, new Date())
  expect((await pushOf(ended)).on).toBe(true)
  await endSession(ended, new Date(shopTime()))
  const left = await session()
  await tellDevice(left, { endpoint: address(), key: told.key, secret: told.secret }, new Date())
  await tellDeviceNoMore(left)
  await rung()
  expect(await pushRungBells(send)).toBe(0)
  await tellDevice(await session(), { endpoint: address(), key: told.key, secret: told.secret }, new Date())
  await answerBell(technician(), (await rung()).id)
  expect(await pushRungBells(send)).toBe(0)
  expect(told.heard).toHaveLength(0)
})

test('a browser that wants no more is forgotten; one whose service fails is tried at the next bell', async () => {
  const id = await session()
  await tellDevice(id, { endpoint: address(), key: told.key, secret: told.secret }, new Date())
  answers = 500
  await rung()
  expect(await pushRungBells(send)).toBe(0)
  expect((await pushOf(id)).on).toBe(true)
  answers = 410
  await rung()
  expect(await pushRungBells(send)).toBe(0)
  expect((await pushOf(id)).on).toBe(false)
})

test.each([
  'http://127.0.0.1:9/x',
  'https://127.0.0.1:9/x',
  'https://[::1]:9/x',
  'https://10.0.0.7/x',
  'https://localhost:9/x',
])('the program sends nothing to %s: a machine of the shop is no service of a browser', async endpoint => {
  const device = { sessionId: randomUUID(), endpoint, key: told.key, secret: told.secret, at: new Date() }
  await expect(pushSender()(device, 'x', await pushKeys(), 60)).rejects.toThrow(/no service|network of the shop/)
})
