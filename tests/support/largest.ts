import { openApiDocument } from '../../server/services/routes/openapi'
import type { Asker } from './asker'

interface Schema {
  type?: string | string[]
  properties?: Record<string, Schema>
  anyOf?: Schema[]
}
/** A body as long, or as deep, as its size lets it be. */
export interface Largest {
  method: string
  path: string
  shape: 'list' | 'deep' | 'text'
  body: string
}

const isOf = (schema: Schema, type: string) => ([] as string[]).concat(schema.type ?? []).includes(type)

/** Of every route that takes a body, three: with lists that are as long as can be in each field, with each field as deep, with each text as long. */
export function* largest(bytes: number): Generator<Largest> {
  const document = JSON.parse(JSON.stringify(openApiDocument())) as {
    paths: Record<string, Record<string, { requestBody?: { content: { 'application/json': { schema: Schema } } } }>>
  }
  for (const [path, methods] of Object.entries(document.paths))
    for (const [method, { requestBody }] of Object.entries(methods)) {
      const schema = requestBody?.content['application/json'].schema
      const fields = (schema?.anyOf ?? (schema ? [schema] : [])).flatMap(each => Object.entries(each.properties ?? {}))
      if (fields.length === 0) continue
      const room = Math.floor(bytes / fields.length) - 40
      const filled = (value: (field: Schema) => string) =>
        `{${fields.map(([name, field]) => `${JSON.stringify(name)}:${value(field)}`).join(',')}}`
      const list = () => `[${'{},'.repeat(Math.floor(room / 3))}{}]`
      const deep = () => '['.repeat(Math.floor(room / 2)) + ']'.repeat(Math.floor(room / 2))
      const text = (field: Schema) => (isOf(field, 'string') ? `"${'x'.repeat(room)}"` : '"x"')
      yield { method, path, shape: 'list', body: filled(list) }
      yield { method, path, shape: 'deep', body: filled(deep) }
      yield { method, path, shape: 'text', body: filled(text) }
    }
}

/** How one of them was answered; how long the server answered nobody meanwhile, and how long each of the others waited, ms. */
export interface Held extends Omit<Largest, 'body'> {
  status: number
  held: number
  others: number[]
}

/**
 * Sends every one of them, one after the other, while somebody else asks all the time.
 * @param send one request, giving its status
 */
export async function heldBy(bytes: number, send: (each: Largest) => Promise<number>, other: Asker): Promise<Held[]> {
  const all: Held[] = []
  for (const each of largest(bytes)) {
    let status = 0
    const others = await other.during(async () => {
      status = await send(each)
    })
    const { method, path, shape } = each
    all.push({ method, path, shape, status, held: Math.max(0, ...others), others })
  }
  return all
}
