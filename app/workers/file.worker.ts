import { minMaxThin } from '#core/readings/minMaxThin'
import type { ColumnMeaning } from '#core/readings/columnMeaning'
import { readingsFromCsv, ReadingsFileError } from '#core/readings/readingsCsv'
import { writeFiguresFor } from '#core/words/figures'

// It is named for how its page writes figures.
writeFiguresFor(() => (self.name === 'comma' ? 'comma' : 'point'))

/**
 * Reads a file beside the page: a million rows take seconds. The text is sent once, what its columns are as often as somebody
 * changes it.
 */
export type ToFileWorker = { kind: 'text'; text: string } | { kind: 'columns'; meanings: (ColumnMeaning | null)[] }

/** What is in a file as its columns are understood now. */
export interface FilePreview {
  problem: string | null
  count: number
  span: number
  inOrder: boolean
  largest: number
  points: readonly { x: number; y: number }[]
}

const MOST_DRAWN = 1500
let text = ''

self.onmessage = ({ data }: MessageEvent<ToFileWorker>) => {
  if (data.kind === 'text') text = data.text
  else self.postMessage(preview(data.meanings))
}

function preview(meanings: (ColumnMeaning | null)[]): FilePreview {
  try {
    const readings = readingsFromCsv(text, meanings)
    const inOrder = readings.every((reading, k) => k === 0 || reading.t > readings[k - 1]!.t)
    const sorted = inOrder ? readings : [...readings].sort((a, b) => a.t - b.t)
    const start = sorted[0]!.t
    return {
      problem: null,
      count: readings.length,
      inOrder,
      span: sorted[sorted.length - 1]!.t - start,
      largest: readings.reduce((most, { pressure }) => Math.max(most, Math.abs(pressure)), 0),
      points: minMaxThin(
        sorted.map(({ t, pressure }) => ({ x: t - start, y: pressure })),
        MOST_DRAWN,
      ),
    }
  } catch (error) {
    if (error instanceof ReadingsFileError)
      return { problem: error.message, count: 0, span: 0, inOrder: true, largest: 0, points: [] }
    throw error
  }
}
