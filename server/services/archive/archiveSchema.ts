import Ajv, { type ValidateFunction } from 'ajv'
import type { PgColumn } from 'drizzle-orm/pg-core'
import { Refusal } from '../ground/refusal'
import type { ArchivedJob } from './archiveFile'
import { archivedTables, columnsOf } from './archivedTables'

const UUID = '^[0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{12}$'
const moment = { type: 'string', pattern: '^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d\\.\\d{3}Z$' }
const text = { type: 'string', maxLength: 20_000 }
const uuid = { type: 'string', pattern: UUID }

/** What a column holds, in JSON Schema. */
function columnSchema({ dataType, columnType, notNull }: PgColumn): object {
  const own = () => {
    if (columnType === 'PgUUID') return uuid
    switch (dataType) {
      case 'number':
        return columnType === 'PgInteger' ? { type: 'integer' } : { type: 'number' }
      case 'boolean':
        return { type: 'boolean' }
      case 'date':
        return moment
      case 'json':
        return { type: ['object', 'array'] }
      default:
        return text
    }
  }
  return notNull ? own() : { anyOf: [own(), { type: 'null' }] }
}

/** The JSON Schema of job.json, as it is published: one list of rows a table, in the units of this program's core (SI). */
export const archiveSchema = () => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  title: 'A job of Zinc Bell',
  description:
    'job.json of an archive. Beside it lie readings/HOLD.csv, photographs/PHOTO.jpg and PHOTO.small.jpg, and digests.json with the SHA-256 of each. Quantities are SI, moments ISO 8601 in UTC.',
  type: 'object',
  required: ['format', 'version', 'exportedAt', 'program', 'shop', 'broughtFrom', 'people', 'thermometer', 'rows'],
  additionalProperties: false,
  properties: {
    format: { const: 'zinc-bell-job' },
    version: { const: 2 },
    exportedAt: moment,
    program: { type: 'string', maxLength: 80 },
    shop: { type: 'string', maxLength: 80 },
    broughtFrom: {
      anyOf: [
        { type: 'null' },
        {
          type: 'object',
          required: ['shop', 'exportedAt'],
          additionalProperties: false,
          properties: { shop: { type: 'string', maxLength: 80 }, exportedAt: moment },
        },
      ],
    },
    people: {
      type: 'array',
      maxItems: 1000,
      items: {
        type: 'object',
        required: ['id', 'name'],
        additionalProperties: false,
        properties: { id: uuid, name: { type: 'string', minLength: 1, maxLength: 120 } },
      },
    },
    thermometer: {
      type: 'array',
      maxItems: 100_000,
      items: {
        type: 'object',
        required: ['at', 'temperature', 'lowest', 'since'],
        additionalProperties: false,
        properties: {
          at: { type: 'number' },
          temperature: { type: ['number', 'null'], minimum: 150, maximum: 400 },
          lowest: { type: ['number', 'null'], minimum: 150, maximum: 400 },
          since: { type: ['number', 'null'] },
        },
      },
    },
    rows: {
      type: 'object',
      required: archivedTables.map(each => each.name),
      additionalProperties: false,
      properties: Object.fromEntries(
        archivedTables.map(each => {
          const columns = columnsOf(each)
          return [
            each.name,
            {
              type: 'array',
              maxItems: each.name === 'job' || each.name === 'craft' ? 1 : 100_000,
              ...((each.name === 'job' || each.name === 'craft') && { minItems: 1 }),
              items: {
                type: 'object',
                required: Object.keys(columns),
                additionalProperties: false,
                properties: Object.fromEntries(Object.entries(columns).map(([name, column]) => [name, columnSchema(column)])),
              },
            },
          ]
        }),
      ),
    },
  },
})

let compiled: ValidateFunction<ArchivedJob> | undefined
/** What job.json says, checked against the published schema. @throws Refusal 422 with the first thing that is wrong */
export function checkedJob(value: unknown): ArchivedJob {
  compiled ??= new Ajv({ allowUnionTypes: true }).compile<ArchivedJob>(archiveSchema())
  if (compiled(value)) return value
  const { instancePath, message } = compiled.errors![0]!
  throw new Refusal(422, `The archive’s job.json is not as the format asks: ${instancePath || 'the whole'} ${message}.`)
}
