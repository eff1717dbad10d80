import { parentPort, workerData } from 'node:worker_threads'
import { judgeHold, type HoldTask } from '../services/bench/hold/judgeHold'

parentPort!.postMessage(judgeHold(workerData as HoldTask))
