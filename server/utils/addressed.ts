import { hostname } from 'node:os'
import { isIP } from 'node:net'
import { publicAddress } from './publicAddress'

/**
 * Why a request is not for this program, or null. A page elsewhere can have its own name lead to this machine: a name that nobody here gave
 * is not answered. Numbers are: no page elsewhere can be under them.
 * @param host as the request says it @param path as it came, before anything is decoded
 * @see OWASP Application Security Verification Standard 4.0, 14.5.3
 */
export function notForHere(host: string | undefined, path: string): { status: 400 | 421; message: string } | null {
  const unreadable = { status: 400 as const, message: 'This address cannot be read. Type it anew.' }
  if (!path.startsWith('/') || !URL.canParse(path.replace(/^[/\\]+/, '/'), 'http://localhost')) return unreadable
  // The program asks itself without one, and no browser does.
  if (host === undefined) return null
  if (!/^[\w.:[\]-]+$/.test(host) || !URL.canParse(`http://${host}/`)) return unreadable
  const name = new URL(`http://${host}/`).hostname.toLowerCase().replace(/\.$/, '')
  if (isIP(name.replace(/^\[|\]$/g, '')) || ownNames().includes(name) || name.endsWith('.localhost')) return null
  return {
    status: 421,
    message: `This program is not reached as “${name}”. Whoever runs it adds that name to ZINC_HOSTS.`,
  }
}

/** Names that this program is reached by: of the machine, of its public address, and those of ZINC_HOSTS, with commas between. */
function ownNames(): string[] {
  const machine = hostname().toLowerCase()
  const given = (process.env.ZINC_HOSTS ?? '').split(',').map(each => each.trim().toLowerCase())
  const names = ['localhost', machine, `${machine.split('.')[0]}.local`, publicAddress()?.hostname ?? '', ...given]
  return names.filter(Boolean)
}
