import { shopTime } from '../services/house/steadyClock'
import type { H3Event } from 'h3'
import type { Decimal } from '#core/words/figures'
import type { Actor } from '../services/ground/change'
import type { TriedFrom } from '../services/people/guessing'
import { beginSession, knowsDevice, personOfSession, SESSION_LASTS } from '../services/people/sessions'
import { Refusal } from '../services/ground/refusal'
import { newToken } from '../services/ground/secretToken'
import { callerAddress, ownMachine } from './caller'
import { publicAddress } from './publicAddress'

/** Who calls, and how they write figures. */
type Caller = Actor & { decimal: Decimal }

const DEVICE_COOKIE = 'zinc-bell-device'
const DEVICE_LASTS = 400 * 24 * 60 * 60

export const hasher = { hash: hashPassword, verify: verifyPassword, isDated: passwordNeedsReHash }

/** The token that a browser keeps, signed in or not. */
export const deviceOf = (event: H3Event): string | undefined => {
  const token = getCookie(event, DEVICE_COOKIE)
  return token !== undefined && /^[\w-]{22}$/.test(token) ? token : undefined
}

/** Where a try to get in comes from. */
export const triedFrom = async (event: H3Event, login: string | null = null): Promise<TriedFrom> => ({
  address: callerAddress(event),
  ownMachine: ownMachine(event),
  knownDevice: login !== null && (await knowsDevice(login, deviceOf(event))) ? deviceOf(event)! : null,
})

/** Gives a browser the session of a person who has just shown who they are. */
export async function enter(event: H3Event, personId: string): Promise<void> {
  const token = deviceOf(event) ?? newToken()
  const secure = publicAddress()?.protocol === 'https:'
  setCookie(event, DEVICE_COOKIE, token, { httpOnly: true, sameSite: 'strict', secure, path: '/', maxAge: DEVICE_LASTS })
  const words = getHeader(event, 'user-agent') ?? ''
  await goOnWith(event, await beginSession(personId, { token, words: browserWords(words) }, new Date(shopTime())))
}

/** Gives a browser a session that lasts already. */
export async function goOnWith(event: H3Event, sessionId: string): Promise<void> {
  await replaceUserSession(event, { secure: { sessionId } }, { maxAge: SESSION_LASTS / 1000 })
}

/** The session that a request comes with, ended or not. */
export async function sessionOf(event: H3Event): Promise<string | null> {
  const { secure } = await getUserSession(event)
  return secure?.sessionId ?? null
}

/** The session of whoever is signed in. @throws Refusal 401 */
export async function ownSession(event: H3Event): Promise<string> {
  const session = await sessionOf(event)
  if (session === null) throw new Refusal(401, 'Your session has ended. Sign in again; nothing you typed is lost.')
  return session
}

/** Who calls, while their session lasts; looked up once a request. */
export function callerOf(event: H3Event): Promise<Caller | null> {
  const known = event.context as { caller?: Promise<Caller | null> }
  return (known.caller ??= (async () => {
    const session = await sessionOf(event)
    const now = new Date(shopTime())
    const found = session === null ? null : await personOfSession(session, now)
    return found && { ...found, now }
  })())
}

/**
 * Who is signed in. A page says whose it is: what somebody typed is not sent in another's name because the tablet changed hands
 * meanwhile.
 * @throws Refusal 401
 */
export async function actorOf(event: H3Event): Promise<Caller> {
  const caller = await callerOf(event)
  if (!caller) throw new Refusal(401, 'Your session has ended. Sign in again; nothing you typed is lost.')
  const meant = getHeader(event, 'x-zinc-person')
  if (meant !== undefined && meant !== caller.id)
    throw new Refusal(401, 'Somebody else is signed in on this device now. Sign in again; nothing you typed is lost.')
  return { ...caller, now: new Date(shopTime()) }
}

/** What a browser says it is, in a few words: the list of one's sessions is to be told apart, not measured. */
function browserWords(agent: string): string {
  const browser = /Edg\//.test(agent)
    ? 'Edge'
    : /Firefox\//.test(agent)
      ? 'Firefox'
      : /Chrom(e|ium)\//.test(agent)
        ? 'Chromium'
        : /Safari\//.test(agent)
          ? 'Safari'
          : 'A program'
  const system = /Android/.test(agent)
    ? 'Android'
    : /iPhone|iPad/.test(agent)
      ? 'iOS'
      : /Windows/.test(agent)
        ? 'Windows'
        : /Mac OS/.test(agent)
          ? 'macOS'
          : /Linux/.test(agent)
            ? 'Linux'
            : ''
  return system ? `${browser} on ${system}` : browser
}
