import pino from 'pino'

/**
 * What the program tells whoever runs it, a JSON object a line, on standard error. ZINC_LOG_LEVEL is warn unless it says otherwise;
 * at info every request has a line. Nobody's words, passwords, keys or addresses that are keys stand in it.
 */
export const log = pino(
  {
    level: process.env.ZINC_LOG_LEVEL ?? 'warn',
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: label => ({ level: label }) },
    serializers: { error: loggedError },
  },
  pino.destination({ dest: 2, sync: true }),
)

/**
 * An error without what was asked of the database with: that is people's words, names and hashes.
 * @returns where it came from, what was asked, and what went wrong
 */
export function loggedError(error: unknown): { type: string; message: string; query?: string; stack: string } {
  if (!(error instanceof Error)) return { type: typeof error, message: 'not an error', stack: '' }
  const { query } = error as { query?: string }
  const cause = query !== undefined && error.cause instanceof Error ? error.cause : error
  const frames = (error.stack ?? '').split('\n').filter(line => /^\s+at /.test(line))
  return { type: error.name, message: cause.message, ...(query !== undefined && { query }), stack: frames.join('\n') }
}

/** An address without what opens something: the tokens of cards and calendars, and what was searched for. */
export const loggedPath = (path: string): string => path.split('?')[0]!.replace(/^(\/api)?\/(card|calendar)\/[^/]+/, '$1/$2/…')
