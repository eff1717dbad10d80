import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { openApiDocument } from './openapi'
import { routes } from './routes'

/** /jobs/[id]/holds.post.ts -> post /jobs/{id}/holds */
function routeFiles(folder: string, base = ''): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap(entry => {
    const name = entry.name.replace(/\[(\w+)\]/g, '{$1}')
    if (entry.isDirectory()) return routeFiles(join(folder, entry.name), `${base}/${name}`)
    const [, path, method] = /^(.+)\.(get|post|put|patch|delete)\.ts$/.exec(name)!
    return [`${method} ${base}${path === 'index' ? '' : `/${path}`}`]
  })
}

test('every route is described, and nothing that is not there', () => {
  expect(routes.map(route => `${route.method} ${route.path}`).sort()).toEqual(
    routeFiles(join(process.cwd(), 'server/api')).sort(),
  )
})

test('bodies come from the schemas that check them', () => {
  const document = openApiDocument()
  const hold = document.paths['/api/jobs/{id}/tests/hold']!.post as {
    requestBody: { content: Record<string, { schema: { required: string[]; properties: Record<string, unknown> } }> }
  }
  const { schema } = hold.requestBody.content['application/json']!
  expect(schema.required).toEqual(expect.arrayContaining(['volume', 'testPressure']))
  expect(schema.properties).toHaveProperty('closures')
})
