import { Worker } from 'node:worker_threads'

/** Somebody else who asks for an address all the time, in a thread of their own: what keeps the sender busy does not count as waiting. */
export interface Asker {
  /** How long each of their answers took while some work was done, ms. */
  during: (work: () => Promise<unknown>) => Promise<number[]>
  end: () => Promise<unknown>
}

const ASKS = `
const { parentPort, workerData } = require('node:worker_threads')
void (async () => {
  for (;;) {
    const [at, from] = [Date.now(), performance.now()]
    await fetch(workerData).then(answer => answer.arrayBuffer())
    parentPort.postMessage([at, performance.now() - from])
  }
})()`

/** @param url what is asked for */
export function asker(url: string): Asker {
  const worker = new Worker(ASKS, { eval: true, workerData: url })
  let answers: [at: number, took: number][] = []
  worker.on('message', (each: [number, number]) => answers.push(each))
  return {
    async during(work) {
      answers = []
      const from = Date.now()
      await work()
      const to = Date.now()
      // The answer that was kept waiting comes after it.
      while (!answers.some(([at]) => at >= to)) await new Promise(done => worker.once('message', done))
      return answers.filter(([at, took]) => at < to && at + took > from).map(([, took]) => took)
    },
    end: () => worker.terminate(),
  }
}
