import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { defaultPreferences } from '../../../shared/schemas/person'
import type { ChangeNotice } from '../../../shared/changes'
import { database } from '../../db/client'
import { guess, passwordCode, person, signedIn, trail } from '../../db/schema'
import { listenForChanges, onChange } from '../../feeds/changeFeed'
import { openTestShop, refusal, testActor } from '../ground/testShop'
import type { TriedFrom } from './guessing'
import { changePassword, makePasswordCode, useCode } from './passwordCodes'
import { mustBeHardToGuess } from './passwords'
import {
  addPerson,
  makeOwner,
  mustBeSelf,
  people,
  peopleWhoLeft,
  personById,
  setPreferences,
  setRole,
  setShopDefaults,
  shopIsEmpty,
  signIn,
  takeBackOn,
  takeOff,
  type Hasher,
} from './people'
import { setPin, switchTo } from './pins'
import { beginSession, endOwnSessions, endSession, knowsDevice, peopleAt, personOfSession, sessionsOf } from './sessions'

let shop: { close: () => Promise<void> }
let owner: Awaited<ReturnType<typeof testActor>>
let looked = 0
/** What stands before a hash that was made for less than is asked today. */
const DATED = 'once '
const hasher: Hasher = {
  hash: async password => `hashed ${password}`,
  verify: async (hash, password) => {
    looked++
    return hash.replace(DATED, '') === `hashed ${password}`
  },
  isDated: hash => hash.startsWith(DATED),
}
const here: TriedFrom = { address: '192.0.2.1', ownMachine: false, knownDevice: null }
const from = (change: Partial<TriedFrom>): TriedFrom => ({ ...here, ...change })
const GOOD = 'kelp under the slipway'
const tablet = { token: 'tablet-of-the-shed-0001', words: 'Chromium on Linux' }

beforeAll(async () => {
  shop = await openTestShop()
})
afterAll(() => shop.close())
beforeEach(async () => {
  await database().delete(guess)
})

/** Somebody who can sign in. */
async function worker(role: 'owner' | 'technician' | 'inspector' = 'technician') {
  const actor = await testActor(role)
  const { id } = actor()
  await database()
    .update(person)
    .set({ passwordHash: `hashed ${GOOD}` })
    .where(eq(person.id, id))
  const [row] = await database().select().from(person).where(eq(person.id, id))
  return { actor, id, login: row!.login }
}
const lasts = async (session: string, now = new Date()) => (await personOfSession(session, now)) !== null

describe('the owner’s account', () => {
  const form = { code: 'abcd2345', name: 'Oda', login: 'oda', password: GOOD }
  test('is made with the code, once', async () => {
    expect(await shopIsEmpty()).toBe(true)
    expect((await refusal(makeOwner(hasher, 'WRONG234', form, here))).fields).toHaveProperty('code')
    expect((await refusal(makeOwner(hasher, undefined, form, here))).status).toBe(422)
    expect((await refusal(makeOwner(hasher, 'ABCD2345', { ...form, password: 'password1234' }, here))).fields).toHaveProperty(
      'password',
    )
    expect((await makeOwner(hasher, 'ABCD2345', form, here)).role).toBe('owner')
    expect((await refusal(makeOwner(hasher, 'ABCD2345', { ...form, login: 'second' }, here))).status).toBe(409)
    expect(await shopIsEmpty()).toBe(false)
    owner = await testActor('owner')
  })
  test('its code is not guessed: eight tries a minute, sixty an hour from anywhere', async () => {
    const attempt = (address: string) => refusal(makeOwner(hasher, 'ABCD2345', { ...form, code: 'X' }, from({ address })))
    for (let k = 0; k < 8; k++) expect((await attempt('192.0.2.9')).status).toBe(422)
    expect((await attempt('192.0.2.9')).status).toBe(429)
    for (let k = 0; k < 52; k++) await attempt(`198.51.100.${k}`)
    expect((await attempt('198.51.100.200')).status).toBe(429)
    const own = await refusal(
      makeOwner(hasher, 'ABCD2345', { ...form, code: 'X' }, from({ address: '127.0.0.1', ownMachine: true })),
    )
    expect(own.status).toBe(422)
  })
})

