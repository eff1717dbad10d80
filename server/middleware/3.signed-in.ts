import { isAway } from '../services/ground/away'

/**
 * Nothing but sign-in, health, loggers with a key of their own, owners with a card and the files that draw the sign-in page answers without a
 * session.
 */
const open = [
  /^\/sign-in\/?(\?|$)/,
  /^\/api\/health$/,
  /^\/api\/session(\/(code|here|switch|lock))?$/,
  /^\/api\/owner$/,
  /^\/api\/feed$/,
  // An owner has no account: the address is the key, to one job.
  /^\/api\/card\/[\w-]+$/,
  /^\/api\/calendar\/[\w-]+$/,
  /^\/card\/[\w-]+\/?$/,
  /^\/_nuxt\//,
  /^\/_fonts\//,
  /^\/bell(-\d+)?\.(svg|png)$/,
  /^\/(manifest\.webmanifest|service-worker\.js)$/,
]

export default defineEventHandler(async event => {
  const { pathname, search } = getRequestURL(event)
  if (open.some(pattern => pattern.test(pathname))) return
  const caller = await callerOf(event).catch((error: unknown) => {
    throw isAway(error) ? databaseAway(event) : error
  })
  if (caller) return
  if (pathname.startsWith('/api/')) {
    throw answered(401, 'refused', 'Your session has ended. Sign in again; nothing you typed is lost.')
  }
  return sendRedirect(event, `/sign-in?back=${encodeURIComponent(pathname + search)}`, 302)
})
