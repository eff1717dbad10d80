import { parentPort, workerData } from 'node:worker_threads'
import { readingsFromCsv, ReadingsFileError, type ColumnMeaning } from '../../core/readings/readingsCsv'

/** What the server hands over, and what it gets back: readings as columns, which cross between threads without being copied. */
export interface FileTask {
  text: string
  meanings: (ColumnMeaning | null)[] | undefined
}
export type FileAnswer =
  | { problem: string }
  | {
      problem: null
      columns: Record<'t' | 'pressure' | 'temperature' | 'barometer' | 'difference', Float64Array>
      events: [row: number, event: string][]
    }

function answer({ text, meanings }: FileTask): FileAnswer {
  try {
    const readings = readingsFromCsv(text, meanings)
    const column = (of: (reading: (typeof readings)[number]) => number | undefined) =>
      Float64Array.from(readings, reading => of(reading) ?? NaN)
    return {
      problem: null,
      columns: {
        t: column(each => each.t),
        pressure: column(each => each.pressure),
        temperature: column(each => each.temperature),
        barometer: column(each => each.barometer),
        difference: column(each => each.difference),
      },
      events: readings.flatMap(({ event }, row): [number, string][] => (event === undefined ? [] : [[row, event]])),
    }
  } catch (error) {
    if (error instanceof ReadingsFileError) return { problem: error.message }
    throw error
  }
}

const result = answer(workerData as FileTask)
parentPort!.postMessage(
  result,
  result.problem === null ? Object.values(result.columns).map(column => column.buffer as ArrayBuffer) : [],
)