describe('signing in', () => {
  test('wants the right password, and tells nothing of which was wrong', async () => {
    const { login } = await worker()
    expect((await signIn(hasher, login, GOOD, here)).login).toBe(login)
    const wrong = await refusal(signIn(hasher, login, 'x', here))
    const unknown = await refusal(signIn(hasher, 'nobody', 'x', here))
    expect([wrong.status, wrong.message]).toEqual([unknown.status, unknown.message])
  })
  test('a password is looked at for an unknown name too: the time tells nothing', async () => {
    looked = 0
    await refusal(signIn(hasher, 'nobody-at-all', 'x', here))
    expect(looked).toBe(1)
  })
  test('thirty tries at once are no way round the limit', async () => {
    const { login } = await worker()
    looked = 0
    const all = await Promise.all(Array.from({ length: 30 }, () => refusal(signIn(hasher, login, 'x', here))))
    expect(all.filter(each => each.status === 401)).toHaveLength(8)
    expect(all.filter(each => each.status === 429)).toHaveLength(22)
    expect(looked).toBe(8)
    // Nor is the right password, once the limit is reached.
    expect((await refusal(signIn(hasher, login, GOOD, here))).status).toBe(429)
  })
  test('an own right password does not wipe out what was tried from an address', async () => {
    const { login } = await worker()
    for (let k = 0; k < 60; k++) {
      if (k % 6 === 0) await signIn(hasher, login, GOOD, here)
      await refusal(signIn(hasher, `guess-${k}`, 'x', here))
    }
    expect((await refusal(signIn(hasher, 'guess-more', 'x', here))).status).toBe(429)
  })
  test('a name tried from everywhere is slowed down, but not on its own device nor on the own machine', async () => {
    const { login } = await worker()
    for (let k = 0; k < 100; k++) await refusal(signIn(hasher, login, 'x', from({ address: `198.51.100.${k}` })))
    expect((await refusal(signIn(hasher, login, GOOD, from({ address: '203.0.113.1' })))).status).toBe(429)
    expect((await signIn(hasher, login, GOOD, from({ address: '203.0.113.2', knownDevice: 'a browser' }))).login).toBe(login)
    expect((await signIn(hasher, login, GOOD, from({ address: '127.0.0.1', ownMachine: true }))).login).toBe(login)
  })
  test('a flood from one address keeps nobody out of the browser that knows them, which has a limit of its own', async () => {
    const { login } = await worker()
    for (let k = 0; k < 30; k++) await refusal(signIn(hasher, login, 'x', here))
    for (let k = 0; k < 60; k++) await refusal(signIn(hasher, `guess-${k}`, 'x', here))
    expect((await refusal(signIn(hasher, login, GOOD, here))).status).toBe(429)
    for (const ownMachine of [false, true]) {
      const known = from({ ownMachine, knownDevice: `browser-${login}-${ownMachine}` })
      expect((await signIn(hasher, login, GOOD, known)).login).toBe(login)
      const all = await Promise.all(Array.from({ length: 20 }, () => refusal(signIn(hasher, login, 'x', known))))
      expect(all.filter(each => each.status === 401)).toHaveLength(8)
    }
  })
  test('what is kept of an old password is made anew when it is used, and by nothing else', async () => {
    const { id, login } = await worker()
    const kept = async () => (await database().select().from(person).where(eq(person.id, id)))[0]!.passwordHash
    await database()
      .update(person)
      .set({ passwordHash: `${DATED}hashed ${GOOD}` })
      .where(eq(person.id, id))
    await refusal(signIn(hasher, login, 'x', here))
    expect(await kept()).toBe(`${DATED}hashed ${GOOD}`)
    await signIn(hasher, login, GOOD, here)
    expect(await kept()).toBe(`hashed ${GOOD}`)
  })
  test('signing something off is guessed at no faster', async () => {
    const { actor } = await worker()
    const all = await Promise.all(Array.from({ length: 20 }, () => refusal(mustBeSelf(hasher, actor(), 'x'))))
    expect(all.filter(each => each.status === 422)).toHaveLength(8)
  })
})

describe('a password', () => {
  test.each([
    ['one of the commonest', 'qwertyuiop123'],
    ['the same with figures behind', 'Password1234!'],
    ['a few characters again and again', 'abababababab'],
    ['mostly the name', 'brinelarkson77'],
  ])('is refused when it is %s', (_, password) => {
    expect(() => mustBeHardToGuess(password, ['Brinelarkson', 'brine'])).toThrow()
  })
  test.each(['skerry-reach', GOOD, 'correct horse battery staple'])('%s is taken', password => {
    expect(() => mustBeHardToGuess(password, ['Oda Vint', 'oda'])).not.toThrow()
  })
  test('a new one ends every other browser and a code', async () => {
    const { actor, id, login } = await worker()
    const [own, other] = [
      await beginSession(id, tablet, new Date()),
      await beginSession(id, { ...tablet, token: 'phone' }, new Date()),
    ]
    await makePasswordCode(owner(), id)
    expect((await refusal(changePassword(hasher, actor(), own, { password: 'x', fresh: GOOD }))).fields).toHaveProperty(
      'password',
    )
    expect(
      (await refusal(changePassword(hasher, actor(), own, { password: GOOD, fresh: '123456789012' }))).fields,
    ).toHaveProperty('fresh')
    await changePassword(hasher, actor(), own, { password: GOOD, fresh: 'brass above the stove' })
    expect([await lasts(own), await lasts(other)]).toEqual([true, false])
    expect(await database().select().from(passwordCode).where(eq(passwordCode.personId, id))).toHaveLength(0)
    expect((await signIn(hasher, login, 'brass above the stove', here)).id).toBe(id)
  })
})

