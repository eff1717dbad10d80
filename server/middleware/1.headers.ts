import { randomBytes, randomUUID } from 'node:crypto'
import type { H3Event } from 'h3'
import { notForHere } from '../utils/addressed'
import { contentPolicy } from '../utils/contentPolicy'
import { publicAddress } from '../utils/publicAddress'

/**
 * What every answer says besides what was asked: that no other site frames or reads it, and that nothing but the files of a build
 * is kept by whoever stands between.
 * @see OWASP Application Security Verification Standard 4.0, 8.2.1 and 14.4
 */
export default defineEventHandler(event => {
  event.context.requestId = randomUUID()
  event.context.nonce = randomBytes(16).toString('base64')
  const { path } = event
  setResponseHeaders(event, {
    'X-Request-Id': event.context.requestId as string,
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'no-referrer',
    'X-Frame-Options': 'DENY',
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Resource-Policy': 'same-origin',
    'Permissions-Policy':
      'geolocation=(), payment=(), usb=(), camera=(self), microphone=(self), accelerometer=(self), gyroscope=(self)',
    'Content-Security-Policy': contentPolicy(path.startsWith('/api/') ? null : (event.context.nonce as string)),
  })
  if (publicAddress()?.protocol === 'https:') setResponseHeader(event, 'Strict-Transport-Security', 'max-age=31536000')
  if (!/^\/(_nuxt|_fonts)\//.test(path)) setResponseHeader(event, 'Cache-Control', 'no-store')
  mustBeForHere(event)
})

/** @throws 400 for an address that cannot be read, 421 for a name that is not this program's */
function mustBeForHere(event: H3Event): void {
  const { req } = event.node
  // Nothing here goes by it, but what answers errors reads it.
  delete req.headers['x-forwarded-host']
  const refused = notForHere(req.headers.host, req.url ?? '')
  if (!refused) return
  Object.assign(req, { url: '/', originalUrl: '/' })
  req.headers.host = 'localhost'
  const { status, message } = refused
  throw createError({ statusCode: status, statusMessage: 'refused', message, data: { message, fields: {} } })
}
