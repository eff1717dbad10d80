import type { H3Event } from 'h3'
import { ValidationError, type AnyObject, type ObjectSchema } from 'yup'
import { isTankTestKind, type TankTestKind } from '#core/leaktest/testKinds'
import { unkeptText } from '#shared/unkeptText'
import type { Actor } from '../services/ground/change'
import { mustBeAllowed, type Deed } from '../services/ground/may'
import { mustBeWithinReach } from '../services/practice/reach'
import { whileAsked } from '../db/whoAsked'
import { isAway, isFull, tookTooLong } from '../services/ground/away'
import { idTaken, Refusal } from '../services/ground/refusal'
import { OutOfBounds, parsable, withinBounds } from '#shared/bodyBounds'
import { log, loggedPath } from './log'
import { writtenFor } from './readerOf'
import { actorOf } from './session'

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i

export const isUuid = (text: string): boolean => UUID.test(text)

/** A UUID of the path. @throws Refusal 404 for anything else */
export function uuidIn(event: H3Event, name: string): string {
  const value = getRouterParam(event, name) ?? ''
  if (!isUuid(value)) throw new Refusal(404, 'There is nothing at this address.')
  return value
}

/** The kind of test of a tank that the path names. @throws Refusal 404 for what is none */
export function tankTestKindIn(event: H3Event): TankTestKind {
  const kind = getRouterParam(event, 'kind') ?? ''
  if (!isTankTestKind(kind)) throw new Refusal(404, 'There is no such kind of test.')
  return kind
}

/** The token of an owner's card or a calendar, as it stands in the address. @throws Refusal 404 for what cannot be one */
export function secretTokenIn(event: H3Event): string {
  const token = getRouterParam(event, 'token') ?? ''
  if (!/^[\w-]{22}$/.test(token)) throw new Refusal(404, 'This address has ended. Ask the workshop for a new one.')
  return token
}

/** What an open route's handler gets: the event and the checked body. */
interface OpenCall<Body> {
  event: H3Event
  body: Body
}
/** What a signed-in route's handler gets besides: who calls, and a UUID of the path. */
interface Call<Body> extends OpenCall<Body> {
  actor: Actor
  id: (name?: string) => string
}

/** Most bytes of a body of JSON before and after sign-in, unless a route says otherwise. */
const MOST_OPEN_BYTES = 16_000
const MOST_BYTES = 2_000_000

type SchemaFor<Body extends AnyObject> =
  ObjectSchema<Body> | null | ((event: H3Event) => ObjectSchema<Body> | Promise<ObjectSchema<Body>>)

/**
 * A route for people who are signed in: who may, the body checked against its schema, then the service.
 * A refusal becomes its status with one sentence, and sentences by field.
 * @param schema of the body, null for none; worked out from the address where it depends on it
 */
export function signedInRoute<Answer, Body extends AnyObject = Record<string, never>>(
  deed: Deed | ((event: H3Event) => Deed),
  schema: SchemaFor<Body>,
  answer: (call: Call<Body>) => Promise<Answer> | Answer,
  { mostBytes = MOST_BYTES } = {},
) {
  return defineEventHandler(event =>
    told(async () => {
      const actor = await actorOf(event)
      mustBeAllowed(actor.role, typeof deed === 'function' ? deed(event) : deed)
      const { id: named } = event.context.params ?? {}
      if (named !== undefined && isUuid(named)) await mustBeWithinReach(actor.id, wordBeforeId(event), named)
      const body = await checkedBody(event, typeof schema === 'function' ? await schema(event) : schema, mostBytes)
      const call = { event, actor, body, id: (name = 'id') => uuidIn(event, name) }
      const work = () => writtenFor(actor.decimal, () => answer(call))
      // What was said is kept, whether or not who said it waits for the answer.
      return event.method === 'GET' ? whileAsked(whenGone(event), work) : work()
    }, event),
  )
}

/** The word before the id in the address of a route: “holds” of /api/holds/:id/readings. */
function wordBeforeId(event: H3Event): string {
  const words = (event.context.matchedRoute?.path ?? '').split('/')
  return words[words.indexOf(':id') - 1] ?? ''
}

/** A route that answers without sign-in. */
export const openRoute = <Answer, Body extends AnyObject>(
  schema: ObjectSchema<Body> | null,
  answer: (call: OpenCall<Body>) => Promise<Answer>,
) =>
  defineEventHandler(event =>
    told(async () => answer({ event, body: await checkedBody(event, schema, MOST_OPEN_BYTES) }), event),
  )

/** Tells when whoever asked has gone before the answer: then there is nobody to work for. */
function whenGone(event: H3Event): AbortSignal {
  const gone = new AbortController()
  const { res } = event.node
  res.once('close', () => {
    if (!res.writableFinished) gone.abort(new Refusal(499, 'Whoever asked has gone.'))
  })
  return gone.signal
}

/** How long a sender of too much may go on after the answer, ms. */
const LINGER = 2000

/**
 * A body as bytes, counted while it streams: what is larger is not read to its end and not kept.
 * @param most bytes
 * @param refusal what to say of a size that is too large
 * @throws Refusal as `refusal` makes it, 400 when the body breaks off
 */