describe('a code for a new password', () => {
  test('works once, for its own name, and signs every browser out', async () => {
    const [one, other] = [await worker(), await worker()]
    const session = await beginSession(one.id, tablet, new Date())
    const code = await makePasswordCode(owner(), one.id)
    const fresh = 'lamp over the lathe'
    const use = (login: string, given = code) => useCode(hasher, { login, code: given, password: fresh }, here)
    expect((await refusal(use(other.login))).status).toBe(401)
    expect((await refusal(use(one.login, 'ABCDEFGHJK'))).status).toBe(401)
    expect(await lasts(session)).toBe(true)
    const both = await Promise.allSettled([use(one.login, code.toLowerCase()), use(one.login)])
    expect(both.filter(each => each.status === 'fulfilled')).toHaveLength(1)
    expect(await lasts(session)).toBe(false)
    expect((await refusal(use(one.login))).status).toBe(401)
    expect((await signIn(hasher, one.login, fresh, here)).id).toBe(one.id)
    const told = await database().select().from(trail).where(eq(trail.subjectId, one.id))
    expect(JSON.stringify(told)).not.toContain(code)
  })
  test('ends after a day', async () => {
    const { id, login } = await worker()
    const code = await makePasswordCode(null, id)
    await database()
      .update(passwordCode)
      .set({ until: new Date(Date.now() - 1) })
      .where(eq(passwordCode.personId, id))
    expect((await refusal(useCode(hasher, { login, code, password: GOOD }, here))).status).toBe(401)
  })
})

describe('a session', () => {
  test('ends for good when signed out, wherever its cookie was copied to, and every server hears of it', async () => {
    const { id } = await worker()
    const heard: ChangeNotice[] = []
    const stop = onChange(notice => heard.push(notice))
    const quiet = await listenForChanges(process.env.DATABASE_URL!)
    const session = await beginSession(id, tablet, new Date())
    expect(await lasts(session)).toBe(true)
    await endSession(session, new Date())
    expect(await lasts(session)).toBe(false)
    for (let k = 0; k < 100 && heard.length === 0; k++) await new Promise(done => setTimeout(done, 20))
    expect(heard).toContainEqual({ topics: ['people'], jobId: null, subjectId: id })
    stop()
    await quiet()
  })
  test('ends after two weeks, and there is one a person and browser', async () => {
    const { id, actor } = await worker()
    const now = new Date()
    const first = await beginSession(id, tablet, now)
    const second = await beginSession(id, tablet, now)
    expect([await lasts(first), await lasts(second)]).toEqual([false, true])
    expect(await lasts(second, new Date(+now + 15 * 86_400_000))).toBe(false)
    const phone = await beginSession(id, { ...tablet, token: 'phone' }, now)
    expect(await sessionsOf(id, second, now)).toHaveLength(2)
    await endOwnSessions(actor(), second, phone)
    expect((await sessionsOf(id, second, now)).map(each => each.own)).toEqual([true])
    const stranger = await worker()
    await endOwnSessions(stranger.actor(), null, second)
    expect(await lasts(second)).toBe(true)
  })
  test('a browser is known by what signed in at it', async () => {
    const { id, login } = await worker()
    await beginSession(id, tablet, new Date())
    expect(await knowsDevice(login, tablet.token)).toBe(true)
    expect(await knowsDevice(login, 'another')).toBe(false)
    expect(await knowsDevice('other', tablet.token)).toBe(false)
    const [row] = await database().select().from(signedIn).where(eq(signedIn.personId, id))
    expect(row!.deviceHash).not.toContain(tablet.token)
  })
})

