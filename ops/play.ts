import { readFileSync } from 'node:fs'
import { readingsFromCsv } from '../core/readings/readingsCsv'

/**
 * `./zinc play FILE.csv --key KEY [--url ADDRESS] [--speed N]`: sends a CSV into a running hold as a logger would, in
 * newline-delimited JSON.
 * Readings go out at their own times, N times as fast; 0 sends all at once. What the server does not take is sent again.
 */
const words = process.argv.slice(2)
const option = (name: string, absent?: string) => {
  const at = words.indexOf(`--${name}`)
  return at < 0 ? absent : words.splice(at, 2)[1]
}
const key = option('key')
const url = option('url', 'http://127.0.0.1:4600')!
const speed = Number(option('speed', '1'))
const [file] = words
if (!file || !key || !Number.isFinite(speed) || speed < 0) {
  console.error('usage: ./zinc play FILE.csv --key KEY [--url http://127.0.0.1:4600] [--speed 1]   speed 0 sends all at once')
  process.exit(2)
}

const MOST_A_BATCH = 5000
const EVERY = 1000 // ms between two batches
const pause = (milliseconds: number) => new Promise(done => setTimeout(done, milliseconds))

async function send(lines: string[]): Promise<{ taken: number; known: number; refused: number }> {
  for (;;) {
    const answer = await fetch(`${url}/api/feed`, {
      method: 'POST',
      headers: { 'authorization': `Bearer ${key}`, 'content-type': 'application/x-ndjson' },
      body: lines.join('\n'),
    }).catch(() => null)
    if (answer?.ok) return (await answer.json()) as { taken: number; known: number; refused: number }
    // The network is gone or the server busy: a logger keeps what it has and tries again.
    if (!answer || answer.status === 429 || answer.status >= 500) {
      await pause(2000)
      continue
    }
    const told = (await answer.json()) as { data?: { message?: string } }
    throw new Error(told.data?.message ?? `The server answered ${answer.status}.`)
  }
}

try {
  const readings = readingsFromCsv(readFileSync(file, 'utf8')).sort((a, b) => a.t - b.t)
  const first = readings[0]!.t
  const lines = readings.map(({ t, pressure, temperature, barometer, event }) =>
    JSON.stringify({
      t: t - first,
      pressure_Pa: pressure,
      ...(temperature !== undefined && { temperature_K: temperature }),
      ...(barometer !== undefined && { barometer_Pa: barometer }),
      ...(event && { event }),
    }),
  )
  const start = Date.now()
  const total = { taken: 0, known: 0, refused: 0 }
  for (let sent = 0; sent < lines.length;) {
    const due =
      speed === 0 ? lines.length : readings.findIndex(reading => reading.t - first > ((Date.now() - start) / 1000) * speed)
    const to = Math.min(sent + MOST_A_BATCH, due < 0 ? lines.length : due)
    if (to > sent) {
      const answer = await send(lines.slice(sent, to))
      for (const name of ['taken', 'known', 'refused'] as const) total[name] += answer[name]
      sent = to
    }
    if (speed > 0 && sent < lines.length) await pause(EVERY)
  }
  console.log(`${lines.length} readings sent: ${total.taken} new, ${total.known} known already, ${total.refused} refused`)
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 1
}
