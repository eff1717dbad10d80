import * as yup from 'yup'
import { uuid } from '../schemas/fields'
import { entryKind, isKeptAlong, keptAlongSchemas, type StoredKind } from './kinds'

type Described = yup.SchemaFieldDescription
/** No figure of a tank is larger, times in ms since 1970 among them. */
const MOST = 1e15

/** A field's type without its bounds and sentences: what was kept by an earlier version was within those of then. */
function typeOf(field: Described): yup.Schema {
  const own = (): yup.Schema => {
    if (!('type' in field)) return yup.mixed()
    const { type } = field
    if (type === 'object' && 'fields' in field) return shapeOf(field.fields)
    if (type === 'array') {
      const { innerType } = field as yup.SchemaInnerTypeDescription
      return innerType && !Array.isArray(innerType) ? yup.array(typeOf(innerType)) : yup.array()
    }
    const words = 'oneOf' in field ? field.oneOf.filter((each): each is string => typeof each === 'string') : []
    // The database takes these for ids.
    if (type === 'string' && 'tests' in field && field.tests.some(test => test.name === 'uuid')) return uuid('')
    if (type === 'string') return words.length > 0 ? yup.string().oneOf(words) : yup.string()
    return type === 'number' ? yup.number().min(-MOST).max(MOST) : type === 'boolean' ? yup.boolean() : yup.mixed()
  }
  return 'nullable' in field && field.nullable ? own().nullable().defined() : own().nonNullable().defined()
}

const shapeOf = (fields: Record<string, Described>): yup.AnyObjectSchema =>
  yup.object(Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, typeOf(field)])))

const whole = (kind: StoredKind): yup.AnyObjectSchema => {
  if (isKeptAlong(kind)) return keptAlongSchemas[kind] as yup.AnyObjectSchema
  const { facts, schema } = entryKind(kind)
  return facts ?? (schema as yup.AnyObjectSchema).omit(['id'])
}

const shapes = new Map<StoredKind, yup.AnyObjectSchema>()
/** What the facts of a kind have to be for the program to read them: of the right types, whatever their size. */
export function factsSchema(kind: StoredKind): yup.AnyObjectSchema {
  const known = shapes.get(kind) ?? shapeOf(whole(kind).describe().fields)
  shapes.set(kind, known)
  return known
}

const defaults = new Map<StoredKind, object>()
/** What an entry says of a kind where its version did not ask yet. */
export function factsUnsaid(kind: StoredKind): object {
  const known =
    defaults.get(kind) ??
    Object.fromEntries(
      Object.entries(whole(kind).getDefault() as Record<string, unknown>).filter(
        ([, value]) => value !== undefined && (value === null || typeof value !== 'object'),
      ),
    )
  defaults.set(kind, known)
  return known
}
