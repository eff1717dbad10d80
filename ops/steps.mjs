import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { chownSync, existsSync, mkdirSync, renameSync, statSync } from 'node:fs'
import { createServer } from 'node:net'
import { homedir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
export const isRoot = process.getuid?.() === 0
/** Programs of the installed packages. */
export const bin = name => join(root, 'node_modules', '.bin', name)

/** A problem that the person at the terminal can mend: printed as one sentence, without a stack. */
export class Trouble extends Error {}

export const say = line => process.stderr.write(`${line}\n`)

/** Folder under which all data lie, wherever the program lies. Root's must be one that the postgres user can reach. ZINC_DATA names another. */
const dataBase = () =>
  process.env.ZINC_DATA ??
  (isRoot ? '/var/lib/zinc-bell' : join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'zinc-bell'))

/** The user whose a folder is, where root's command finds one of somebody else: what is made in it is theirs too. Null otherwise. */
export function ownerOf(folder) {
  if (!isRoot) return null
  const { uid, gid } = statSync(folder)
  return uid === 0 ? null : { uid, gid }
}

/**
 * Folder for a mode's data. What an earlier program kept apart for each place of the program is taken over.
 */
export function dataFolder(mode) {
  const folder = join(dataBase(), mode)
  const before = join(dataBase(), createHash('sha256').update(root).digest('hex').slice(0, 12), mode)
  mkdirSync(dataBase(), { recursive: true, mode: 0o755 })
  if (!existsSync(folder) && existsSync(before)) renameSync(before, folder)
  if (!existsSync(folder)) {
    mkdirSync(folder, { recursive: true, mode: 0o755 })
    const owner = ownerOf(dataBase())
    if (owner) chownSync(folder, owner.uid, owner.gid)
  }
  return folder
}

/** Where a mode's backups go: beside its data, or better, to another disk that ZINC_BACKUP_FOLDER names. */
export const backupFolder = mode => process.env.ZINC_BACKUP_FOLDER ?? join(dataFolder(mode), 'backups')

const TELL_EVERY = 5000 // ms

/** Says now, and every few seconds until some work ends, what it does and how far it is; then how long it took. @param words as it stands now */
export async function telling(work, words) {
  const began = Date.now()
  say(`${words()} …`)
  let last = ''
  const timer = setInterval(() => {
    const now = words()
    if (now !== last) say(`${now}, ${Math.round((Date.now() - began) / 1000)} s …`)
    last = now
  }, TELL_EVERY)
  try {
    return await work
  } finally {
    clearInterval(timer)
    say(`${words()}: done in ${Math.round((Date.now() - began) / 1000)} s`)
  }
}

const running = new Set()
/** Ends what `run` has started and not finished. */
export const endRunning = () => running.forEach(child => child.kill('SIGTERM'))

/**
 * Runs a program to its end.
 * @param options `heard` gets each piece of its output that is kept; `quiet` keeps its output unless it fails; `capture` gives it back; the rest goes to spawn
 * @throws Trouble when it exits other than 0, unless `mayFail`
 */
export function run(command, args, options = {}) {
  const { quiet = false, capture = false, mayFail = false, input, heard = () => {}, ...rest } = options
  const keep = quiet || capture
  return new Promise((done, fail) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: [input === undefined ? 'ignore' : 'pipe', keep ? 'pipe' : 2, keep ? 'pipe' : 2],
      ...rest,
    })
    running.add(child)
    let out = ''
    let all = ''
    child.stdout?.on('data', chunk => {
      out += chunk
      all += chunk
      heard(String(chunk))
    })
    child.stderr?.on('data', chunk => {
      all += chunk
    })
    if (input !== undefined) child.stdin.end(input)
    child.on('error', error => {
      running.delete(child)
      fail(new Trouble(`${command} could not be started: ${error.message}`))
    })
    child.on('close', code => {
      running.delete(child)
      if (code === 0 || mayFail) return done({ code, out, all })
      if (keep) say(all.trim())
      fail(new Trouble(`${command} ${args.join(' ').slice(0, 80)} ended with ${code}.`))
    })
  })
}

/** A loopback port that nothing listens on. */
export const freePort = () =>
  new Promise((done, fail) => {
    const server = createServer()
    server.on('error', fail)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => done(port))
    })
  })

export const portIsFree = port =>
  new Promise(done => {
    const server = createServer()
    server.on('error', () => done(false))
    server.listen(port, '127.0.0.1', () => server.close(() => done(true)))
  })
