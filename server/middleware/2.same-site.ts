import type { H3Event } from 'h3'
import { publicAddress } from '../utils/publicAddress'

const READS = ['GET', 'HEAD', 'OPTIONS']

/**
 * Nothing is changed at the wish of another site's page. A browser says where a request comes from; what says nothing is no browser,
 * and brings no cookie that a person did not give it.
 * @see OWASP Application Security Verification Standard 4.0, 13.2.3
 */
export default defineEventHandler(event => {
  if (READS.includes(event.method) || fromHere(event)) return
  throw answered(403, 'refused', 'This came from another site. Open Zinc Bell itself and do it there.')
})

function fromHere(event: H3Event): boolean {
  const site = getHeader(event, 'sec-fetch-site')
  if (site !== undefined && site !== 'same-origin') return false
  const origin = getHeader(event, 'origin')
  if (origin === undefined) return true
  const own = publicAddress()
  if (own && origin === own.origin) return true
  return URL.canParse(origin) && new URL(origin).host === getHeader(event, 'host')
}
