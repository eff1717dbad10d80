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
    serializers: { error: pino.stdSerializers.err },
  },
  pino.destination({ dest: 2, sync: true }),
)

/** An address without what opens something: the tokens of cards and calendars, and what was searched for. */
export const loggedPath = (path: string): string => path.split('?')[0]!.replace(/^(\/api)?\/(card|calendar)\/[^/]+/, '$1/$2/…')
