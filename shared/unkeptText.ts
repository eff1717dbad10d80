/** What no text that is kept may hold: the character zero, and halves of a pair without the other half. */
const unkept = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/u

/** The path of the first text of a value that cannot be kept, such as “complaint.words”; null when all can. */
export function unkeptText(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return holdsUnkept(value) ? path : null
  if (typeof value !== 'object' || value === null) return null
  for (const [key, each] of Object.entries(value)) {
    if (holdsUnkept(key)) return path
    const found = unkeptText(each, path ? `${path}.${key}` : key)
    if (found !== null) return found
  }
  return null
}

// In a pattern that knows of pairs a lone half is matched as itself, and a pair never.
const holdsUnkept = (text: string) => unkept.test(text)
