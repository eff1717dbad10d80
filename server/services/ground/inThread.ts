import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker, type TransferListItem } from 'node:worker_threads'

/** Most memory that one task may take, MB. */
const MOST_MEMORY = 1500

/** Lets whoever waits have a turn in the middle of something long. */
export const nextTurn = (): Promise<void> =>
  new Promise(done => {
    setImmediate(done)
  })

/** Beside the built server; absent where it runs from its sources. */
const workerFile = (name: string) => join(dirname(process.argv[1] ?? ''), 'workers', `${name}.mjs`)

/**
 * A long task by a thread of its own, so that nobody waits for it.
 * @param name of the thread's file
 * @param here does it where the threads were not built
 * @param hand what is handed over and not copied
 * @throws Error when the thread breaks or takes too much memory
 */
export function inThread<Task, Answer>(
  name: 'readingsFile' | 'holdEstimate' | 'holdForecast' | 'practiceCurve' | 'practiceHunt',
  task: Task,
  here: (task: Task) => Answer | Promise<Answer>,
  hand: TransferListItem[] = [],
): Promise<Answer> {
  if (!existsSync(workerFile(name))) return Promise.resolve(here(task))
  return new Promise((done, fail) => {
    const worker = new Worker(workerFile(name), {
      workerData: task,
      transferList: hand,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
    })
    worker.once('message', (answer: Answer) => {
      done(answer)
      void worker.terminate()
    })
    worker.once('error', fail)
  })
}
