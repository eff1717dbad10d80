import { parentPort, workerData } from 'node:worker_threads'
import type { ColumnMeaning } from '../../core/readings/columnMeaning'
import { columnsFromCsv, ReadingsFileError } from '../../core/readings/readingsCsv'
import { buffersOf, type ReadingColumns } from '../../core/readings/readingColumns'

/** What the server hands over, and what it gets back. */
export interface FileTask {
  text: string
  meanings: (ColumnMeaning | null)[] | undefined
}
export type FileAnswer = { problem: string } | { problem: null; readings: ReadingColumns }

function answer({ text, meanings }: FileTask): FileAnswer {
  try {
    return { problem: null, readings: columnsFromCsv(text, meanings) }
  } catch (error) {
    if (error instanceof ReadingsFileError) return { problem: error.message }
    throw error
  }
}

const result = answer(workerData as FileTask)
parentPort!.postMessage(result, result.problem === null ? buffersOf(result.readings) : [])
