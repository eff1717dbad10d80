/**
 * The address under which people reach this program through a proxy of their own, from ZINC_PUBLIC_URL; null where they reach it
 * directly. With it, cookies are for TLS alone when it begins with https, and the proxy is believed about who calls.
 */
export function publicAddress(): URL | null {
  const given = process.env.ZINC_PUBLIC_URL
  return given && URL.canParse(given) ? new URL(given) : null
}