export function boundedBody(event: H3Event, most: number, refusal: (bytes: number) => Refusal): Promise<Buffer> {
  const { req, res } = event.node
  const pieces: Buffer[] = []
  let size = 0
  return new Promise((done, fail) => {
    const tooMuch = (bytes: number) => {
      // The rest runs to waste for a moment: a connection that is cut with unread bytes can lose the answer on its way.
      req.off('data', take).resume()
      res.once('finish', () => setTimeout(() => req.complete || req.destroy(), LINGER).unref())
      fail(refusal(bytes))
    }
    const take = (piece: Buffer) => {
      size += piece.length
      if (size > most) tooMuch(size)
      else pieces.push(piece)
    }
    const told = Number(req.headers['content-length'] ?? 0)
    if (told > most) return tooMuch(told)
    req.on('data', take)
    req.once('end', () => done(Buffer.concat(pieces)))
    req.once('error', () => fail(new Refusal(400, 'What was sent broke off before its end.')))
  })
}

async function checkedBody<Body extends AnyObject>(
  event: H3Event,
  schema: ObjectSchema<Body> | null,
  mostBytes: number,
): Promise<Body> {
  if (!schema) return {} as Body
  if (!/^application\/([\w.-]+\+)?json\b/i.test(getHeader(event, 'content-type') ?? ''))
    throw new Refusal(415, 'Send JSON, and say so: Content-Type: application/json.')
  const bytes = await boundedBody(
    event,
    mostBytes,
    () => new Refusal(413, 'That is more than is taken at once. Send less, or in parts.'),
  )
  const bounded = (check: () => void) => {
    try {
      check()
    } catch (error) {
      if (error instanceof OutOfBounds) throw new Refusal(422, error.message, error.path ? { [error.path]: error.message } : {})
      throw error
    }
  }
  bounded(() => parsable(bytes))
  let body: unknown
  try {
    body = JSON.parse(bytes.toString('utf8'))
  } catch {
    throw new Refusal(400, 'What was sent is not JSON.')
  }
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw new Refusal(400, 'What was sent is not a JSON object.')
  bounded(() => withinBounds(schema, body))
  return checked(body, schema)
}

/**
 * A word that an address asks with, empty where it asks with none.
 * @throws Refusal 422 for one that is too long or cannot be kept
 */
export function askedIn(event: H3Event, name: string): string {
  const asked = getQuery(event)[name] ?? ''
  const text = String(Array.isArray(asked) ? asked[0] : asked)
  if (text.length > 500 || unkeptText({ text }) !== null)
    throw new Refusal(422, `What the address asks with “${name}” cannot be looked up.`)
  return text
}

/** What an address asks, checked as a body is. @throws Refusal 422 */
export const checkedQuery = <Query extends AnyObject>(event: H3Event, schema: ObjectSchema<Query>): Promise<Query> =>
  checked(getQuery(event), schema)

async function checked<Body extends AnyObject>(body: object, schema: ObjectSchema<Body>): Promise<Body> {
  const unkept = unkeptText(body)
  if (unkept !== null) {
    const sentence = 'This text has a character that cannot be kept. Type it again.'
    throw new Refusal(422, sentence, { [unkept]: sentence })
  }
  try {
    return (await schema.validate(body, { abortEarly: false, stripUnknown: true })) as Body
  } catch (error) {
    // A list or an object where a text belongs breaks its rules before any of them can say so.
    if (error instanceof TypeError) throw new Refusal(422, 'Something in what was sent is of another kind than is asked for.')
    if (!(error instanceof ValidationError)) throw error
    const all = error.inner.length > 0 ? error.inner : [error]
    const fields = Object.fromEntries([...all].reverse().map(each => [each.path ?? '', each.message]))
    throw new Refusal(422, all[0]!.message, fields)
  }
}

async function told<T>(work: () => Promise<T>, event: H3Event): Promise<T> {
  try {
    return await work()
  } catch (thrown) {
    const error = refusedByDatabase(thrown) ?? thrown
    if (error instanceof Refusal) throw answered(error.status, 'refused', error.message, error)
    if (isError(error) || event.node.res.destroyed) throw error
    if (isAway(error)) {
      log.debug({ error })
      throw databaseAway(event)
    }
    const request = String(event.context.requestId)
    log.error({ request, method: event.method, path: loggedPath(event.path), error })
    if (isFull(error))
      throw answered(507, 'full', 'The server’s disk is full, so nothing can be recorded. Tell whoever runs the program.')
    if (tookTooLong(error))
      throw answered(500, 'failed', 'That took too long and was given up. Ask for less, or try again in a minute.')
    throw answered(
      500,
      'failed',
      `Something went wrong on the server. What was saved before is safe; try again. If it comes back, tell whoever runs the program: ${request.slice(0, 8)}.`,
    )
  }
}

/** An error as pages read it: its sentence, and the sentences beside fields. */
export const answered = (
  statusCode: number,
  statusMessage: string,
  message: string,
  { fields = {}, current }: Partial<Pick<Refusal, 'fields' | 'current'>> = {},
) => createError({ statusCode, statusMessage, message, data: { message, fields, current } })

/** s */
const TRY_AGAIN = 2

/** Said where the database does not answer: pages take it for a time without a network, and go on by themselves. */
export function databaseAway(event: H3Event) {
  setResponseHeader(event, 'Retry-After', TRY_AGAIN)
  return answered(
    503,
    'away',
    'The database does not answer just now. It is started again by itself; what you typed stays here.',
  )
}

/**
 * What the database itself keeps from happening is the caller's to mend: an id that something else has, or something that is not there.
 * Source: PostgreSQL, appendix A, class 23 (integrity constraint violation).
 */
function refusedByDatabase(error: unknown): Refusal | null {
  switch (((error as Error).cause as { code?: string } | undefined)?.code) {
    case '23505':
      return idTaken()
    case '23503':
      return new Refusal(422, 'What this belongs to is not here. Reload the page and record it again.')
    default:
      return null
  }
}
