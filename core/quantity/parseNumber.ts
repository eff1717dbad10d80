/**
 * Reads a number as people type it: spaces around it, a decimal comma or point, a leading sign.
 * Thousands separators are not guessed at: "1,234.5" is refused, since "1,234" already means 1.234.
 * @returns the number, or null when the text is not one
 */
export function parseNumber(text: string): number | null {
  const cleaned = text
    .trim()
    .replace(/\u2212/g, '-')
    .replace(',', '.')
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(cleaned) ? Number(cleaned) : null
}
