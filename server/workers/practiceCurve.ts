import { parentPort, workerData } from 'node:worker_threads'
import { drawCurve } from '../services/practice/drawCurve'

parentPort!.postMessage(drawCurve(workerData as number))
