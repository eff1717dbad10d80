import { log, loggedPath } from './log'

interface Unhandled {
  unhandled?: boolean
  fatal?: boolean
  message: string
  data?: unknown
  cause?: unknown
}
interface Asked {
  method: string
  path: string
  context: { requestId?: string }
}

/**
 * Tells of what no route and no page caught as of everything else, before the framework's own handler would write the whole address
 * beside it; whoever asked learns that it failed, and not why.
 */
export default function toldHere(error: Unhandled, event: Asked): void {
  if (!error.unhandled && !error.fatal) return
  log.error({
    request: event.context.requestId,
    method: event.method,
    path: loggedPath(event.path),
    error: error.cause ?? error,
  })
  Object.assign(error, {
    unhandled: false,
    fatal: false,
    message: 'Something went wrong on the server. Try again.',
    data: undefined,
  })
}
