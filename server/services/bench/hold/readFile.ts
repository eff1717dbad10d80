import type { ReadingColumns } from '../../../../core/readings/readingColumns'
import type { ColumnMeaning } from '../../../../core/readings/columnMeaning'
import { columnsFromLongCsv, ReadingsFileError } from '../../../../core/readings/readingsCsv'
import type { FileAnswer, FileTask } from '../../../workers/readingsFile'
import { inThread, nextTurn } from '../../ground/inThread'

/** From so many characters on a file is read beside the server's own thread. */
const LARGE = 500_000

const readHere = async ({ text, meanings }: FileTask): Promise<FileAnswer> => ({
  problem: null,
  readings: await columnsFromLongCsv(text, meanings, nextTurn),
})

/**
 * Readings of a file, a large one read by a thread of its own.
 * @param meanings what each column holds, when its name does not say
 * @throws ReadingsFileError naming the row and column
 */
export async function readingsInFile(text: string, meanings: (ColumnMeaning | null)[] | undefined): Promise<ReadingColumns> {
  const task = { text, meanings }
  const answer = await (text.length < LARGE ? readHere(task) : inThread('readingsFile', task, readHere))
  if (answer.problem !== null) throw new ReadingsFileError(answer.problem)
  return answer.readings
}
