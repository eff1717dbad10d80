import { spawn } from 'node:child_process'
import { randomBytes, randomInt } from 'node:crypto'
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { watchAnswers } from './answers.mjs'
import { buildApplication, builtFrom, SERVER } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installPackages, postgresPrograms } from './install.mjs'
import { nightly } from './nightly.mjs'
import { listening } from './listening.mjs'
import { restartDelays } from './restarts.mjs'
import { backupFolder, bin, dataFolder, endRunning, ownerOf, portIsFree, run, say, telling, Trouble } from './steps.mjs'

export const DATABASE = 'zinc_bell'
/** Letters and digits that are not taken for each other. */
const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
const oneTimeCode = () => Array.from({ length: 8 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')

/** Holds a mode's data for this process. @throws Trouble while another one has it */
export function takeLock(folder, mode) {
  const lock = join(folder, 'running.pid')
  if (existsSync(lock)) {
    const pid = Number(readFileSync(lock, 'utf8'))
    const command = existsSync(`/proc/${pid}/cmdline`) ? readFileSync(`/proc/${pid}/cmdline`, 'utf8') : ''
    if (pid !== process.pid && command.includes('zinc.mjs'))
      throw new Trouble(`This shop (${mode}) runs already as process ${pid}. Stop that one with Ctrl-C first.`)
  }
  writeFileSync(lock, String(process.pid))
  return () => rmSync(lock, { force: true })
}

function sessionSecret(folder) {
  const file = join(folder, 'session.secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}

/** A script on a database. What it says of itself is one sentence; @throws Trouble with it */
async function script(file, url, extra = {}) {
  const { code } = await run(bin('tsx'), [file], { env: { ...process.env, DATABASE_URL: url, ...extra }, mayFail: true })
  if (code !== 0) throw new Trouble('Nothing was started.')
}

async function nobodyYet(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query('select 1 from person limit 1')).rowCount === 0
  } finally {
    await client.end()
  }
}

async function healthy(port) {
  try {
    return (await fetch(`http://127.0.0.1:${port}/api/health`)).ok
  } catch {
    return false
  }
}

const WATCH = 1000 // ms between two looks at the cluster

/** Starts the cluster again whenever it was killed, ever later the more often. @returns a function that ends it */
function watchCluster(cluster) {
  const delay = restartDelays()
  let stopped = false
  let timer
  const look = async () => {
    if (!(await cluster.isUp()) && !stopped) {
      const wait = delay(Date.now())
      say(`PostgreSQL was ended. Starting it again${wait ? ` in ${Math.round(wait / 1000)} s` : ''}; what was saved is safe.`)
      await new Promise(done => setTimeout(done, wait))
      if (!stopped && (await cluster.revive())) say('PostgreSQL runs again.')
    }
    if (!stopped) timer = setTimeout(look, WATCH)
  }
  timer = setTimeout(look, WATCH)
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}

/**
 * `./zinc demo` and `./zinc start`: installs, starts the cluster, copies and migrates, builds, serves until Ctrl-C.
 * @param mode demo has the demo shop's data; start an empty shop
 */
export async function serve(mode, { fresh = false } = {}) {
  const port = Number(process.env.PORT ?? 4600)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Trouble(`PORT is “${process.env.PORT}”: give a number from 1 to 65535.`)
  const publicUrl = process.env.ZINC_PUBLIC_URL
  if (publicUrl !== undefined && !/^https?:$/.test(URL.canParse(publicUrl) ? new URL(publicUrl).protocol : ''))
    throw new Trouble(`ZINC_PUBLIC_URL is “${publicUrl}”: give the address that people type, such as https://shop.example.`)
  if (!(await portIsFree(port)))
    throw new Trouble(`Port ${port} is taken. Stop what uses it, or choose another: PORT=4700 ./zinc ${mode}`)
  const folder = dataFolder(mode)
  // What root writes there its owner could not read the next time.
  if (ownerOf(folder))
    throw new Trouble(`The data at ${folder} belong to another user. Start it as that one: runuser -u USER -- ./zinc ${mode}`)
  const unlock = takeLock(folder, mode)
  let cluster
  let server
  let ending = false
  const stops = []
  const end = async code => {
    if (ending) return
    ending = true
    stops.forEach(stop => stop())
    endRunning()
    if (server && server.exitCode === null && server.signalCode === null) {
      await new Promise(done => {
        server.once('exit', done)
        server.kill('SIGTERM')
        setTimeout(() => server.kill('SIGKILL'), 4000).unref()
      })
    }
    await cluster?.stop()
    unlock()
    process.exit(code)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => {
      say('Stopping …')
      void end(0)
    })

  try {
    await installPackages()
    const programs = await postgresPrograms()
    let url = process.env.DATABASE_URL
    if (url) {
      if (fresh)
        throw new Trouble('--fresh resets only the program’s own cluster. Empty the database behind DATABASE_URL yourself.')
    } else {
      cluster = await startCluster(folder)
      stops.push(watchCluster(cluster))
      if (fresh) await cluster.drop(DATABASE)
      await cluster.ensure(DATABASE)
      url = cluster.url(DATABASE)
    }
    const backups = backupFolder(mode)
    const copying = { PG_PROGRAMS: programs, ZINC_BACKUP_FOLDER: backups }
    // Beside the build: it waits for the processor, this for the database.
    const built = buildApplication()
    const prepared = (async () => {
      await script('ops/migrate.ts', url, copying)
      const isEmpty = await nobodyYet(url)
      if (mode === 'demo' && isEmpty) await telling(script('server/db/demo/load.ts', url), () => 'Loading the demo shop')
      return isEmpty
    })()
    const [empty] = await Promise.all([prepared, built])
    const code = mode === 'start' && empty ? oneTimeCode() : undefined
    const host = process.env.HOST ?? '127.0.0.1'
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      ZINC_BUILD: builtFrom(),
      NITRO_PORT: String(port),
      NITRO_HOST: host,
      NUXT_SESSION_PASSWORD: process.env.NUXT_SESSION_PASSWORD ?? sessionSecret(folder),
      // Behind TLS no cookie goes without it.
      ...(publicUrl?.startsWith('https:') && { NUXT_SESSION_COOKIE_SECURE: 'true' }),
      ...(cluster && { ZINC_DATA_FOLDER: folder }),
      ...(code && { ZINC_OWNER_CODE: code }),
    }
    const delay = restartDelays()
    let wasHealthy = false
    const launch = () => {
      if (ending) return
      // In a group of its own, so that Ctrl-C reaches it through us; it ends by itself when the channel to us closes.
      server = spawn(process.execPath, [SERVER], { env, detached: true, stdio: ['ignore', 2, 2, 'ipc'] })
      server.on('exit', (exit, signal) => {
        if (ending) return
        // What ends before it ever answered would end again.
        if (!wasHealthy && !signal) return void end(exit ?? 1)
        const wait = delay(Date.now())
        say(
          `The server was ended by ${signal ?? `itself (${exit})`}. Starting it again${wait ? ` in ${Math.round(wait / 1000)} s` : ''}; running holds go on.`,
        )
        setTimeout(launch, wait)
      })
    }
    launch()
    for (let tries = 0; !(await healthy(port)); tries++) {
      if (tries > 300) throw new Trouble('The server did not answer within 30 s.')
      await new Promise(done => setTimeout(done, 100))
    }
    wasHealthy = true
    const ask = () => fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(40_000) })
    stops.push(
      watchAnswers(ask, () => {
        say('The server lives and answers nothing. It is ended and started again.')
        server.kill('SIGKILL')
      }),
    )
    stops.push(nightly(url, backups, programs))
    process.stdout.write(`\nZinc Bell is open at ${publicUrl ?? `http://127.0.0.1:${port}`}\n`)
    if (mode === 'demo')
      process.stdout.write(
        'Sign in as  oda (owner),  finn (technician)  or  ines (inspector);  the password of each is  skerry-reach\n',
      )
    if (code) process.stdout.write(`This shop is empty. Make the owner’s account with the code  ${code}\n`)
    process.stdout.write(listening({ host, port, publicUrl, mode }))
    process.stdout.write('Ctrl-C stops it.\n')
  } catch (error) {
    if (!ending) {
      say(error instanceof Trouble ? error.message : error.stack)
      await end(1)
    }
  }
}
