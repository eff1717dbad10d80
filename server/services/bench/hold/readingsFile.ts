import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Reading } from '../../../../core/hold/hold'
import { readingsFromLongCsv, ReadingsFileError, type ColumnMeaning } from '../../../../core/readings/readingsCsv'
import type { FileAnswer, FileTask } from '../../../workers/readingsFile'

/** From so many characters on a file is read beside the server's own thread, so that nobody waits for it. */
const LARGE = 500_000
/** Most memory that one file may take there, MB. */
const MOST_MEMORY = 1500

/** Beside the built server; absent where it runs from its sources. */
const workerFile = () => join(dirname(process.argv[1] ?? ''), 'workers', 'readingsFile.mjs')

/**
 * Readings of a file, a large one read by a thread of its own.
 * @param meanings what each column holds, when its name does not say
 * @throws ReadingsFileError naming the row and column
 */
export async function readingsInFile(text: string, meanings: (ColumnMeaning | null)[] | undefined): Promise<Reading[]> {
  const nextTurn = () =>
    new Promise<void>(done => {
      setImmediate(done)
    })
  if (text.length < LARGE || !existsSync(workerFile())) return readingsFromLongCsv(text, meanings, nextTurn)
  const answer = await inWorker({ text, meanings })
  if (answer.problem !== null) throw new ReadingsFileError(answer.problem)
  const { t, pressure, temperature, barometer, difference } = answer.columns
  const events = new Map(answer.events)
  const readings: Reading[] = []
  for (let row = 0; row < t.length; row++) {
    if (row % 50_000 === 49_999) await nextTurn()
    const reading: Reading = { t: t[row]!, pressure: pressure[row]! }
    if (!Number.isNaN(temperature[row])) reading.temperature = temperature[row]!
    if (!Number.isNaN(barometer[row])) reading.barometer = barometer[row]!
    if (!Number.isNaN(difference[row])) reading.difference = difference[row]!
    const event = events.get(row)
    if (event !== undefined) reading.event = event
    readings.push(reading)
  }
  return readings
}

function inWorker(task: FileTask): Promise<FileAnswer> {
  return new Promise((done, fail) => {
    const worker = new Worker(workerFile(), { workerData: task, resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY } })
    worker.once('message', (answer: FileAnswer) => {
      done(answer)
      void worker.terminate()
    })
    worker.once('error', fail)
  })
}
