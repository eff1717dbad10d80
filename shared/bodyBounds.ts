import type { AnyObject, SchemaDescription, SchemaFieldDescription, SchemaInnerTypeDescription } from 'yup'

/** What is taken where a schema does not say: items of a list, values in all that it has no word for, and lists and objects inside each other. */
export interface Bounds {
  items: number
  unsaid: number
  depth: number
}
const USUAL: Bounds = { items: 300, unsaid: 5000, depth: 8 }
/** Characters of a text whose schema says no length of its own. */
const MOST_CHARACTERS = 5000
/** Of any body, before it is read: lists and objects inside each other, and values in all. Ten thousand readings are 60,000. */
const MOST_LEVELS = 32
const MOST_VALUES = 150_000

/** A body is longer or deeper than its schema lets it be. The message is one sentence. */
export class OutOfBounds extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message)
  }
}

/** A schema, of which only the description is asked. */
interface Described {
  describe: () => unknown
}
const descriptions = new WeakMap<object, SchemaDescription>()
const describe = (schema: Described) => {
  const known = descriptions.get(schema)
  if (known) return known
  const made = schema.describe() as SchemaDescription
  descriptions.set(schema, made)
  return made
}

const mostOf = (description: SchemaFieldDescription | undefined): number | null => {
  const max = description && 'tests' in description ? description.tests.find(test => test.name === 'max') : undefined
  return typeof max?.params?.max === 'number' ? max.params.max : null
}
const grouped = (count: number) => count.toLocaleString('en')

/**
 * Bounds a body by its schema before anything of it is checked: a schema checks each item of a list before it looks at how many there are,
 * and what it does not name it leaves alone however deep it is. Takes time by what is read until a bound is passed.
 * @param body as it came, of JSON
 * @throws OutOfBounds for the first list, text or depth beyond what the schema says, or where it says nothing what is usual
 */
export function withinBounds(schema: Described, body: unknown, bounds = USUAL): void {
  let unsaid = 0

  function unknown(value: unknown, path: string, depth: number): void {
    if (++unsaid > bounds.unsaid || depth > bounds.depth)
      throw new OutOfBounds(path, 'There is more in this than can belong to it. Send only what is asked for.')
    if (typeof value === 'string') text(value, path, null)
    else if (Array.isArray(value)) value.forEach((each, k) => unknown(each, `${path}[${k}]`, depth + 1))
    else if (typeof value === 'object' && value !== null)
      for (const key of Object.keys(value)) unknown((value as AnyObject)[key], within(path, key), depth + 1)
  }
  function text(value: string, path: string, most: number | null): void {
    if (value.length > Math.max(most ?? 0, MOST_CHARACTERS))
      throw new OutOfBounds(path, `This text has ${grouped(value.length)} characters. Keep it shorter.`)
  }
  function known(description: SchemaFieldDescription | undefined, value: unknown, path: string): void {
    const type = description?.type
    if (typeof value === 'string') text(value, path, mostOf(description))
    else if (typeof value !== 'object' || value === null) return
    else if (Array.isArray(value)) {
      if (type !== 'array') return unknown(value, path, 0)
      const most = mostOf(description) ?? bounds.items
      if (value.length > most)
        throw new OutOfBounds(path, `This list has ${grouped(value.length)} in it; at most ${grouped(most)} are taken.`)
      const inner = (description as SchemaInnerTypeDescription).innerType
      value.forEach((each, k) => known(Array.isArray(inner) ? inner[k] : inner, each, `${path}[${k}]`))
    } else {
      const fields = type === 'object' ? (description as SchemaDescription & { fields: AnyObject }).fields : {}
      for (const key of Object.keys(value))
        if (Object.hasOwn(fields, key))
          known(fields[key] as SchemaFieldDescription, (value as AnyObject)[key], within(path, key))
        else unknown((value as AnyObject)[key], within(path, key), 0)
    }
  }
  known(describe(schema), body, '')
}

const within = (path: string, key: string) => (path ? `${path}.${key}` : key.slice(0, 60))

const QUOTE = 0x22
const BACKSLASH = 0x5c
const COMMA = 0x2c
const OPENS = [0x5b, 0x7b]
const CLOSES = [0x5d, 0x7d]

/**
 * Bounds JSON before it is parsed, by its brackets and commas: to parse a megabyte of them takes a second.
 * @param bytes UTF-8; what is no JSON is left to whoever parses it @param most values in all
 * @throws OutOfBounds
 */
export function parsable(bytes: Uint8Array, most = MOST_VALUES): void {
  let level = 0
  let values = 0
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!
    if (byte === QUOTE) i = endOfText(bytes, i)
    else if (OPENS.includes(byte)) {
      level++
      values++
    } else if (CLOSES.includes(byte)) level--
    else if (byte === COMMA) values++
    if (level > MOST_LEVELS || values > most)
      throw new OutOfBounds('', 'There is more in this than can belong to it. Send only what is asked for, or in parts.')
  }
}

/** Where a text ends that begins at a quote. A file of readings is one of 60 MB, so it is looked for and not read. */
function endOfText(bytes: Uint8Array, begin: number): number {
  for (let end = bytes.indexOf(QUOTE, begin + 1); end > 0; end = bytes.indexOf(QUOTE, end + 1)) {
    let before = end
    while (bytes[before - 1] === BACKSLASH) before--
    if ((end - before) % 2 === 0) return end
  }
  return bytes.length
}
