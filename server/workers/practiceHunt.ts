import { parentPort, workerData } from 'node:worker_threads'
import { huntWork, type HuntTask, type JobHuntTask } from '../services/practice/huntWork'

parentPort!.postMessage(huntWork(workerData as HuntTask | JobHuntTask))