describe('who works here', () => {
  test('a sign-in name is one person’s', async () => {
    const add = (login: string, id = randomUUID()) =>
      addPerson(hasher, owner(), { id, name: 'N', login, password: GOOD, role: 'inspector' })
    await add('ines')
    expect((await refusal(add('ines'))).fields).toHaveProperty('login')
    expect((await people()).map(each => each.login)).toEqual(expect.arrayContaining(['ines', 'oda']))
  })
  test('who is taken off is out at once, everywhere; the name stays', async () => {
    const { id, login } = await worker()
    const session = await beginSession(id, tablet, new Date())
    const code = await makePasswordCode(owner(), id)
    expect((await takeOff(owner(), id)).map(each => each.id)).not.toContain(id)
    expect(await lasts(session)).toBe(false)
    expect((await refusal(signIn(hasher, login, GOOD, here))).status).toBe(401)
    expect((await refusal(useCode(hasher, { login, code, password: GOOD }, here))).status).toBe(401)
    expect((await peopleWhoLeft()).map(each => each.id)).toContain(id)
    await takeOff(owner(), id)
    const told = await database().select().from(trail).where(eq(trail.subjectId, id))
    expect(told.filter(each => each.verb === 'took a person off')).toHaveLength(1)
    // Back again: the old password opens nothing, a code does.
    expect((await takeBackOn(hasher, owner(), id)).map(each => each.id)).toContain(id)
    expect((await refusal(signIn(hasher, login, GOOD, here))).status).toBe(401)
    const again = await makePasswordCode(owner(), id)
    expect((await useCode(hasher, { login, code: again, password: GOOD }, here)).id).toBe(id)
  })
  test('a shop keeps an owner, also when two take each other off', async () => {
    const owners = (await people()).filter(each => each.role === 'owner')
    const [last, ...others] = owners
    for (const each of others) await setRole(owner(), each.id, 'technician')
    expect((await refusal(takeOff(owner(), last!.id))).status).toBe(409)
    expect((await refusal(setRole(owner(), last!.id, 'inspector'))).status).toBe(409)
    await setRole(owner(), others[0]!.id, 'owner')
    const both = await Promise.allSettled([takeOff(owner(), last!.id), takeOff(owner(), others[0]!.id)])
    expect(both.filter(each => each.status === 'fulfilled')).toHaveLength(1)
    expect((await people()).filter(each => each.role === 'owner')).toHaveLength(1)
  })
})

describe('a shared tablet', () => {
  const now = () => new Date()
  test('switches by PIN between those who are signed in at it', async () => {
    const [one, other] = [await worker(), await worker()]
    const shared = { ...tablet, token: 'shared-tablet' }
    expect((await refusal(setPin(hasher, one.actor(), 'x', '4711'))).fields).toHaveProperty('password')
    for (const easy of ['1111', '1234', '9876', '1212'])
      expect((await refusal(setPin(hasher, one.actor(), GOOD, easy))).fields).toHaveProperty('pin')
    await setPin(hasher, one.actor(), GOOD, '4711')
    const session = await beginSession(one.id, shared, now())
    await beginSession(other.id, shared, now())
    // Who has no PIN is not offered, and nobody is at another browser.
    expect((await peopleAt(shared.token, now())).map(each => each.id)).toEqual([one.id])
    expect(await peopleAt('another', now())).toEqual([])
    expect(await switchTo(hasher, one.id, '4711', shared.token, now())).toBe(session)
    expect((await refusal(switchTo(hasher, one.id, '4711', 'another', now()))).status).toBe(401)
    expect((await refusal(switchTo(hasher, other.id, '4711', shared.token, now()))).status).toBe(401)
  })
  test('five wrong PINs, also at once, end the session there', async () => {
    const one = await worker()
    await setPin(hasher, one.actor(), GOOD, '4711')
    const session = await beginSession(one.id, tablet, now())
    looked = 0
    const all = await Promise.allSettled(
      Array.from({ length: 12 }, () => switchTo(hasher, one.id, '9999', tablet.token, now())),
    )
    expect(all.every(each => each.status === 'rejected')).toBe(true)
    expect(looked).toBeLessThanOrEqual(5)
    expect(await lasts(session)).toBe(false)
    expect((await refusal(switchTo(hasher, one.id, '4711', tablet.token, now()))).status).toBe(401)
  })
})

test('new people begin with what the owner set, and an earlier choice lacks nothing that can be chosen now', async () => {
  const { id } = owner()
  const wanted = { ...defaultPreferences, pressure: 'psi' as const, decimal: 'comma' as const, look: 'dark' as const }
  await setPreferences(owner(), wanted)
  await setShopDefaults(owner())
  const made = await addPerson(hasher, owner(), {
    id: randomUUID(),
    name: 'Ebba',
    login: 'ebba',
    password: GOOD,
    role: 'technician',
  })
  expect(made.preferences).toMatchObject({ pressure: 'psi', decimal: 'comma', look: 'system' })
  const { decimal: _, dates: __, clock: ___, paper: ____, ...before } = wanted
  await database()
    .update(person)
    .set({ preferences: before as typeof wanted })
    .where(eq(person.id, id))
  expect((await personById(id)).preferences).toMatchObject({ decimal: 'point', dates: 'day first', paper: 'A4' })
})
