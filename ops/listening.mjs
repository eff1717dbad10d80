const LOOPBACK = ['127.0.0.1', 'localhost', '::1']

/**
 * What is to be said of where the program listens: on this machine alone nothing; to a network without TLS a warning, and how to put
 * it in front.
 */
export function listening({ host, port, publicUrl, mode }) {
  if (LOOPBACK.includes(host)) return ''
  if (publicUrl?.startsWith('https:')) return `It listens on ${host}:${port} for the proxy of ${publicUrl}.\n`
  return [
    '',
    `WARNING: it listens on ${host}:${port} without TLS. Whoever is on that network reads passwords and may take sessions over.`,
    'Put TLS in front: install nginx, copy docs/deploy/nginx.conf and give it a certificate (docs/deploy.md says how), then',
    `    ZINC_PUBLIC_URL=https://YOUR.NAME ./zinc ${mode}`,
    'and leave HOST out, so that only the proxy reaches it.',
    ...(mode === 'demo' ? ['The demo’s passwords are printed above: it is no shop for a network.'] : []),
    '',
    '',
  ].join('\n')
}
