/**
 * Whether the connection to the database failed, and not what was asked of it.
 * Source: PostgreSQL, appendix A, classes 08 (connection exception) and 57P (operator intervention).
 */
export function isAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const cause = error.cause instanceof Error ? error.cause : error
  const { code = '' } = cause as { code?: string }
  return /^(08|57P|ECONN|EPIPE|ETIMEDOUT)/.test(code) || /Connection terminated/.test(cause.message)
}
