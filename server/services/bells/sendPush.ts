import { lookup } from 'node:dns'
import { request as overHttp } from 'node:http'
import { request as overTls, type RequestOptions } from 'node:https'
import { BlockList, isIP, type LookupFunction } from 'node:net'
import webPush from 'web-push'
import type { PushKeys } from '../house/houseState'
import type { PushDevice } from '../people/pushDevices'

/** Seals a message for one browser and hands it to the service that the browser named. @throws Error when it was not taken */
export type SendPush = (
  device: PushDevice,
  message: string,
  keys: PushKeys,
  lasts: number,
) => Promise<{ /** the browser wants no more */ gone: boolean }>

/** A service that does not answer sooner is not waited for, ms. */
const PATIENCE = 10_000

/** Networks that no service of a browser lies in (RFC 6890): what somebody names there is a machine of the shop's. */
const inside = new BlockList()
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 3],
] as const)
  inside.addSubnet(net, bits)
for (const [net, bits] of [
  ['::', 127],
  ['64:ff9b::', 96],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  inside.addSubnet(net, bits, 'ipv6')

const isInside = (address: string) => {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, '')
  return inside.check(plain, isIP(plain) === 6 ? 'ipv6' : 'ipv4')
}

/** Looks a name up as usual, and refuses what lies inside: looked at where the connection is made, so that a name cannot change meanwhile. */
const outsideOnly: LookupFunction = (name, options, done) =>
  lookup(name, { ...options, all: true }, (error, found) => {
    const [first] = found ?? []
    if (error || !first) return done(error ?? new Error(`${name} is not known`), '')
    if (found.some(({ address }) => isInside(address))) return done(new Error(`${name} lies in a network of the shop`), '')
    return options.all ? done(null, found) : done(null, first.address, first.family)
  })

/**
 * Over TLS, to a service on the open network (RFC 8030; sealed by RFC 8291, signed by RFC 8292).
 * @param subject where the service may ask about this shop, https or mailto
 * @param within also to an address in the shop's own networks and without TLS, for a stand-in
 */
export function pushSender({ subject = 'mailto:owner@zinc-bell.invalid', within = false } = {}): SendPush {
  return async ({ endpoint, key, secret }, message, { publicKey, privateKey }, lasts) => {
    const address = new URL(endpoint)
    const host = address.hostname.replace(/^\[|\]$/g, '')
    if (!within && (address.protocol !== 'https:' || (isIP(host) && isInside(host))))
      throw new Error(`${host} is no service of a browser`)
    const { method, headers, body } = webPush.generateRequestDetails(
      { endpoint, keys: { p256dh: key, auth: secret } },
      message,
      {
        vapidDetails: {
          subject,
          publicKey,
          privateKey,
        },
        TTL: lasts,
        urgency: 'high',
      },
    )
    const status = await new Promise<number>((resolve, reject) => {
      const options: RequestOptions = { method, headers, timeout: PATIENCE, ...(within ? {} : { lookup: outsideOnly }) }
      const request = (address.protocol === 'https:' ? overTls : overHttp)(address, options, response => {
        response.resume()
        resolve(response.statusCode ?? 0)
      })
      request.on('timeout', () => request.destroy(new Error(`${host} did not answer`)))
      request.on('error', reject)
      request.end(body)
    })
    if (status === 404 || status === 410) return { gone: true }
    if (status < 200 || status > 299) throw new Error(`${host} answered ${status}`)
    return { gone: false }
  }
}
