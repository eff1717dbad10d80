/**
 * What a page may load and run: its own files, and the scripts that were written into it as it was sent.
 * @param nonce of this answer; null for what is no page, which may load nothing
 */
export function contentPolicy(nonce: string | null): string {
  if (nonce === null) return "default-src 'none'; frame-ancestors 'none'"
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    // What the components draw has places and colours of its own.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}
