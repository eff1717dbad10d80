import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root, say } from './steps.mjs'

const LOOK = 300 // ms

/** Whether a process lives and is a command of this program, and not another one that got its number since. */
function isCommand(pid) {
  const file = `/proc/${pid}/cmdline`
  return existsSync(file) && readFileSync(file, 'utf8').includes('ops/')
}

/**
 * Does what would be ruined by another command that does it too in this folder; waits until that one has ended, and says so.
 * @param what a word for the file that says who does it
 * @param doing what the other one does, for whoever waits
 */
export async function inTurn(what, doing, work) {
  const file = join(root, `.zinc-${what}.pid`)
  const own = String(process.pid)
  let told = false
  while (!take(file, own)) {
    const pid = existsSync(file) ? readFileSync(file, 'utf8') : ''
    if (pid && !isCommand(pid)) rmSync(file, { force: true })
    else {
      if (pid && !told) say(`Another command (process ${pid}) is ${doing} here; this one waits for it …`)
      told ||= pid !== ''
      await new Promise(done => setTimeout(done, LOOK))
    }
  }
  try {
    return await work()
  } finally {
    rmSync(file, { force: true })
  }
}

function take(file, own) {
  try {
    writeFileSync(file, own, { flag: 'wx' })
    return true
  } catch (error) {
    if (error.code !== 'EEXIST') throw error
    return false
  }
}
