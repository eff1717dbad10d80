import { spawn } from 'node:child_process'
import { randomBytes, randomInt } from 'node:crypto'
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { buildApplication, SERVER } from './build.mjs'
import { startCluster } from './cluster.mjs'
import { installPackages } from './install.mjs'
import { bin, dataFolder, endRunning, portIsFree, run, say, Trouble } from './steps.mjs'

/** Letters and digits that are not taken for each other. */
const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
const oneTimeCode = () => Array.from({ length: 8 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')

function takeLock(folder, mode) {
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

const script = (file, url) => run(bin('tsx'), [file], { env: { ...process.env, DATABASE_URL: url } })

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

/**
 * `./zinc demo` and `./zinc start`: installs, starts the cluster, migrates, builds, serves until Ctrl-C.
 * @param mode demo has the demo shop's data; start an empty shop
 */
export async function serve(mode, { fresh = false } = {}) {
  const port = Number(process.env.PORT ?? 4600)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Trouble(`PORT is “${process.env.PORT}”: give a number from 1 to 65535.`)
  if (!(await portIsFree(port)))
    throw new Trouble(`Port ${port} is taken. Stop what uses it, or choose another: PORT=4700 ./zinc ${mode}`)
  const folder = dataFolder(mode)
  const unlock = takeLock(folder, mode)
  let cluster
  let server
  let ending = false
  const end = async code => {
    if (ending) return
    ending = true
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
    let url = process.env.DATABASE_URL
    if (url) {
      if (fresh)
        throw new Trouble('--fresh resets only the program’s own cluster. Empty the database behind DATABASE_URL yourself.')
    } else {
      cluster = await startCluster(folder)
      if (fresh) await cluster.drop('zinc_bell')
      await cluster.ensure('zinc_bell')
      url = cluster.url('zinc_bell')
    }
    await buildApplication()
    await script('ops/migrate.ts', url)
    const empty = await nobodyYet(url)
    if (mode === 'demo' && empty) {
      say('Loading the demo shop …')
      await script('server/db/demo/load.ts', url)
    }
    const code = mode === 'start' && empty ? oneTimeCode() : undefined
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      NITRO_PORT: String(port),
      NITRO_HOST: process.env.HOST ?? '127.0.0.1',
      NUXT_SESSION_PASSWORD: process.env.NUXT_SESSION_PASSWORD ?? sessionSecret(folder),
      ...(code && { ZINC_OWNER_CODE: code }),
    }
    let restarts = 0
    const launch = () => {
      // In a group of its own, so that Ctrl-C reaches it through us; it ends by itself when the channel to us closes.
      server = spawn(process.execPath, [SERVER], { env, detached: true, stdio: ['ignore', 2, 2, 'ipc'] })
      server.on('exit', (exit, signal) => {
        if (ending) return
        if (signal && restarts++ < 20) {
          say(`The server was ended by ${signal}. Starting it again; running holds go on.`)
          launch()
        } else void end(exit ?? 1)
      })
    }
    launch()
    for (let tries = 0; !(await healthy(port)); tries++) {
      if (tries > 300) throw new Trouble('The server did not answer within 30 s.')
      await new Promise(done => setTimeout(done, 100))
    }
    process.stdout.write(`\nZinc Bell is open at http://127.0.0.1:${port}\n`)
    if (mode === 'demo')
      process.stdout.write(
        'Sign in as  oda (owner),  finn (technician)  or  ines (inspector);  the password of each is  skerry-reach\n',
      )
    if (code) process.stdout.write(`This shop is empty. Make the owner’s account with the code  ${code}\n`)
    process.stdout.write('Ctrl-C stops it.\n')
  } catch (error) {
    if (!ending) {
      say(error instanceof Trouble ? error.message : error.stack)
      await end(1)
    }
  }
}
