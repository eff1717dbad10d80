import fc from 'fast-check'
import { openApiDocument } from '../../server/services/routes/openapi'

/** One malformed, or nearly right, request. */
export interface Attempt {
  method: string
  path: string
  body: string | undefined
}

interface Schema {
  type?: string | string[]
  format?: string
  enum?: unknown[]
  properties?: Record<string, Schema>
  items?: Schema
  anyOf?: Schema[]
  minimum?: number
  maximum?: number
}

/** Stands for lists inside each other: no writer of JSON goes as deep as a reader can be sent. */
const DEEP = '@deep'
const LEVELS = 7900
const written = (body: unknown) => JSON.stringify(body).replaceAll(`"${DEEP}"`, '['.repeat(LEVELS) + ']'.repeat(LEVELS))

/** What breaks programs that take JSON on trust. */
const hostile: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    '',
    ' ',
    '\0',
    'a\0b',
    '\ud800',
    '\udfff tail',
    '2026-02-30',
    '0000-00-00T99:99:99Z',
    '-271822-04-20',
    '+275760-09-14T00:00:00Z',
    'NaN',
    'Infinity',
    '1e309',
    '٣',
    '<script>',
    "'; drop table job; --",
    '__proto__',
    'constructor',
    0,
    -0,
    -1,
    1e308,
    -1e308,
    Number.MAX_SAFE_INTEGER + 1,
    8.64e15 + 1,
    2 ** 31,
    5e-324,
    [],
    {},
    [[]],
    [null],
    { toString: 'x' },
    { length: -1 },
    [{ id: null }],
    DEEP,
  ),
  fc.string({ maxLength: 40, unit: 'binary' }),
  fc.constant('x'.repeat(5000)),
  fc.jsonValue({ maxDepth: 3 }),
)

/** @param ids that exist: of this job, of another, of people */
function arbitraryOf(schema: Schema, ids: readonly string[]): fc.Arbitrary<unknown> {
  const right = rightOf(schema, ids)
  return fc.oneof({ arbitrary: right, weight: 7 }, { arbitrary: hostile, weight: 2 })
}

function rightOf(schema: Schema, ids: readonly string[]): fc.Arbitrary<unknown> {
  if (schema.anyOf) return fc.oneof(...schema.anyOf.map(each => rightOf(each, ids)))
  if (schema.enum) return fc.constantFrom(...schema.enum)
  const types = ([] as string[]).concat(schema.type ?? 'object')
  switch (types[0]) {
    case 'object':
      return objectOf(schema, ids)
    case 'array':
      return fc.array(arbitraryOf(schema.items ?? {}, ids), { maxLength: 4 })
    case 'boolean':
      return fc.boolean()
    case 'integer':
    case 'number':
      return fc.oneof(
        fc.double({ min: schema.minimum ?? 0, max: schema.maximum ?? 1e5, noNaN: true }),
        fc.constantFrom(0.018, 1, 20, 291.15, 5000, 101_325, Date.now(), Date.now() - 3_600_000),
      )
    default:
      return fc.oneof(fc.constantFrom(...ids), fc.uuid({ version: 4 }), fc.string({ maxLength: 30 }), fc.constant('cap'))
  }
}

/** All fields right; or one of them hostile; or some hostile, some left out, and some that nobody asked for. */
function objectOf(schema: Schema, ids: readonly string[]): fc.Arbitrary<unknown> {
  const fields = Object.entries(schema.properties ?? {})
  if (fields.length === 0)
    return fc.oneof(fc.dictionary(fc.constantFrom(...ids, '__proto__', 'x'), hostile, { maxKeys: 3 }), fc.constant({}))
  const each = (make: (field: Schema, ids: readonly string[]) => fc.Arbitrary<unknown>) =>
    Object.fromEntries(fields.map(([name, field]) => [name, make(field, ids)]))
  const right = fc.record(each(rightOf), { noNullPrototype: true })
  const one = fc
    .tuple(right, fc.constantFrom(...fields.map(([name]) => name)), hostile)
    .map(([object, name, value]) => ({ ...object, [name]: value }))
  const some = fc
    .tuple(
      fc.record(each(arbitraryOf), { requiredKeys: [], noNullPrototype: true }),
      fc.dictionary(fc.constantFrom('extra', 'id', '__proto__', 'toString'), hostile, { maxKeys: 1 }),
    )
    .map(([known, extra]) => ({ ...extra, ...known }))
  return fc.oneof({ arbitrary: right, weight: 3 }, { arbitrary: one, weight: 4 }, { arbitrary: some, weight: 2 })
}

