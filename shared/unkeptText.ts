/** What no text that is kept may hold: the character zero, and halves of a pair without the other half. */
const unkept = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/u

/** The path of the first text of a value that cannot be kept, such as “complaint.words”; null when all can. However deep it is. */
export function unkeptText(value: unknown): string | null {
  const left: { value: unknown; path: string }[] = [{ value, path: '' }]
  for (let next = left.pop(); next; next = left.pop()) {
    const { value: at, path } = next
    if (typeof at === 'string' && holdsUnkept(at)) return path
    if (typeof at !== 'object' || at === null) continue
    const inside = Object.entries(at)
    if (inside.some(([key]) => holdsUnkept(key))) return path
    // The last is looked at first: what stands first goes on last.
    for (const [key, each] of inside.reverse()) left.push({ value: each, path: path ? `${path}.${key}` : key })
  }
  return null
}

// In a pattern that knows of pairs a lone half is matched as itself, and a pair never.
const holdsUnkept = (text: string) => unkept.test(text)
