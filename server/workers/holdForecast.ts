import { parentPort, workerData } from 'node:worker_threads'
import { forecastHold, type ForecastTask } from '../services/bench/hold/judgeHold'

parentPort!.postMessage(forecastHold(workerData as ForecastTask))
