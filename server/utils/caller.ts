import { BlockList, isIP } from 'node:net'
import type { H3Event } from 'h3'
import { publicAddress } from './publicAddress'

const loopback = new BlockList()
loopback.addSubnet('127.0.0.0', 8)
loopback.addAddress('::1', 'ipv6')

/** Proxies that are believed about who calls: on this machine, and those that ZINC_PROXIES names, separated by commas. */
function isProxy(address: string): boolean {
  if (!publicAddress()) return false
  return isLoopback(address) || (process.env.ZINC_PROXIES ?? '').split(',').some(each => each.trim() === address)
}
const isLoopback = (address: string) => loopback.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4')

/** IPv4 in IPv6's clothes is IPv4. */
const plain = (address: string) => address.replace(/^::ffff:(?=\d+\.)/i, '')

/**
 * The network address of whoever calls. Behind a proxy of ours it is the last one that the proxy added: what stands before it was
 * said by the caller.
 */
export function callerAddress(event: H3Event): string {
  const direct = plain(event.node.req.socket.remoteAddress ?? '')
  if (!isProxy(direct)) return direct
  const told = plain((getHeader(event, 'x-forwarded-for') ?? '').split(',').at(-1)?.trim() ?? '')
  return isIP(told) ? told : direct
}

/** Whether the caller sits at the machine on which the program runs. */
export const ownMachine = (event: H3Event): boolean => isLoopback(callerAddress(event))
