const causeOf = (error: unknown): Error & { code?: string } =>
  error instanceof Error ? (error.cause instanceof Error ? error.cause : error) : new Error('none')

/**
 * Whether the connection to the database failed, and not what was asked of it.
 * Source: PostgreSQL, appendix A, classes 08 (connection exception) and 57P (operator intervention), 53300 (too many connections) and
 * 25P03 (idle in transaction); what the driver says of a connection that broke before has no code.
 */
export function isAway(error: unknown): boolean {
  const { code = '', message } = causeOf(error)
  return (
    /^(08|57P|53300|25P03|ECONN|EPIPE|ETIMEDOUT)/.test(code) ||
    /Connection terminated|not queryable|timeout exceeded when trying to connect/.test(message)
  )
}

/** Whether there is no room for what was to be written. Source: PostgreSQL, appendix A, 53100 (disk full). */
export const isFull = (error: unknown): boolean => /^(53100|ENOSPC)$/.test(causeOf(error).code ?? '')

/** Whether a statement was ended since it took too long. Source: PostgreSQL, appendix A, 57014 (query canceled). */
export const tookTooLong = (error: unknown): boolean => causeOf(error).code === '57014'