/** What is sent where an object is due. */
const noObject = fc.constantFrom(
  '',
  'null',
  '[]',
  '"x"',
  '{',
  '{"a":',
  '1',
  '\0',
  '{"id":"\\ud800"}',
  '{"__proto__":{"role":"owner"}}',
)

const withQuery = (path: string) =>
  fc.oneof(
    { arbitrary: fc.constant(path), weight: 4 },
    {
      arbitrary: fc
        .tuple(
          fc.constantFrom(
            'words',
            'after',
            'aspects',
            'small',
            'closed',
            'of',
            'level',
            'standard',
            'zero',
            'link',
            'point',
            'sure',
            'id',
            'from',
            'what',
            'at',
          ),
          fc.oneof(
            fc.constantFrom(
              '%00',
              '%ED%A0%80',
              '%',
              '%zz',
              'NaN',
              '1e999',
              '-1',
              '[]',
              '%F0',
              "'",
              '%25',
              '\\',
              '1&words=2',
              '%2e%2e%2f',
              'x'.repeat(3000),
            ),
            fc.string({ maxLength: 20 }).map(encodeURIComponent),
          ),
        )
        .map(([name, value]) => `${path}?${name}=${value}`),
      weight: 1,
    },
  )

/** Ids of things that exist, by the word of the address under which they stand. */
export type Known = Record<string, string[]>

/**
 * Requests made from the description of the server: every route, every field of its body.
 * @param known ids: mostly where they belong, and each of them where another belongs
 * @param spared routes that end the session or the shop of whoever sends them
 */
export function attempts(known: Known, spared: readonly string[]): fc.Arbitrary<Attempt> {
  const document = JSON.parse(JSON.stringify(openApiDocument())) as {
    paths: Record<string, Record<string, { requestBody?: { content: { 'application/json': { schema: Schema } } } }>>
  }
  const all = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({
      method,
      path,
      schema: operation.requestBody?.content['application/json'].schema,
    })),
  )
  const ids = Object.values(known).flat()
  const wanted = all.filter(({ method, path }) => !spared.includes(`${method} ${path}`))
  const idAt = (path: string) =>
    fc.oneof(
      { arbitrary: fc.constantFrom(...(known[path.split('/')[2]!] ?? ids)), weight: 12 },
      { arbitrary: fc.constantFrom(...ids), weight: 1 },
      { arbitrary: fc.constantFrom('%00', 'x', '..', '%zz', '%66f885661', '%2e%2e', '0', 'null', "'"), weight: 1 },
    )
  return fc.constantFrom(...wanted).chain(({ method, path, schema }) =>
    fc
      .tuple(
        fc.array(idAt(path), { minLength: 2, maxLength: 2 }),
        schema
          ? fc.oneof({ arbitrary: rightOf(schema, ids).map(written), weight: 9 }, { arbitrary: noObject, weight: 1 })
          : method === 'get'
            ? fc.constant(undefined)
            : fc.oneof(fc.constant(undefined), noObject),
      )
      .chain(([given, body]) => {
        let next = 0
        return withQuery(path.replace(/\{\w+\}/g, () => given[next++ % given.length]!)).map(asked => ({
          method: method.toUpperCase(),
          path: asked,
          body,
        }))
      }),
  )
}

export interface Fuzzed {
  sent: number
  byStatus: Record<number, number>
  /** what broke the server, or was not answered */
  broke: { attempt: Attempt; status: number }[]
  slowest: number // ms
}

/**
 * Sends malformed requests, several at once, some of them twice at the same time.
 * @param send one request, giving its status; 0 where there was no answer
 */
export async function fuzz(
  many: number,
  seed: number,
  known: Known,
  send: (attempt: Attempt) => Promise<number>,
  spared: readonly string[] = [],
): Promise<Fuzzed> {
  const all = fc.sample(attempts(known, spared), { numRuns: many, seed })
  const result: Fuzzed = { sent: 0, byStatus: {}, broke: [], slowest: 0 }
  const one = async (attempt: Attempt) => {
    const from = performance.now()
    const status = await send(attempt)
    result.slowest = Math.max(result.slowest, performance.now() - from)
    result.sent++
    result.byStatus[status] = (result.byStatus[status] ?? 0) + 1
    if (status >= 500 || status === 0) result.broke.push({ attempt, status })
  }
  const AT_ONCE = 6
  for (let k = 0; k < all.length; k += AT_ONCE) {
    const batch = all.slice(k, k + AT_ONCE)
    // The last twice at once: two parallel creations are one.
    await Promise.all([...batch, batch.at(-1)!].map(one))
  }
  return result
}
