import { readFileSync } from 'node:fs'
import { estimateHold } from '../core/hold/estimateHold'
import { readingsFromCsv } from '../core/readings/readingsCsv'
import { resultJson, setupFromJson } from '../core/readings/setupJson'

/** `./zinc analyse A.csv B.csv … [--setup FILE]`: one line of JSON a log, exit 1 when any could not be analysed. */
const words = process.argv.slice(2)
const setupAt = words.indexOf('--setup')
const sharedSetup = setupAt >= 0 ? words[setupAt + 1] : undefined
if (setupAt >= 0) words.splice(setupAt, 2)

if (words.length === 0 || (setupAt >= 0 && !sharedSetup)) {
  console.error(
    'usage: ./zinc analyse A.csv [B.csv …] [--setup FILE]   each log has its set-up beside it as A.setup.json, or one for all',
  )
  process.exit(2)
}

let failed = false
for (const file of words) {
  try {
    const setup = setupFromJson(json(sharedSetup ?? file.replace(/\.csv$/i, '') + '.setup.json'))
    const readings = readingsFromCsv(contents(file))
    console.log(JSON.stringify(resultJson(file, setup, estimateHold(setup, readings))))
  } catch (error) {
    failed = true
    console.log(JSON.stringify({ file, error: (error as Error).message }))
  }
}
process.exitCode = failed ? 1 : 0

function contents(path: string): string {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    throw new Error(`${path} is not there or cannot be read.`)
  }
}

function json(path: string): unknown {
  const text = contents(path)
  try {
    return JSON.parse(text)
  } catch {
    throw new Error(`${path} is not valid JSON.`)
  }
}
