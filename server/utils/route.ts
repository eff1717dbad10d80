import type { H3Event } from 'h3'
import { ValidationError, type AnyObject, type ObjectSchema } from 'yup'
import type { Actor } from '../services/shop/change'
import { mustBeAllowed, type Deed } from '../services/shop/may'
import { personById } from '../services/shop/people'
import { Refusal } from '../services/shop/refusal'

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i

export const isUuid = (text: string): boolean => UUID.test(text)

/** What an open route's handler gets: the event and the checked body. */
interface OpenCall<Body> { event: H3Event, body: Body }
/** What a signed-in route's handler gets besides: who calls, and a UUID of the path. */
interface Call<Body> extends OpenCall<Body> { actor: Actor, id: (name?: string) => string }

/**
 * A route for people who are signed in: who may, the body checked against its schema, then the service.
 * A refusal becomes its status with one sentence, and sentences by field.
 */
export function signedInRoute<Answer, Body extends AnyObject = Record<string, never>>(
  deed: Deed, schema: ObjectSchema<Body> | null, answer: (call: Call<Body>) => Promise<Answer> | Answer,
) {
  return defineEventHandler(event => told(async () => {
    const actor = await actorOf(event)
    mustBeAllowed(actor.role, deed)
    const body = await checkedBody(event, schema)
    const id = (name = 'id') => {
      const value = getRouterParam(event, name) ?? ''
      if (!isUuid(value)) throw new Refusal(404, 'There is nothing at this address.')
      return value
    }
    return answer({ event, actor, body, id })
  }))
}

/** A route that answers without sign-in. */
export const openRoute = <Answer, Body extends AnyObject>(schema: ObjectSchema<Body> | null, answer: (call: OpenCall<Body>) => Promise<Answer>) =>
  defineEventHandler(event => told(async () => answer({ event, body: await checkedBody(event, schema) })))

/** Who is signed in. @throws Refusal 401 */
export async function actorOf(event: H3Event): Promise<Actor> {
  const { user } = await getUserSession(event)
  if (!user) throw new Refusal(401, 'Your session has ended. Sign in again; nothing you typed is lost.')
  try {
    const { id, role } = await personById(user.id)
    return { id, role, now: new Date() }
  }
  catch (error) {
    if (error instanceof Refusal) throw new Refusal(401, 'Your account is not in this shop. Sign in again.')
    throw error
  }
}

/**
 * A body as bytes; what is larger is not read to its end.
 * @param most bytes
 * @param refusal what to say of a size that is too large
 */
export async function boundedBody(event: H3Event, most: number, refusal: (bytes: number) => Refusal): Promise<Buffer> {
  const told = Number(getHeader(event, 'content-length') ?? 0)
  if (told > most) throw refusal(told)
  const pieces: Buffer[] = []
  let size = 0
  for await (const piece of event.node.req as AsyncIterable<Buffer>) {
    size += piece.length
    if (size > most) throw refusal(size)
    pieces.push(piece)
  }
  return Buffer.concat(pieces)
}

async function checkedBody<Body extends AnyObject>(event: H3Event, schema: ObjectSchema<Body> | null): Promise<Body> {
  if (!schema) return {} as Body
  let body: unknown
  try {
    body = await readBody(event)
  }
  catch {
    throw new Refusal(400, 'What was sent is not JSON.')
  }
  if (typeof body !== 'object' || body === null || Array.isArray(body)) throw new Refusal(400, 'What was sent is not a JSON object.')
  try {
    return await schema.validate(body, { abortEarly: false, stripUnknown: true }) as Body
  }
  catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const all = error.inner.length > 0 ? error.inner : [error]
    const fields = Object.fromEntries([...all].reverse().map(each => [each.path ?? '', each.message]))
    throw new Refusal(422, all[0]!.message, fields)
  }
}

async function told<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  }
  catch (error) {
    if (error instanceof Refusal) {
      throw createError({ statusCode: error.status, statusMessage: 'refused', message: error.message, data: { message: error.message, fields: error.fields, current: error.current } })
    }
    if (isError(error)) throw error
    console.error(error)
    throw createError({ statusCode: 500, statusMessage: 'failed', message: 'Something went wrong on the server. What was saved before is safe; try again.', data: { message: 'Something went wrong on the server. What was saved before is safe; try again.', fields: {} } })
  }
}
