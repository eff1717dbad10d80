import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const folder = mkdtempSync(join(tmpdir(), 'zinc-play-'))
afterAll(() => rmSync(folder, { recursive: true }))
const csv = join(folder, 'log.csv')
writeFileSync(
  csv,
  ['time_min;pressure_kPa;temperature_C;event', '0,5;6,9;18,2;', '1,5;6,8;18,2;knock', '1;6,85;18,2;'].join('\n'),
)

const bodyOf = async (request: IncomingMessage) => {
  let text = ''
  for await (const chunk of request) text += String(chunk)
  return text
}

/** A server that answers each batch in turn, and what it heard. */
async function server(answers: { status: number; body: object }[]) {
  const heard: { key: string | undefined; lines: object[] }[] = []
  const http = createServer(
    (request, response) =>
      void (async () => {
        const text = await bodyOf(request)
        heard.push({ key: request.headers.authorization, lines: text.split('\n').map(line => JSON.parse(line) as object) })
        const { status, body } = answers[Math.min(heard.length, answers.length) - 1]!
        response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
      })(),
  )
  await new Promise<void>(done => http.listen(0, '127.0.0.1', done))
  const address = http.address()
  return {
    heard,
    url: `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`,
    close: () => http.close(),
  }
}

const play = (...words: string[]) =>
  new Promise<{ code: number | null; out: string; err: string }>(done => {
    const child = spawn('./zinc', ['play', ...words])
    let out = '',
      err = ''
    child.stdout.on('data', chunk => {
      out += chunk
    })
    child.stderr.on('data', chunk => {
      err += chunk
    })
    child.on('close', code => done({ code, out, err }))
  })

test('a file goes out in order of time, from zero, and is sent again when the server was busy', async () => {
  const { heard, url, close } = await server([
    { status: 503, body: {} },
    { status: 200, body: { taken: 2, known: 1, refused: 0 } },
  ])
  const { code, out } = await play(csv, '--key', 'abc', '--url', url, '--speed', '0')
  close()
  expect(code).toBe(0)
  expect(out).toContain('3 readings sent: 2 new, 1 known already, 0 refused')
  expect(heard).toHaveLength(2)
  expect(heard[1]).toEqual(heard[0])
  expect(heard[1]!.key).toBe('Bearer abc')
  expect(heard[1]!.lines).toMatchObject([
    { t: 0, pressure_Pa: 6900 },
    { t: 30, pressure_Pa: 6850 },
    { t: 60, pressure_Pa: 6800, event: 'knock' },
  ])
}, 30_000)

test('what the server refuses is said, and so is how it is called', async () => {
  const { url, close } = await server([{ status: 401, body: { data: { message: 'This key opens nothing.' } } }])
  const refused = await play(csv, '--key', 'abc', '--url', url, '--speed', '0')
  close()
  expect(refused).toMatchObject({ code: 1 })
  expect(refused.err).toContain('This key opens nothing.')
  expect(await play(csv)).toMatchObject({ code: 2 })
}, 30_000)
