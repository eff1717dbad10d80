import { convertSchema } from '@sodaru/yup-to-json-schema'
import type { AnyObjectSchema } from 'yup'
import { routes, type RouteDescription } from './routes'

const whoWords = {
  anyone: 'Without sign-in.',
  read: 'Everybody signed in.',
  work: 'Owner and technicians.',
  people: 'The owner.',
  devices: 'The owner.',
  sign: 'Everybody signed in, under their own name.',
  device: 'A logger with its key.',
}

const operation = ({ summary, who, path }: RouteDescription, bodies: AnyObjectSchema[]) => {
  const parameters = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: name === 'token' ? { type: 'string' } : { type: 'string', format: 'uuid' },
  }))
  const schemas = bodies.map(body => convertSchema(body))
  return {
    summary,
    description: whoWords[who],
    ...(parameters.length > 0 && { parameters }),
    ...(schemas.length > 0 && {
      requestBody: {
        required: true,
        content: { 'application/json': { schema: schemas.length === 1 ? schemas[0] : { anyOf: schemas } } },
      },
    }),
    ...(who === 'anyone' && { security: [] }),
    ...(who === 'device' && { security: [{ logger: [] }] }),
    responses: {
      200: { description: 'Done' },
      ...(schemas.length > 0 && { 422: { description: 'A field is wrong; `data.fields` says which and how to mend it' } }),
      ...(who !== 'anyone' && { 401: { description: 'Not signed in' } }),
    },
  }
}

/** The routes as an OpenAPI 3.1 document; bodies come from the schemas that check them. */
export function openApiDocument() {
  const paths: Record<string, Record<string, unknown>> = {}
  const add = (route: RouteDescription, bodies: AnyObjectSchema[]) => {
    paths[`/api${route.path}`] = { ...paths[`/api${route.path}`], [route.method]: operation(route, bodies) }
  }
  for (const route of routes) {
    if (!route.each) add(route, route.body ? [route.body] : [])
    for (const { value, summary, body, others = [], who = route.who } of route.each?.values ?? [])
      add({ ...route, who, path: route.path.replace(`{${route.each!.name}}`, value), summary }, [body, ...others])
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Zinc Bell',
      version: '1',
      description:
        'Quantities are SI and times milliseconds since 1970. Entries carry an id made by the caller, so that a repeated submit is one entry.',
    },
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'zinc-bell' },
        logger: { type: 'http', scheme: 'bearer' },
      },
    },
    security: [{ session: [] }],
    paths,
  }
}
