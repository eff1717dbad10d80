import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

let script: string | undefined

/** The script that opens the program without a network; it is built last, since it knows all files of the build. */
export default defineEventHandler(event => {
  script ??= readFileSync(join(dirname(process.argv[1] ?? ''), 'workers', 'serviceWorker.js'), 'utf8')
  setHeaders(event, { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' })
  return script
})
