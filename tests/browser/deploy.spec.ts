import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { get } from 'node:https'
import { join } from 'node:path'
import { expect, test } from '../support/test'

const NGINX = '/usr/sbin/nginx'
const read = (name: string) => readFileSync(join(process.cwd(), 'docs/deploy', name), 'utf8')

test('behind nginx as documented: cookies want TLS, streams come at once, and who calls is told apart', async ({
  demo,
  playwright,
}) => {
  const folder = test.info().outputPath('nginx')
  mkdirSync(folder, { recursive: true })
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-days',
      '1',
      '-subj',
      '/CN=shop.example',
      '-keyout',
      join(folder, 'key.pem'),
      '-out',
      join(folder, 'cert.pem'),
    ],
    { stdio: 'ignore' },
  )
  const port = 20_000 + (process.pid % 20_000)
  const publicUrl = `https://127.0.0.1:${port}`
  const behind = await demo.beside({ ZINC_PUBLIC_URL: publicUrl, NUXT_SESSION_COOKIE_SECURE: 'true' })
  const site = read('nginx.conf')
    .replace(/server \{\s+listen 80;[\s\S]*?\n\}/, '')
    .replace('listen 443 ssl http2;', `listen 127.0.0.1:${port} ssl http2;`)
    .replace('proxy_set_header   Host $host;', 'proxy_set_header   Host $http_host;')
    .replace('http://127.0.0.1:4600', behind.url)
    .replace('/etc/ssl/zinc-bell/fullchain.pem', join(folder, 'cert.pem'))
    .replace('/etc/ssl/zinc-bell/privkey.pem', join(folder, 'key.pem'))
  const temp = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
    .map(name => `${name}_temp_path ${join(folder, name)};`)
    .join(' ')
  const conf = join(folder, 'nginx.conf')
  writeFileSync(
    conf,
    `daemon off; pid ${join(folder, 'pid')}; error_log stderr; events {} http { access_log off; ${temp} ${site} }`,
  )
  const nginx = spawn(NGINX, ['-c', conf], { stdio: ['ignore', 'inherit', 'inherit'] })
  try {
    const own = await playwright.request.newContext({ ignoreHTTPSErrors: true })
    await expect
      .poll(() =>
        own.get(`${publicUrl}/api/health`).then(
          answer => answer.status(),
          () => 0,
        ),
      )
      .toBe(200)
    const data = { login: 'finn', password: 'skerry-reach' }
    const answer = await own.post(`${publicUrl}/api/session`, { data, headers: { origin: publicUrl } })
    expect(answer.status()).toBe(200)
    const cookies = answer.headersArray().filter(({ name }) => name.toLowerCase() === 'set-cookie')
    expect(cookies).toHaveLength(2)
    for (const { value } of cookies) expect(value).toMatch(/; *Secure/i)
    expect(answer.headers()['strict-transport-security']).toContain('max-age')
    expect(
      (await own.post(`${publicUrl}/api/session`, { data, headers: { origin: 'https://elsewhere.example' } })).status(),
    ).toBe(403)
    // The first beat of the stream comes through at once.
    const cookie = cookies.map(({ value }) => value.split(';')[0]).join('; ')
    const first = await new Promise<string>(done => {
      const call = get(`${publicUrl}/api/stream`, { rejectUnauthorized: false, headers: { cookie } }, stream =>
        stream.once('data', (piece: Buffer) => {
          done(piece.toString())
          call.destroy()
        }),
      )
      call.on('error', () => {})
    })
    expect(first).toContain('beat')
    // What a caller says of itself in front of the proxy is not believed: it guesses under one address whatever it claims.
    for (let k = 0; k < 9; k++)
      await own.post(`${publicUrl}/api/session`, {
        data: { login: 'oda', password: 'x' },
        headers: { 'x-forwarded-for': `203.0.113.${k}` },
      })
    const last = await own.post(`${publicUrl}/api/session`, { data: { login: 'oda', password: 'x' } })
    expect(last.status()).toBe(429)
    const { rows } = await demo.query(`select key from guess where key like 'name at address%oda'`)
    expect(rows).toHaveLength(1)
    await own.dispose()
  } finally {
    nginx.kill('SIGTERM')
  }
})

test('the systemd unit is one, and starts what is there', () => {
  const unit = read('zinc-bell.service')
  const sections = [...unit.matchAll(/^\[(\w+)\]$/gm)].map(([, name]) => name)
  expect(sections).toEqual(['Unit', 'Service', 'Install'])
  expect(unit).toMatch(/^ExecStart=\/opt\/zinc-bell\/app\/zinc start$/m)
  expect(existsSync(join(process.cwd(), 'zinc'))).toBe(true)
  if (!existsSync('/usr/bin/systemd-analyze')) return
  // Checked by systemd itself where it is; the program lies elsewhere here.
  const file = test.info().outputPath('zinc-bell.service')
  writeFileSync(file, unit.replaceAll('/opt/zinc-bell/app', process.cwd()).replace('User=zinc-bell', 'User=root'))
  execFileSync('systemd-analyze', ['verify', '--man=no', file], { stdio: 'pipe' })
})

test('the Containerfile copies and runs what is there', () => {
  const lines = read('Containerfile')
    .replaceAll('\\\n', ' ')
    .split('\n')
    .filter(line => line && !line.startsWith('#'))
  const known = ['FROM', 'RUN', 'WORKDIR', 'COPY', 'USER', 'ENV', 'VOLUME', 'EXPOSE', 'HEALTHCHECK', 'STOPSIGNAL', 'CMD']
  for (const line of lines) expect(known).toContain(line.split(' ')[0])
  for (const line of lines.filter(each => each.startsWith('COPY'))) {
    const sources = line
      .split(/\s+/)
      .slice(1, -1)
      .filter(word => !word.startsWith('--'))
    for (const source of sources) expect(existsSync(join(process.cwd(), source)), source).toBe(true)
  }
  expect(lines.at(-1)).toBe('CMD ["./zinc", "start"]')
  // It does not run as root, and its data outlive it.
  expect(lines.findIndex(line => line.startsWith('USER'))).toBeGreaterThan(0)
  expect(lines).toContain('VOLUME /var/lib/zinc-bell')
})
