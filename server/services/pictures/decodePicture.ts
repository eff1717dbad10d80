import { fork, type ChildProcess } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { PictureAnswer, PictureTask } from '../../workers/picture'
import { inTurn } from '../ground/inTurn'
import { Refusal } from '../ground/refusal'
import { pictureKind } from './pictureKind'

/** What a picture may take: it is decoded by a process of its own, which ends when it takes more. */
const MOST_TIME = 20_000 // ms
const MOST_MEMORY = 900e6 // bytes
/** How many wait their turn; more are told to come again. */
const MOST_WAITING = 24
/** A process that has nothing to do for so long ends, ms. */
const IDLE = 15_000
const PAGE = 4096

const built = () => join(dirname(process.argv[1] ?? ''), 'workers', 'picture.mjs')
/** Where the server runs from its sources. */
const source = () => join(process.cwd(), 'server/workers/picture.ts')

let process_: ChildProcess | null = null
let idle: NodeJS.Timeout | undefined

function decoder(): ChildProcess {
  if (process_?.connected) return process_
  const own = built()
  const child = existsSync(own)
    ? fork(own, { serialization: 'advanced', execArgv: [] })
    : fork(source(), { serialization: 'advanced', execArgv: ['--import', 'tsx'] })
  // One that cannot be started, or is gone as it is spoken to, is told of where its task waits.
  child.on('error', () => {})
  child.unref()
  child.channel?.unref()
  return (process_ = child)
}

/** Bytes that a process has in memory; 0 where the system does not tell. */
function memoryOf(pid: number | undefined): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * PAGE
  } catch {
    return 0
  }
}

/** One task by the process; it is ended when it takes too long or too much. */
function once(task: PictureTask): Promise<PictureAnswer> {
  clearTimeout(idle)
  const child = decoder()
  child.ref()
  child.channel?.ref()
  return new Promise<PictureAnswer>(done => {
    const timers = [
      setTimeout(() => end({ problem: 'takes too long' }), MOST_TIME),
      setInterval(() => {
        if (memoryOf(child.pid) > MOST_MEMORY) end({ problem: 'takes too much memory' })
      }, 100),
    ]
    const settle = (answer: PictureAnswer) => {
      timers.forEach(clearTimeout)
      child.off('message', settle).off('exit', lost).off('error', lost)
      done(answer)
    }
    const lost = () => {
      if (process_ === child) process_ = null
      settle({ problem: 'ended its reader' })
    }
    function end(answer: PictureAnswer) {
      child.kill('SIGKILL')
      if (process_ === child) process_ = null
      settle(answer)
    }
    child.once('message', settle).once('exit', lost).once('error', lost)
    child.send(task)
  }).finally(() => {
    child.unref()
    child.channel?.unref()
    idle = setTimeout(() => {
      child.kill()
      if (process_ === child) process_ = null
    }, IDLE)
    idle.unref()
  })
}

const oneByOne = inTurn(MOST_WAITING, 'Many pictures are being read. Send this one again in a minute.')

/**
 * What a picture is, drawn anew in some sizes, one picture after the other.
 * @throws Refusal 415 for what is no JPEG, PNG or WebP or cannot be read within its bounds, 429 when too many wait
 */
export async function decodePicture(task: PictureTask): Promise<PictureAnswer & { problem: null }> {
  const unreadable = new Refusal(415, 'This is not a picture that can be read. Send a JPEG, PNG or WebP photograph.')
  if (pictureKind(task.file) === null) throw unreadable
  const answer = await oneByOne(() => once(task))
  if (answer.problem !== null) throw unreadable
  // What crossed between processes is a plain array of bytes.
  return { ...answer, drawn: answer.drawn.map(each => ({ ...each, bytes: Buffer.from(each.bytes) })) }
}
