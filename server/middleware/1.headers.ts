import { randomBytes, randomUUID } from 'node:crypto'
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
  const refused = notForHere(event.node.req.headers.host, event.node.req.url ?? '')
  // Nothing here goes by it, but what answers errors reads it.
  delete event.node.req.headers['x-forwarded-host']
  if (!refused) return
  // Answered here: whatever came after would read the address.
  setResponseStatus(event, refused.status)
  setResponseHeader(event, 'Content-Type', 'text/plain; charset=utf-8')
  return refused.message
})
